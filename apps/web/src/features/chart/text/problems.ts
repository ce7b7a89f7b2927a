/** Where in a text a chart's problem stands, and the text with the nearest reading in its place. */
import { Text } from '@codemirror/state';
import type { ChartError } from '@backline/core/formats/chart/error';

/** The characters of a text that a problem is about: the word that does not read, or the one that begins there. */
export function placeOf(
  text: Text,
  { line, column, unread }: Pick<ChartError, 'line' | 'column' | 'unread'>,
): { readonly from: number; readonly to: number } {
  const within = text.line(Math.min(line, text.lines));
  const at = Math.min(column - 1, within.length);
  // A chord's complaint points into it; its word begins at or before that.
  const start = unread ? within.text.lastIndexOf(unread.word, at) : -1;
  const begin = start >= 0 ? start : at;
  const length =
    start >= 0 ? unread!.word.length : (/^[^\s|‖]+/u.exec(within.text.slice(begin))?.[0].length ?? 0);
  // What is missing at the end of a line is seen at its last character.
  const from = within.from + (length ? begin : Math.max(0, Math.min(begin, within.length - 1)));
  return { from, to: Math.min(Math.max(from + Math.max(1, length), from), within.to) };
}

/** The text with a reading in place of the word that does not read. */
export function withReading(text: string, problem: ChartError, reading: string): string {
  const { from, to } = placeOf(Text.of(text.split(/\r\n|\r|\n/)), problem);
  const plain = text.replace(/\r\n?/g, '\n');
  return plain.slice(0, from) + reading + plain.slice(to);
}
