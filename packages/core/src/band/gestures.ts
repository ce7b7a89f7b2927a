/** Gestures of windows as those of a part through the song. */
import { AT_REST, type Gesture, type Moved } from '../groove/gestures';

/** Where a window's gestures were placed last: most stay where they were. */
const placements = new WeakMap<
  readonly Gesture[],
  { readonly at: number; readonly gestures: readonly Gesture[] }
>();

/** A window's gestures in the song's time. */
export function gesturesAt(at: number, own: readonly Gesture[]): readonly Gesture[] {
  const known = placements.get(own);
  if (known?.at === at) return known.gestures;
  const gestures = own.map((gesture) => ({ ...gesture, start: Math.max(0, at + gesture.start) }));
  placements.set(own, { at, gestures });
  return gestures;
}

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
