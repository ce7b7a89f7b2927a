/** Gestures of windows as those of a part through the song. */
import { lastMade } from '../memory/lastMade';
import { AT_REST, type Gesture, type Moved } from '../groove/gestures';

/** A window's gestures where they were placed: most stay where they were. */
const samePlacement = lastMade<readonly Gesture[]>();

/** A window's gestures in the song's time. */
export const gesturesAt = (at: number, own: readonly Gesture[]): readonly Gesture[] =>
  samePlacement(own, String(at), [], () =>
    own.map((gesture) => ({ ...gesture, start: Math.max(0, at + gesture.start) })),
  );

const isInOrder = (gestures: readonly Gesture[]): boolean =>
  gestures.every((g, i) => i === 0 || gestures[i - 1]!.start <= g.start);

/** Gestures of windows in order, without those that move nothing, or are moved on at once. */
export function joined(windows: readonly (readonly Gesture[])[]): Gesture[] {
  const all = ([] as Gesture[]).concat(...windows);
  // A window may begin before its bar line, where a chord is pushed.
  if (!isInOrder(all)) all.sort((a, b) => a.start - b.start);
  const kept: Gesture[] = [];
  /** Where the last gesture that moves each lies among them. */
  const last: Partial<Record<Moved, number>> = {};
  for (const gesture of all) {
    const at = last[gesture.moves];
    const before = at === undefined ? undefined : kept[at];
    if (before?.start === gesture.start) kept[at!] = gesture;
    else if ((before?.value ?? AT_REST[gesture.moves]) !== gesture.value) {
      last[gesture.moves] = kept.length;
      kept.push(gesture);
    }
  }
  return kept;
}
