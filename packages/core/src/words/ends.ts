/** How a song ends, in words. */
import { USUAL_FADE } from '../song/choices';
import { counted, listed, times } from '../song/listed';
import type { Ends } from '../song/schema';

/** What is made of the last bars, each as a phrase. */
export function lastBarsSay({ ending, slow, tag, fade }: Ends): string[] {
  return [
    tag ? `with the last ${tag.bars === 1 ? 'bar' : `${tag.bars} bars`} ${times(tag.times)} more` : '',
    slow ? `slowing to ${slow.to} % over ${counted(slow.bars, 'bar')}` : '',
    ending === 'fade' ? `fading over ${counted(fade ?? USUAL_FADE, 'bar')}` : '',
  ].filter(Boolean);
}

const LAST_CHORD = { hold: 'the last chord held', hit: 'on a hit', fade: '', open: 'playing on' } as const;

/** "with the last 4 bars once more and on a hit". */
export const endsInWords = (ends: Ends): string =>
  listed([...lastBarsSay(ends), LAST_CHORD[ends.ending]].filter(Boolean));
