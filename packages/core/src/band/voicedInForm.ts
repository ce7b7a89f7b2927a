/** How a part voices the chords of the whole form: each playing goes on from the last chord of the one before it. */
import { derived } from '../memo/derived';
import { lastVoiced, voicingsOf, type SpanVoicing } from '../parts/voicings';
import type { Song } from '../song/schema';
import { soundsChords } from '../style/kind';
import type { Region, VoicedChord } from '../timeline/region';
import { windowsOf } from '../timeline/windows';
import { partInForm } from './partInForm';
import type { Repertoire } from './repertoire';

/** A playing as it is voiced: chord by chord, and the last of them. */
export interface VoicedRegion {
  readonly voicings: readonly SpanVoicing[];
  readonly last: VoicedChord | null;
}

/** Voicings window by window, as the band makes them, going on from the last chord before. */
export function voicedRegion(region: Region, lead: VoicedChord | null): VoicedRegion {
  let before = lead;
  const voicings = windowsOf(region).flatMap((window) => {
    const led = { ...window, before };
    const own = voicingsOf(led);
    before = lastVoiced(led, own);
    return own;
  });
  return { voicings, last: before };
}

/** The last chord of a playing as it is voiced where its voices begin anew, by the playing. */
const lastAlone = derived(({ region }: { region: Region }) => voicedRegion(region, null).last);

/**
 * The chord from which a part's voices go on in a playing: the last of the playing before it, as that is voiced by
 * itself. So nothing hangs on what was played earlier still. Null where there is none before, or it begins anew.
 */
export const leadOf = (regions: readonly Region[], index: number): VoicedChord | null => {
  const before = regions[index - 1];
  return before && soundsChords(before.kind) && !regions[index]!.beginsAnew
    ? lastAlone(before, 'last', { region: before })
    : null;
};

/** The chord from which a part goes on where a section is played first; null where it begins there. */
export function leadInto(
  song: Song,
  repertoire: Repertoire,
  partId: string,
  sectionId: string,
): VoicedChord | null {
  const { regions, occurrences } = partInForm(song, repertoire, partId);
  const first = occurrences.findIndex(({ section }) => section.id === sectionId);
  return regions[first] ? leadOf(regions, first) : null;
}

/** Every playing of the form as a part voices it, in order; none where there is no such part. */
export function voicedInForm(song: Song, repertoire: Repertoire, partId: string): VoicedRegion[] {
  const { regions } = partInForm(song, repertoire, partId);
  return regions.map((region, i) => voicedRegion(region, leadOf(regions, i)));
}
