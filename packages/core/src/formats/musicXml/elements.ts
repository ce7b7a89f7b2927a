/** Elements of XML as text. Order and names are those of MusicXML 4.0 (W3C Community Group report, 2021), as far as version 3.0 has them. */

/** An element that is written already. */
export type Element = string;

const ESCAPES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };

/** Text as XML has it; what XML cannot hold at all is left out. */
const escaped = (text: string): string =>
  text
    // Control characters and halves of pairs are no characters of XML 1.0.
    .replace(/[^\t\n\r\u{20}-\u{D7FF}\u{E000}-\u{FFFD}\u{10000}-\u{10FFFF}]/gu, '')
    .replace(/[&<>"]/g, (sign) => ESCAPES[sign]!);

/** An element with what lies in it: text, a number, or other elements in order. */
export function element(
  name: string,
  content: string | number | readonly (Element | null)[] = [],
  attributes: Readonly<Record<string, string | number>> = {},
): Element {
  const own = Object.entries(attributes).map(([key, value]) => ` ${key}="${escaped(String(value))}"`);
  const inner = Array.isArray(content)
    ? content.filter((one) => one !== null).join('')
    : escaped(String(content as string | number));
  return inner === '' ? `<${name}${own.join('')}/>` : `<${name}${own.join('')}>${inner}</${name}>`;
}
