/** The run-up of a line into another section: a few eighths by step, towards a tone of the key's own chord. */
import { keyNotes } from '../../theory/key';
import { mod, nearestOf, pitchClass } from '../../theory/pitch';
import { EIGHTH } from '../../time/ticks';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import type { Note } from '../note';
import { noteFunctionOf } from '../note';
import { harmonyReader } from './harmony';
import type { LinePattern } from './pattern';

/** Notes of a run-up. Common practice: two or three eighths. */
const NOTES = 3;
/** Accent of its first note, and how much more each one has. */
const FROM = 0.86;
const GROWS = 0.05;

/** Steps of a scale towards a pitch, the farthest first. */
function stepsTo(target: number, scale: readonly number[], from: number): number[] {
  const steps: number[] = [];
  const way = from > target ? 1 : -1;
  for (let by = 1; steps.length < NOTES && by < 12; by++) {
    const pitch = target + way * by;
    if (scale.includes(mod(pitch, 12))) steps.unshift(pitch);
  }
  return steps;
}

/**
 * A line with its run-up, where the players have agreed on one, in place of what it has there.
 * @param line its notes, each with its accent in place of its velocity.
 */
export function withRunUp(
  region: Region<LinePattern>,
  stretch: SettingsSpan<LinePattern>,
  line: readonly Note[],
): readonly Note[] {
  const { terms, next, length, spans } = region;
  const key = spans[spans.length - 1]?.key;
  if (terms.transition !== 'pickup' || !key || stretch.end < length) return line;
  const end = length - (next?.push ?? 0);
  const start = end - NOTES * EIGHTH;
  const harmony = harmonyReader(region, stretch.settings.tones)(start);
  const before = line.filter((note) => note.start < start);
  const last = before.at(-1);
  if (!harmony || !last || start < stretch.start) return line;
  const [tonic, , third, , fifth] = keyNotes(key).map(pitchClass);
  const targets = [tonic!, third!, fifth!].map((pc) => nearestOf(pc, last.pitch));
  const target = targets.reduce((a, b) => (Math.abs(b - last.pitch) < Math.abs(a - last.pitch) ? b : a));
  const [low, high] = region.kind.range;
  const steps = stepsTo(target, harmony.scale, last.pitch).filter((pitch) => pitch >= low && pitch <= high);
  const first = end - steps.length * EIGHTH;
  return [
    ...before.map((note) => ({ ...note, duration: Math.min(note.duration, first - note.start) })),
    ...steps.map((pitch, n): Note => ({
      start: first + n * EIGHTH,
      duration: Math.round(EIGHTH * 0.94),
      written: EIGHTH,
      pitch,
      velocity: FROM + n * GROWS,
      noteFunction: harmony.tones.includes(mod(pitch, 12))
        ? noteFunctionOf(harmony.chord, pitch)
        : 'passing tone',
      span: harmony.span,
    })),
  ];
}
