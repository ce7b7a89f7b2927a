/** Text that a writer gives: names and titles on one line, cut between characters and never inside one. */

/** What no name may hold: control characters save the tab, line separators, halves of characters. */
const UNFIT = /[\u0000-\u0008\u000a-\u001f\u007f-\u009f\u2028\u2029]|\p{Surrogate}/u;
const UNFIT_ALL = new RegExp(UNFIT.source, 'gu');

/** True where a text can stand on one line, in a file and in the database. */
export const isOneLine = (text: string): boolean => !UNFIT.test(text);

const characters = new Intl.Segmenter('en', { granularity: 'grapheme' });

/**
 * A text of at most so many UTF-16 units, cut between characters as a reader sees them.
 * @example cutText('cafe\u0301', 4) // "caf"
 */
export function cutText(text: string, most: number): string {
  if (text.length <= most) return text;
  let end = 0;
  for (const { index, segment } of characters.segment(text)) {
    if (index + segment.length > most) break;
    end = index + segment.length;
  }
  return text.slice(0, end).trimEnd();
}

/** Whatever was typed or pasted as a name: on one line, trimmed, short enough; empty where nothing is left. */
export const tidyName = (text: string, most: number): string =>
  cutText(text.replace(UNFIT_ALL, ' ').trim(), most);

/** Length of a text in UTF-8 bytes. */
export function utf8Length(text: string): number {
  let bytes = 0;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    // Both halves of a pair make four bytes together.
    bytes += code < 0x80 ? 1 : code < 0x800 || (code >= 0xd800 && code <= 0xdfff) ? 2 : 3;
  }
  return bytes;
}

/** A text without any of some characters at its end. */
export function withoutEnd(text: string, characters: string): string {
  let end = text.length;
  while (end > 0 && characters.includes(text[end - 1]!)) end--;
  return text.slice(0, end);
}
