/** The run-up of a line into another section: a few eighths by step, towards a tone of the key's own chord. */
import { keyNotes } from '../../theory/key';
import { nearestOf, pitchClass } from '../../theory/pitch';
import { EIGHTH } from '../../time/ticks';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import { chosenNotes } from '../choosing';
import { noteFunctionOf, type Note } from '../note';
import { rangeOfInstrument } from '../../song/instrumentRanges';
import { walkTo } from './figures';
import { harmonyReader, inChord } from './harmony';
import type { LinePattern } from './pattern';

/** Notes of a run-up. Common practice: two or three eighths. */
const NOTES = 3;
/** Accent of its first note, and how much more each one has. */
const FROM = 0.86;
const GROWS = 0.05;

/**
 * A line with its run-up, where the players have agreed on one, in place of what it has there.
 * @param line its notes in order, each with its accent in place of its velocity.
 */
export function withRunUp(
  region: Region<LinePattern>,
  stretch: SettingsSpan<LinePattern>,
  line: readonly Note[],
): readonly Note[] {
  const { terms, next, length, spans, registerRange, kind } = region;
  const key = spans[spans.length - 1]?.key;
  if (terms.transition !== 'pickup' || !key || stretch.end < length) return line;
  const end = length - (next?.anticipation ?? 0);
  const from = end - NOTES * EIGHTH;
  const last = line.findLast((note) => note.start < from);
  const read = harmonyReader(region, stretch.settings.tones);
  const harmonies = Array.from({ length: NOTES }, (_, n) => read(from + n * EIGHTH)).filter(
    (h) => h !== null,
  );
  if (harmonies.length < NOTES || !last || from < stretch.start) return line;
  const [tonic, , third, , fifth] = keyNotes(key).map(pitchClass);
  const targets = [tonic!, third!, fifth!].map((pc) => nearestOf(pc, last.pitch));
  const target = targets.reduce((a, b) => (Math.abs(b - last.pitch) < Math.abs(a - last.pitch) ? b : a));
  const { range } = rangeOfInstrument(stretch.settings.instrument);
  const low = Math.max(kind.range[0], registerRange[0], range[0]);
  const high = Math.min(kind.range[1], registerRange[1], range[1]);
  // From the side where the line is, or where that is out of its room from the other.
  const ways = last.pitch > target ? ([1, -1] as const) : ([-1, 1] as const);
  const pitches = ways
    .map((way) =>
      walkTo(
        target,
        harmonies.map(({ scale }) => scale),
        way,
      ),
    )
    .find((steps) => steps.every((pitch) => pitch >= low && pitch <= high));
  if (!pitches) return line;
  const notes = pitches.map((pitch, n): Note => {
    const { chord, span } = harmonies[n]!;
    return {
      start: from + n * EIGHTH,
      duration: Math.round(EIGHTH * 0.94),
      written: EIGHTH,
      pitch,
      velocity: FROM + n * GROWS,
      noteFunction: inChord(harmonies[n]!, pitch) ? noteFunctionOf(chord, pitch) : 'passing tone',
      span,
    };
  });
  return chosenNotes([
    { notes: line, from: -Infinity, to: Infinity },
    { notes, from, to: end },
  ]);
}
