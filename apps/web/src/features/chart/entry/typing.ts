/** What is typed into a bar, as it is understood while it is typed. */
import { barText, placesFrom, readBarText, readBarsText } from '@backline/core/edits/bars';
import { ChartError, type Unread } from '@backline/core/formats/chart/error';
import { chartOfSheet } from '@backline/core/formats/chordSheet/index';
import { chordsIn } from '@backline/core/formats/chordSheet/lines';
import { withoutEnd } from '@backline/core/song/text';
import { isReadable } from '@backline/core/theory/chordGrammar';
import { beatsOf } from '@backline/core/time/beats';
import type { Place } from './entry';

export interface ReadBar {
  /** The text of the bar, without the bar lines around it. */
  readonly plain: string;
  readonly symbols: readonly (string | null)[];
  /** More than one where a line of bars was pasted. */
  readonly bars: number;
}

export interface NotRead {
  readonly reason: string;
  readonly unread: Unread | null;
}

/** A text without bar lines at its edges: `| Dm9 |` is the bar Dm9. */
function withoutEdges(text: string): string {
  const plain = text.trim();
  const begun = plain.replace(/^[|‖]+(?!:)/u, '');
  return withoutEnd(begun, '|');
}

/** True where a text holds more than one bar: bar lines, lines, repeat signs. */
const isLine = (text: string): boolean => /[|\n]/.test(withoutEdges(text).trim());

/** True where a bar line has been written behind a bar. */
export function isClosed(text: string): boolean {
  const written = text.trimEnd();
  const inner = written.slice(0, -1);
  const last = inner.slice(inner.lastIndexOf('|') + 1);
  return written.endsWith('|') && last.trim() !== '' && !isLine(text);
}

export function tryRead(text: string, { song, section, index, bar }: Place): ReadBar | NotRead {
  const plain = withoutEdges(text).trim();
  try {
    if (isLine(text)) {
      const bars = readBarsText(text, placesFrom(song, section, index));
      return { plain, symbols: bars.flatMap((b) => b.map((c) => c.symbol)), bars: bars.length };
    }
    // A bar as the one before it.
    const again = plain === '%' && index > 0 ? barText(song, section, index - 1) : plain;
    return { plain: again, symbols: readBarText(again, bar).map((c) => c.symbol), bars: 1 };
  } catch (error) {
    if (error instanceof ChartError) return { reason: error.reason, unread: error.unread };
    throw error;
  }
}

/** A whole chart has headings or headers: it goes in as one. */
const isChart = (text: string): boolean =>
  text.split('\n').some((line) => /^\[[^\]]+\]|^(?:title|key|time|tempo|style)\s*:/i.test(line.trim()));

/** What goes in as a whole and not into a bar: a chart, or lines of chords with words between them. */
export const isWhole = (text: string, place: Place): boolean =>
  isChart(text) || (text.includes('\n') && 'reason' in tryRead(text, place) && chartOfSheet(text) !== null);

/** A line of chords that does not fit into a bar, read as a bar for each; null where that is not what it is. */
export function barsOfLine(text: string, { bar }: Place): { line: string; bars: number } | null {
  const bars = text.includes('\n') ? [] : (chordsIn(text, beatsOf(bar).length)?.bars ?? []);
  return bars.length > 1 ? { line: bars.join(' | '), bars: bars.length } : null;
}

/** What may follow the beginning of a chord. */
const ENDINGS = [
  ...['C', 'V', '7', '5', '9', '3', '11', '4', '2', ')', '5)', '9)'],
  ...['aj7', 'j7', 'in', 'n', 'ug', 'g', 'im', 'm', 'us4', 's4', 'us', 's', 'dd9', 'd9', 'b5', 'v'],
];

/** True while the last word may be on its way to a chord: nothing is wrong with it yet. */
export function isGrowing(text: string, place: Place): boolean {
  let from = text.length;
  while (from > 0 && !/[\s|]/.test(text[from - 1]!)) from--;
  const word = text.slice(from);
  if (!word) return false;
  const before = text.slice(0, from);
  const reads = (whole: string): boolean => 'bars' in tryRead(whole, place);
  // An option in braces is written to its end.
  if (text.lastIndexOf('{') > text.lastIndexOf('}')) return reads(text.slice(0, text.lastIndexOf('{')));
  // Most words are chords on their way, which is told without reading the whole bar.
  if (!before.trim() && ENDINGS.some((ending) => isReadable(word + ending))) return true;
  return ENDINGS.some((ending) => reads(before + word + ending));
}
