/** Lines of a chord sheet, each taken for what it most likely is. Common practice of those who write songs down. */
import { parseKey, keyText } from '../../theory/key';
import { findMetre } from '../../time/metre';
import { areChords, inParentheses, signsOf, signsWithin, written, type Sign } from './tokens';

/** Bars of a line of chords, each as a chart has it. */
export interface Chords {
  readonly is: 'chords';
  readonly bars: readonly string[];
  /** No bar lines and no beats are written: each chord was given a bar. */
  readonly aBarEach: boolean;
  /** Words stand in the same line. */
  readonly hasWords: boolean;
  /** What is said beside the chords, which no chart holds: "stop". */
  readonly remarks: readonly string[];
  /** The chords are written by degree. */
  readonly byDegree: boolean;
}

/** One line of a chord sheet as it was read. */
export type SheetLine =
  | Chords
  | { readonly is: 'empty' | 'words' | 'tablature' }
  | {
      readonly is: 'heading';
      readonly name: string;
      readonly repeats: number;
      readonly chords: Chords | null;
    }
  | { readonly is: 'field'; readonly field: Field; readonly value: string }
  | { readonly is: 'capo'; readonly fret: string };

/** A fact that a line of a chord sheet gives: title, key, tempo, metre. */
export type Field = 'title' | 'key' | 'time' | 'tempo';

const MOST_REPEATS = 16;

/** A line with one space wherever spaces stand, and none at its ends: what reads it has no run of spaces to try. */
export const tidy = (line: string): string => line.replace(/\s+/gu, ' ').trim();

const TIMES = /(?:^| )\(?(?:[x×] ?(\d{1,2})|(\d{1,2}) ?[x×])\)?$/iu;

/** A text and how often it is played, where that stands behind it: "x3", "(2x)". */
function repeated(text: string): { text: string; times: number } {
  const match = TIMES.exec(text);
  const times = match ? Number(match[1] ?? match[2]) : 1;
  return match && times >= 1 && times <= MOST_REPEATS
    ? { text: text.slice(0, match.index), times }
    : { text, times: 1 };
}

const again = <T>(list: readonly T[], times: number): T[] => Array.from({ length: times }, () => list).flat();

const remarksOf = (signs: readonly Sign[]): string[] =>
  signs.flatMap((sign) => (sign.is === 'remark' ? [sign.text] : []));

const withoutRemarks = (signs: readonly Sign[]): Sign[] => signs.filter(({ is }) => is !== 'remark');

const hasDegrees = (signs: readonly Sign[]): boolean => signs.some(({ is }) => is === 'degree');

/** Bars between bar lines. A repeat sign plays what it closes twice, or as often as is written behind it. */
function betweenLines(text: string, times: number): Chords | null {
  const pieces = text.split(/:?[|‖]+:?/u).filter((piece) => piece.trim() !== '');
  const read = pieces.map(signsOf);
  if (!read.length || !read.every((bar) => bar !== null) || !areChords(read.flat())) return null;
  const played = times > 1 ? times : /:[|‖]/u.test(text) ? 2 : 1;
  const bars = read.map(withoutRemarks).filter((bar) => bar.length);
  const all = bars.map((bar) => bar.map(written).join(' '));
  const signs = read.flat();
  return {
    is: 'chords',
    bars: again(all, played),
    aBarEach: false,
    hasWords: false,
    remarks: remarksOf(signs),
    byDegree: hasDegrees(signs),
  };
}

/** Bars of as many beats as the metre has, where chords are followed by a stroke or dot for each further beat. */
function byBeats(signs: readonly Sign[], beats: number): string[] | null {
  if (!signs.some(({ is }) => is === 'beat') || signs[0]!.is === 'beat' || signs.length % beats) return null;
  return Array.from({ length: signs.length / beats }, (_, i) =>
    signs
      .slice(i * beats, (i + 1) * beats)
      .map(written)
      .join(' '),
  );
}

/** Signs without bar lines as bars: by their strokes, or a bar for each chord. */
function barsOf(read: readonly Sign[], times: number, beats: number): Chords {
  const signs = withoutRemarks(read);
  const counted = byBeats(signs, beats);
  const bars = counted ?? signs.filter(({ is }) => is !== 'beat').map(written);
  return {
    is: 'chords',
    bars: again(bars, times),
    aBarEach: !counted,
    hasWords: false,
    remarks: remarksOf(read),
    byDegree: hasDegrees(signs),
  };
}

/**
 * A line of chords and nothing else, but for remarks in parentheses; null where there is anything else.
 * @param beats of a bar, for chords with strokes behind them.
 */
export function chordsIn(line: string, beats: number): Chords | null {
  const whole = repeated(tidy(line));
  const inner = inParentheses(whole.text.trim());
  const text = inner?.includes(' ') ? inner : whole.text;
  if (/[|‖]/u.test(text)) return betweenLines(text, whole.times);
  const signs = signsOf(text);
  return signs && areChords(signs) ? barsOf(signs, whole.times, beats) : null;
}

/** The chords of a line that its writer calls one of chords, whatever else stands in it; null where it holds none. */
export function chordsWithin(line: string, beats: number): Chords | null {
  const whole = repeated(tidy(line));
  const signs = signsWithin(whole.text.replace(/[|‖]/gu, ' '));
  return signs.some(({ is }) => is === 'chord' || is === 'degree') ? barsOf(signs, whole.times, beats) : null;
}

/** Chords in brackets between the words of a line. */
function amongWords(line: string): Chords | null {
  const found = [...line.matchAll(/\[([^\][]+)\]/g)].map(([, inner]) => signsOf(inner!));
  if (!found.length || !found.every((signs) => signs?.length === 1)) return null;
  const signs = found.flatMap((one) => one!);
  const others = line.replace(/\[[^\][]+\]/g, '').trim();
  // One letter alone in brackets is the name of a section.
  if (!areChords(signs) || (others === '' && /^\[[A-Z]\]$/.test(line))) return null;
  return {
    is: 'chords',
    bars: signs.map(written),
    aBarEach: true,
    hasWords: others !== '',
    remarks: [],
    byDegree: hasDegrees(signs),
  };
}

const SECTIONS = [
  ...[
    'intro',
    'verse',
    'pre-? ?chorus',
    'post-? ?chorus',
    'chorus',
    'refrain',
    'bridge',
    'middle (?:eight|8)',
  ],
  ...[
    'interlude',
    'instrumental',
    'solo',
    'break(?:down)?',
    'outro',
    'coda',
    'tag',
    'ending',
    'hook',
    'vamp',
  ],
  ...['turnaround', 'part', 'section', 'strophe', 'couplet', 'pont', 'estrofa', 'estribillo', 'puente'],
  ...['ritornello', 'strofa'],
];
const NAMED = new RegExp(`^(?:${SECTIONS.join('|')})(?: (?:\\d{1,2}|[A-Z]|[ivx]{1,4}))?$`, 'i');

const tidied = (name: string): string =>
  name === name.toUpperCase() || name === name.toLowerCase()
    ? name.charAt(0).toUpperCase() + name.slice(1).toLowerCase()
    : name;

/** What a heading is called, and what stands behind it. */
function headIn(line: string): { head: string; rest: string; inBrackets: boolean } | null {
  const inBrackets = /^\[([^\][]+)\]/.exec(line);
  if (inBrackets) {
    const behind = line.slice(inBrackets[0].length).trim();
    const rest = behind.startsWith(':') ? behind.slice(1) : behind;
    return { head: inBrackets[1]!, rest: rest.trim(), inBrackets: true };
  }
  const colon = line.indexOf(':');
  if (colon === 0) return null;
  const head = colon < 0 ? line : line.slice(0, colon);
  return { head, rest: colon < 0 ? '' : line.slice(colon + 1).trim(), inBrackets: false };
}

/** A name in brackets, or one that sections have, with what stands behind it: how often, or its chords. */
function headingIn(line: string, beats: number): SheetLine | null {
  const found = headIn(line);
  if (!found) return null;
  const own = repeated(found.head);
  const name = own.text.trim().replace(/^\(|\)$/g, '');
  if (!name || (!found.inBrackets && !NAMED.test(name))) return null;
  const behind = repeated(found.rest);
  if (!behind.text.trim()) {
    return { is: 'heading', name: tidied(name), repeats: Math.max(own.times, behind.times), chords: null };
  }
  const chords = chordsIn(found.rest, beats);
  return chords && { is: 'heading', name: tidied(name), repeats: own.times, chords };
}

const TABLATURE = /^[A-Ga-g]?[#b]? ?[|:]?-{2}[-\d|hpbrxX/\\~() ^]*$/;
const FIELDS: readonly (readonly [RegExp, Field])[] = [
  [/^(?:title|song) ?:(.+)$/i, 'title'],
  [/^key(?: of)? ?[:=]? ?(\S+)(?: (?:major|minor))?$/i, 'key'],
  [/^(?:time|metre|meter)(?: signature)? ?[:=]? ?(\d{1,2}\/\d{1,2})$/i, 'time'],
  [/^(\d{1,2}\/\d{1,2})$/, 'time'],
  [/^(?:tempo|bpm) ?[:=]? ?(\d{2,3})(?: ?bpm)?$/i, 'tempo'],
  [/^(\d{2,3}) ?bpm$/i, 'tempo'],
];

function fieldIn(line: string): SheetLine | null {
  const capo = /^capo ?(?:on )?[:=]? ?(?:fret )?(\d{1,2})/i.exec(line);
  if (capo) return { is: 'capo', fret: capo[1]! };
  for (const [form, field] of FIELDS) {
    const value = form.exec(line)?.[1]?.trim();
    if (value === undefined) continue;
    if (field === 'time' && !findMetre(value)) return null;
    if (field !== 'key') return { is: 'field', field, value };
    const key = parseKey(/minor$/i.test(line) ? `${value}m` : value);
    return key && { is: 'field', field, value: keyText(key) };
  }
  return null;
}

/** The metre a sheet says it is in; it tells how many strokes make a bar. */
export function metreIn(lines: readonly string[]): string {
  for (const text of lines) {
    const line = fieldIn(tidy(text));
    if (line?.is === 'field' && line.field === 'time') return line.value;
  }
  return '4/4';
}

/** What a line is. @param beats of a bar of the sheet. */
export function lineOf(raw: string, beats: number): SheetLine {
  const line = tidy(raw);
  if (line === '') return { is: 'empty' };
  if (TABLATURE.test(line)) return { is: 'tablature' };
  return (
    chordsIn(line, beats) ?? amongWords(line) ?? fieldIn(line) ?? headingIn(line, beats) ?? { is: 'words' }
  );
}
