/** What stands in an engraved passage: the marks of its notes, by where those are struck. */
import { struckOf } from '@backline/core/formats/musicXml/ids';

/** Marks of notes by where they are struck, ticks: heads, stems, and what is tied to them. */
export type EngravedNotes = ReadonlyMap<number, readonly SVGElement[]>;

export function engravedNotes(root: ParentNode): EngravedNotes {
  const found = new Map<number, SVGElement[]>();
  for (const mark of root.querySelectorAll<SVGElement>('g.note')) {
    const from = struckOf(mark.id);
    if (from === null) continue;
    const own = found.get(from);
    if (own) own.push(mark);
    else found.set(from, [mark]);
  }
  return found;
}

/** How far beside a note a finger may land, px. */
const NEAR = 28;

/** The note nearest to a place on the screen, by where it is struck; null where none is near. */
export function noteNear(notes: EngravedNotes, x: number, y: number): number | null {
  let best: number | null = null;
  let least = NEAR;
  for (const [from, marks] of notes) {
    for (const mark of marks) {
      const { left, right, top, bottom } = (mark.querySelector('.notehead') ?? mark).getBoundingClientRect();
      const away = Math.hypot(Math.max(left - x, 0, x - right), Math.max(top - y, 0, y - bottom));
      if (away >= least) continue;
      best = from;
      least = away;
    }
  }
  return best;
}

/** Lends notes a colour; null takes it back. */
export function tint(marks: readonly SVGElement[] | undefined, colour: string | null): void {
  for (const { style } of marks ?? []) {
    style.color = colour ?? '';
    style.fill = colour ?? '';
  }
}
