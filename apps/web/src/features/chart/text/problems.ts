/** Where in a text a chart's problem stands, and the text with the nearest reading in its place. */
import type { ChartError } from '@backline/core/formats/chart/error';

/** A stretch of a text, in characters from its beginning. */
export interface TextRange {
  readonly from: number;
  readonly to: number;
}

/** Lines of a text, however it ends them. */
export const linesOf = (text: string): readonly string[] => text.split(/\r\n|\r|\n/);

/**
 * The characters that a problem is about: the word that does not read, or the one that begins there.
 * @param lines of the text, which end with one character each.
 */
export function placeOf(
  lines: readonly string[],
  { line, column, unread }: Pick<ChartError, 'line' | 'column' | 'unread'>,
): TextRange {
  const index = Math.min(line, lines.length) - 1;
  const within = lines[index]!;
  const before = lines.slice(0, index).reduce((sum, { length }) => sum + length + 1, 0);
  const at = Math.min(column - 1, within.length);
  // A chord's complaint points into it; its word begins at or before that.
  const start = unread ? within.lastIndexOf(unread.word, at) : -1;
  const begin = start >= 0 ? start : at;
  const length = start >= 0 ? unread!.word.length : (/^[^\s|‖]+/u.exec(within.slice(begin))?.[0].length ?? 0);
  // What is missing at the end of a line is seen at its last character.
  const from = length ? begin : Math.max(0, Math.min(begin, within.length - 1));
  return { from: before + from, to: before + Math.min(from + Math.max(1, length), within.length) };
}

/** What makes one text of another, and leaves alone what they begin and end with alike. */
export function changeTo(before: string, after: string): TextRange & { readonly insert: string } {
  const shorter = Math.min(before.length, after.length);
  let from = 0;
  while (from < shorter && before[from] === after[from]) from++;
  let same = 0;
  while (same < shorter - from && before.at(-1 - same) === after.at(-1 - same)) same++;
  return { from, to: before.length - same, insert: after.slice(from, after.length - same) };
}

/** The text with a reading in place of the word that does not read. */
export function withReading(text: string, problem: ChartError, reading: string): string {
  const lines = linesOf(text);
  const { from, to } = placeOf(lines, problem);
  const plain = lines.join('\n');
  return plain.slice(0, from) + reading + plain.slice(to);
}
