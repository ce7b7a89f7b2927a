/** Lines of a chord sheet, each taken for what it most likely is. Common practice of those who write songs down. */
import { parseKey, keyText } from '../../theory/key';
import { findMetre } from '../../time/metre';
import { areChords, signsOf, written, type Sign } from './words';

/** Bars of a line of chords, each as a chart has it. */
export interface Chords {
  readonly is: 'chords';
  readonly bars: readonly string[];
  /** No bar lines and no beats are written: each chord was given a bar. */
  readonly aBarEach: boolean;
  /** Words stand in the same line. */
  readonly hasWords: boolean;
}

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

export type Field = 'title' | 'key' | 'time' | 'tempo';

const MOST_REPEATS = 16;

const TIMES = /(?:^|\s)\(?(?:[x×]\s?(\d{1,2})|(\d{1,2})\s?[x×])\)?\s*$/iu;

/** A text and how often it is played, where that stands behind it: "x3", "(2x)". */
function repeated(text: string): { text: string; times: number } {
  const match = TIMES.exec(text);
  const times = match ? Number(match[1] ?? match[2]) : 1;
  return match && times >= 1 && times <= MOST_REPEATS
    ? { text: text.slice(0, match.index), times }
    : { text, times: 1 };
}

const again = <T>(list: readonly T[], times: number): T[] => Array.from({ length: times }, () => list).flat();

/** Bars between bar lines. A repeat sign plays what it closes twice, or as often as is written behind it. */
function betweenLines(text: string, times: number): Chords | null {
  const pieces = text.split(/:?[|‖]+:?/u).filter((piece) => piece.trim() !== '');
  const bars = pieces.map(signsOf);
  if (!bars.length || !bars.every((bar) => bar !== null) || !areChords(bars.flat())) return null;
  const played = times > 1 ? times : /:[|‖]/u.test(text) ? 2 : 1;
  const all = bars.map((bar) => bar.map(written).join(' '));
  return { is: 'chords', bars: again(all, played), aBarEach: false, hasWords: false };
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

/**
 * A line of chords and nothing else.
 * @param beats of a bar, for chords with strokes behind them.
 */
export function chordsIn(line: string, beats: number): Chords | null {
  const whole = repeated(line.trim());
  const text = /^\(([^()]*\s[^()]*)\)$/.exec(whole.text.trim())?.[1] ?? whole.text;
  if (/[|‖]/u.test(text)) return betweenLines(text, whole.times);
  const signs = signsOf(text);
  if (!signs || !areChords(signs)) return null;
  const counted = byBeats(signs, beats);
  const bars = counted ?? signs.filter(({ is }) => is !== 'beat').map(written);
  return { is: 'chords', bars: again(bars, whole.times), aBarEach: !counted, hasWords: false };
}

/** Chords in brackets between the words of a line. */
function amongWords(line: string): Chords | null {
  const found = [...line.matchAll(/\[([^\][]+)\]/g)].map(([, inner]) => signsOf(inner!));
  if (!found.length || !found.every((signs) => signs?.length === 1)) return null;
  const signs = found.flatMap((one) => one!);
  const others = line.replace(/\[[^\][]+\]/g, '').trim();
  // One letter alone in brackets is the name of a section.
  if (!areChords(signs) || (others === '' && /^\s*\[[A-Z]\]\s*$/.test(line))) return null;
  return { is: 'chords', bars: signs.map(written), aBarEach: true, hasWords: others !== '' };
}

const SECTIONS = [
  ...[
    'intro',
    'verse',
    'pre-?\\s?chorus',
    'post-?\\s?chorus',
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
const NAMED = new RegExp(`^(?:${SECTIONS.join('|')})(?:\\s+(?:\\d{1,2}|[A-Z]|[ivx]{1,4}))?$`, 'i');

const tidied = (name: string): string =>
  name === name.toUpperCase() || name === name.toLowerCase()
    ? name.charAt(0).toUpperCase() + name.slice(1).toLowerCase()
    : name;

/** A name in brackets, or one that sections have, with what stands behind it: how often, or its chords. */
function headingIn(line: string, beats: number): SheetLine | null {
  const inBrackets = /^\[([^\][]+)\]\s*:?\s*(.*)$/.exec(line);
  const [, head, rest = ''] = inBrackets ?? /^([^:]+)(?::\s*(.*))?$/.exec(line) ?? [];
  if (head === undefined) return null;
  const own = repeated(head);
  const name = own.text.trim().replace(/^\(|\)$/g, '');
  if (!name || (!inBrackets && !NAMED.test(name))) return null;
  const behind = repeated(rest);
  if (!behind.text.trim()) {
    return { is: 'heading', name: tidied(name), repeats: Math.max(own.times, behind.times), chords: null };
  }
  const chords = chordsIn(rest, beats);
  return chords && { is: 'heading', name: tidied(name), repeats: own.times, chords };
}

const TABLATURE = /^\s*[A-Ga-g]?[#b]?\s?[|:]?-{2}[-\d|hpbrxX/\\~()\s^]*$/;
const FIELDS: readonly (readonly [RegExp, Field])[] = [
  [/^(?:title|song)\s*:\s*(.+)$/i, 'title'],
  [/^key(?:\s+of)?\s*[:=]?\s*(\S+)(?:\s+(?:major|minor))?$/i, 'key'],
  [/^(?:time|metre|meter)(?:\s+signature)?\s*[:=]?\s*(\d{1,2}\/\d{1,2})$/i, 'time'],
  [/^(\d{1,2}\/\d{1,2})$/, 'time'],
  [/^(?:tempo|bpm)\s*[:=]?\s*(\d{2,3})(?:\s*bpm)?$/i, 'tempo'],
  [/^(\d{2,3})\s*bpm$/i, 'tempo'],
];

function fieldIn(line: string): SheetLine | null {
  const capo = /^capo\s*(?:on\s*)?[:=]?\s*(?:fret\s*)?(\d{1,2})/i.exec(line);
  if (capo) return { is: 'capo', fret: capo[1]! };
  for (const [form, field] of FIELDS) {
    const value = form.exec(line)?.[1];
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
    const line = fieldIn(text.trim());
    if (line?.is === 'field' && line.field === 'time') return line.value;
  }
  return '4/4';
}

/** What a line is. @param beats of a bar of the sheet. */
export function lineOf(raw: string, beats: number): SheetLine {
  const line = raw.trim();
  if (line === '') return { is: 'empty' };
  if (TABLATURE.test(line)) return { is: 'tablature' };
  return (
    chordsIn(line, beats) ?? amongWords(line) ?? fieldIn(line) ?? headingIn(line, beats) ?? { is: 'words' }
  );
}
