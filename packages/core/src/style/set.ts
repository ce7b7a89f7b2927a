/** A set of styles: ours and the writer's own, handed to whatever plays a song. */
import type { Style } from './schema';

/** The styles at hand, found by their ids. */
export interface StyleSet {
  /** In the order they are offered. */
  readonly all: readonly Style[];
  /** What a new song is in, and what plays where a song's own style is missing. */
  readonly standIn: Style;
}

/** @throws RangeError where there is no style at all. */
export function styleSet(styles: readonly Style[]): StyleSet {
  const [standIn] = styles;
  if (!standIn) throw new RangeError('A set of styles holds one at least.');
  return { all: styles, standIn };
}

/** A style by its id, or null. */
export const findStyle = (styles: StyleSet, id: string): Style | null =>
  styles.all.find((s) => s.id === id) ?? null;

/** The style that a song plays in: its own, or the stand-in where that is not at hand. */
export const styleFor = (styles: StyleSet, id: string): Style => findStyle(styles, id) ?? styles.standIn;

/** A style's name as it is shown: one that is missing keeps its own and says who plays instead. */
export function styleInWords(styles: StyleSet, id: string): string {
  const found = findStyle(styles, id);
  return found ? found.name : `${id} (not here; ${styles.standIn.name} plays)`;
}
