/** What can stand where one writes in a chart: headings, keys, metres, styles, what is said of a chord. */
import type { Completion, CompletionContext, CompletionResult } from '@codemirror/autocomplete';
import { LEAD_INS } from '@backline/core/song/choices';
import { keyText, parseKey } from '@backline/core/theory/key';
import { METRE_NAMES } from '@backline/core/time/metre';
import { repertoire } from '../../../state/repertoire';

/** Names that sections usually have (common practice). */
const USUAL_SECTIONS = ['Intro', 'Verse', 'Pre-Chorus', 'Chorus', 'Bridge', 'Solo', 'Outro'];

/** Every key whose signature has seven signs at most, by its short text. */
const KEYS: readonly string[] = ['C', 'D', 'E', 'F', 'G', 'A', 'B'].flatMap((letter) =>
  ['', 'b', '#'].flatMap((sign) =>
    ['', 'm'].flatMap((mode) => {
      const key = parseKey(letter + sign + mode);
      return key ? [keyText(key)] : [];
    }),
  ),
);

const OPTIONS = [
  'push 1/8',
  'push 1/16',
  'for 1/4',
  'for 1/2',
  'for 3/8',
  ...LEAD_INS.map((way) => `lead ${way}`),
];

const words = (labels: readonly string[], after = ''): Completion[] =>
  labels.map((label, i) => ({ label, apply: label + after, boost: -i }));

/** Names of the sections that the text has already, in order, each once. */
export const sectionsIn = (text: string): string[] => [
  ...new Set(
    text.split('\n').flatMap((line) => {
      const found = /^\[([^\]]+)\]/.exec(line.trim());
      return found ? [found[1]!.trim()] : [];
    }),
  ),
];

/**
 * What can be written at the end of a line's beginning: how many characters of it are replaced, and by what; null
 * where nothing is offered.
 * @param text the whole chart.
 * @param isTop no heading has come yet.
 */
export function offersAt(
  before: string,
  text: string,
  styles: readonly string[],
  isTop: boolean,
): { readonly replaces: number; readonly options: readonly Completion[] } | null {
  const heading = /^\s*\[([^\]]*)$/.exec(before);
  if (heading) {
    const names = [...new Set([...sectionsIn(text), ...USUAL_SECTIONS])];
    return { replaces: heading[1]!.length, options: words(names, ']') };
  }
  const header = /^\s*(key|time|style):\s*(\S*)$/i.exec(before);
  if (header) {
    const known = { key: KEYS, time: METRE_NAMES, style: styles }[header[1]!.toLowerCase()]!;
    return { replaces: header[2]!.length, options: words(known) };
  }
  const open = before.lastIndexOf('{');
  if (open >= 0 && !before.includes('}', open)) {
    const begun = before.slice(Math.max(open, before.lastIndexOf(',')) + 1).trimStart();
    return { replaces: begun.length, options: words(OPTIONS, '}') };
  }
  const name = /^\s*([a-z]+)$/.exec(before);
  // A small letter begins no chord but a numeral or a degree: those are left alone below the header.
  if (name) {
    const names = isTop ? ['title', 'key', 'time', 'tempo', 'style'] : ['key', 'time', 'tempo'];
    return { replaces: name[1]!.length, options: words(names, ': ') };
  }
  return null;
}

/** {@link offersAt} where the cursor is. */
export function completeChart(context: CompletionContext): CompletionResult | null {
  const { state, pos } = context;
  const line = state.doc.lineAt(pos);
  const text = state.doc.toString();
  const offers = offersAt(
    line.text.slice(0, pos - line.from),
    text,
    repertoire().styles.all.map(({ id }) => id),
    !sectionsIn(text.slice(0, pos)).length,
  );
  if (!offers) return null;
  // What is written out already needs no offer, and Enter begins a new line.
  const begun = state.sliceDoc(pos - offers.replaces, pos);
  if (!context.explicit && offers.options.some(({ label }) => label === begun)) return null;
  // A bracket that closes already is not closed again.
  const closes = state.sliceDoc(pos, pos + 1);
  const options = offers.options.map((option) =>
    typeof option.apply === 'string' && closes !== '' && option.apply.endsWith(closes)
      ? { ...option, apply: option.apply.slice(0, -1) }
      : option,
  );
  return { from: pos - offers.replaces, options };
}
