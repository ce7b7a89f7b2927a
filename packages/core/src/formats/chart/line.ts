/** A line of a chart as bars of words: bar lines, double bars and repeat signs taken apart. */
import { ChartError } from './error';

/** A word of a bar with its place in the chart. */
export interface Word {
  readonly text: string;
  readonly line: number;
  readonly column: number;
}

/** What stands between two bar lines. A repeat sign at a line's edge has no words of its own. */
export interface BarWords {
  readonly words: readonly Word[];
  /** A repeat begins with this bar. */
  readonly opens: boolean;
  /** A repeat ends with this bar: what stands since its beginning is played again. */
  readonly closes: boolean;
}

/** A bar line with its repeat signs, or a word; braces keep their spaces. */
const TOKEN = /(:?[|‖]+:?|[𝄆𝄇])|(?:[^\s|‖𝄆𝄇{:]|:(?![|‖])|\{[^}|]*\}?)+/gu;

const EMPTY_BAR = 'This bar is empty. Write % to repeat the bar before or N.C. to rest.';

/** Words of a text without regard to bar lines. */
export const wordsOf = (text: string, line = 1, before = 0): Word[] =>
  [...text.matchAll(TOKEN)].flatMap((m) =>
    m[1] ? [] : [{ text: m[0], line, column: before + m.index + 1 }],
  );

/**
 * Bars of one line.
 * @param line 1-based, for complaints; `before` characters stood in front of the text.
 * @throws ChartError where nothing stands between two bar lines.
 */
export function readLine(text: string, line: number, before = 0): BarWords[] {
  const bars: { words: Word[]; opens: boolean; closes: boolean }[] = [];
  let words: Word[] = [];
  let opens = false;
  let bounded: 'plain' | 'open' | null = null;
  const end = (closes: boolean): void => {
    if (words.length || closes) bars.push({ words, opens: opens && words.length > 0, closes });
    if (words.length) opens = false;
    words = [];
  };
  for (const m of text.matchAll(TOKEN)) {
    const column = before + m.index + 1;
    const sign = m[1];
    if (sign === undefined) {
      words.push({ text: m[0], line, column });
      bounded = null;
      continue;
    }
    const closing = sign.startsWith(':') || sign === '𝄇';
    const opening = sign.endsWith(':') || sign === '𝄆';
    const empty = bounded === 'open' ? closing : bounded === 'plain' && !closing && !opening;
    if (empty) throw new ChartError('bar-empty', line, column, EMPTY_BAR);
    end(closing);
    opens = opens || opening;
    bounded = opening ? 'open' : 'plain';
  }
  end(false);
  if (opens) bars.push({ words: [], opens: true, closes: false });
  if (!bars.length && text.trim() !== '') throw new ChartError('bar-empty', line, before + 1, EMPTY_BAR);
  return bars;
}
