import type { ChordEvent, Section, Song } from '@backline/core/song/schema';
import { sectionBars, type Bar } from '@backline/core/time/bars';
import { chordsInUse } from '@backline/core/song/inUse';
import { symbolWidth } from '../../components/ChordSymbol';

/** A chord, or the part of it that stands on one line. Places are px from the line's left edge. */
export interface Fragment {
  readonly chord: ChordEvent;
  /** Index of the chord in the section. */
  readonly index: number;
  readonly left: number;
  readonly right: number;
  /** False where the chord began on the line before. */
  readonly begins: boolean;
  readonly size: number;
}

export interface Line {
  readonly firstBar: number;
  readonly bars: readonly Bar[];
  readonly start: number;
  readonly length: number;
  readonly fragments: readonly Fragment[];
}

export interface SectionLayout {
  readonly chords: readonly ChordEvent[];
  readonly lines: readonly Line[];
  readonly width: number;
}

const LARGEST = 25;
const SMALLEST_WISHED = 13.5;
const PADDING = 8;

/** Largest symbol that fits a width, px; below 11 it is cut instead. */
export const fittingSize = (symbol: string | null, width: number): number => {
  const atOne = symbolWidth(symbol, 100) / 100;
  return Math.max(11, Math.min(LARGEST, (width - PADDING) / atOne));
};

/** As many whole bars on a line as stay readable. */
function barsPerLine(chords: readonly ChordEvent[], bars: readonly Bar[], width: number): number {
  const choices = width > 760 ? [8, 4, 2, 1] : [4, 2, 1];
  const longest = Math.max(...bars.map((b) => b.length));
  for (const count of choices) {
    const pxPerTick = width / (count * longest);
    const readable = chords.every((c) => fittingSize(c.symbol, c.length * pxPerTick) >= SMALLEST_WISHED);
    if (count === 1 || readable) return count;
  }
  return 1;
}

/** Lays a section out in lines of whole bars, each chord as wide as it lasts. */
export function layoutSection(
  section: Section,
  song: Pick<Song, 'key' | 'metre' | 'tempo'>,
  width: number,
): SectionLayout {
  const bars = sectionBars(section, song);
  const chords = chordsInUse(section);
  const count = barsPerLine(chords, bars, width);
  const lines: Line[] = [];
  for (let first = 0; first < bars.length; first += count) {
    const run = bars.slice(first, first + count);
    const start = run[0]!.start;
    const last = run[run.length - 1]!;
    const length = last.start + last.length - start;
    // A short last line keeps the scale of the others.
    const scale = (width * run.length) / count / length;
    const fragments = chords.flatMap((chord, index): Fragment[] => {
      const end = chord.start + chord.length;
      if (end <= start || chord.start >= start + length) return [];
      const left = Math.max(0, chord.start - start) * scale;
      const right = Math.min(length, end - start) * scale;
      const begins = chord.start >= start;
      return [{ chord, index, left, right, begins, size: fittingSize(chord.symbol, right - left) }];
    });
    lines.push({ firstBar: first, bars: run, start, length, fragments });
  }
  return { chords, lines, width };
}
