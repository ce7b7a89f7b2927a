/** How much of what is played was not heard before: whether a long song dries up or wanders. */
import type { Band } from '../band/index';
import { PPQ } from '../time/ticks';
import { notesByBar, type BarNotes } from './bars';
import type { Share } from './figures';

/** Bars of one piece of content. */
const PIECE = 2;
/** Bars at either end of a song that are held against each other. */
const END = 16;
/** What is told a sixteenth apart is another rhythm; swing and touch are none. */
const GRID = PPQ / 4;

/** Rhythm and steps of some bars, whatever their height and strength. */
function contentOf(bars: readonly BarNotes[]): string {
  const struck = bars.flatMap(({ bar, notes }, i) =>
    notes.map(({ start, pitch }) => ({ at: `${i}.${Math.round((start - bar.start) / GRID)}`, pitch })),
  );
  return struck.map(({ at, pitch }, i) => `${at}:${i && pitch - struck[i - 1]!.pitch}`).join(' ');
}

/** Share of pieces of so many bars, all parts together, that none before them was like. */
export interface NewContent {
  readonly first: Share;
  readonly last: Share;
  /** That of the last for each of the first; null where one of them is silent. */
  readonly ratio: number | null;
}

/** New content in the first sixteen bars of a song and in its last. Of a shorter song both are all of it. */
export function newContent(band: Band): NewContent {
  const first = { of: 0, are: 0 };
  const last = { of: 0, are: 0 };
  for (const part of band.parts) {
    const bars = notesByBar(band, part);
    const heard = new Set<string>();
    for (let at = 0; at + PIECE <= bars.length; at += PIECE) {
      const piece = bars.slice(at, at + PIECE);
      if (piece.every(({ notes }) => notes.length === 0)) continue;
      const content = contentOf(piece);
      for (const [share, within] of [
        [first, at < END],
        [last, at >= bars.length - END],
      ] as const) {
        if (!within) continue;
        share.of++;
        if (!heard.has(content)) share.are++;
      }
      heard.add(content);
    }
  }
  const ratio = first.are && last.of ? last.are / last.of / (first.are / first.of) : null;
  return { first, last, ratio };
}
