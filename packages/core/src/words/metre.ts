/** What a change of metre does to the chords, told before it is done. */
import { wholeBar } from '../time/bars';
import { beatWay } from '../time/beatMap';
import { beatsOf } from '../time/beats';

const beatsIn = (metre: string): number => beatsOf(wholeBar(metre, 'C')).length;

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven'];
const number = (count: number): string => NUMBERS[count] ?? String(count);

/**
 * @param keep what the change keeps: each chord in its bar, or every length in beats.
 * @example metreInWords('4/4', '12/8', 'bars') // "From 4/4 to 12/8 …: each chord stays on its beat."
 */
export function metreInWords(from: string, to: string, keep: 'bars' | 'beats'): string {
  const [old, now] = [beatsIn(from), beatsIn(to)];
  const head = `From ${from} to ${to}`;
  if (keep === 'beats') return `${head}: every chord is as long as it was, and the bars are counted anew.`;
  const { is, by } = beatWay(old, now);
  if (is === 'beat to beat' && by === 1)
    return `${head}, ${number(now)} beats as before: each chord stays on its beat.`;
  if (is === 'beat to beat' && by > 1) {
    return `${head}: each beat becomes ${number(by)}, and chords stay on beats.`;
  }
  if (is === 'beat to beat') {
    return `${head}: ${number(1 / by)} beats become one, so chords between them come off the beat.`;
  }
  return now > old
    ? `${head}: each chord stays on its beat, and the last one of a bar is held longer.`
    : `${head}: chords stay on their beats; in a bar with more than ${number(now)} they move closer together.`;
}
