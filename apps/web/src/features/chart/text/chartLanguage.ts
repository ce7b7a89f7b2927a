/** What a chart's text is made of, told apart for the eye: headings, lines of the header, chords, options, bar lines. */
import { HighlightStyle, StreamLanguage, syntaxHighlighting, type StringStream } from '@codemirror/language';
import type { Extension } from '@codemirror/state';
import { tags } from '@lezer/highlight';
import { FONT } from '../../../theme/tokens';

/** The names this module gives to what it finds, as the highlighter knows them. */
type Token = 'heading' | 'keyword' | 'string' | 'punctuation' | 'meta';

/** The next piece of a line, and what it is; null for what is written plainly. */
export function nextToken(stream: Pick<StringStream, 'match' | 'next' | 'sol' | 'skipToEnd'>): Token | null {
  if (stream.sol()) {
    if (stream.match(/^\s*\[[^\]]*\]/)) return 'heading';
    if (stream.match(/^\s*[A-Za-z]+\s*:(?![|‖])/u)) return 'keyword';
  }
  if (stream.match(/^\s+/)) return null;
  if (stream.match(/^(?::?[|‖]+:?|[𝄆𝄇])/u)) return 'punctuation';
  if (stream.match(/^\{[^}]*\}?/)) return 'meta';
  if (stream.match(/^[^\s|‖𝄆𝄇{]+/u)) return 'string';
  stream.next();
  return null;
}

const language = StreamLanguage.define<object>({ name: 'chart', token: (stream) => nextToken(stream) });

const weights = HighlightStyle.define([
  { tag: tags.heading, fontFamily: FONT.chord },
  { tag: tags.keyword, fontStyle: 'italic' },
  { tag: tags.string, fontFamily: `${FONT.strong}, ${FONT.symbols}` },
  { tag: [tags.punctuation, tags.meta], class: 'chart-quiet' },
]);

export const chartLanguage = (): Extension => [language, syntaxHighlighting(weights)];
