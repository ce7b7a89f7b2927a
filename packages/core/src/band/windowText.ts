/** What a window's notes depend on, written down: two windows of the same text sound the same. */
import type { Kind } from '../parts/kind';
import { keyText } from '../theory/key';
import { isInFront } from '../style/kind';
import { PPQ } from '../time/ticks';
import type { Bar } from '../time/bars';
import type { ChordSpan } from '../timeline/chordSpans';
import type { Region } from '../timeline/region';
import type { SettingsSpan } from '../timeline/settings';

/** A text for an object that is the same for the same object, made once. */
function once<T extends object>(write: (value: T) => string): (value: T) => string {
  const written = new WeakMap<T, string>();
  return (value) => {
    let text = written.get(value);
    if (text === undefined) written.set(value, (text = write(value)));
    return text;
  };
}

/** Short names for long texts: the same text has the same name as long as it is remembered. */
const names = new Map<string, string>();
const MOST_NAMES = 100_000;
let named = 0;
function nameOf(text: string): string {
  let name = names.get(text);
  if (name === undefined) {
    // What was named is forgotten all at once; it is then another name, and made once more.
    if (names.size >= MOST_NAMES) names.clear();
    names.set(text, (name = `~${named++}`));
  }
  return name;
}

let objects = 0;
/** Kinds and patterns are values that are never changed in place: another object is another one. */
const identity = once<object>(() => `#${objects++}`);

const barText = once<Bar>(
  ({ start, length, metre, key, tempo, tempoTo, groups }) =>
    `${start},${length},${metre},${groups[0]?.at ?? 0},${key},${tempo},${tempoTo}`,
);
const barsText = once<readonly Bar[]>((bars) => nameOf(bars.map(barText).join(';')));

const spanText = once<ChordSpan>(
  (s) =>
    `${s.id},${s.start},${s.end},${s.anticipation},${s.symbol},${keyText(s.key)},${s.scale},${s.voicing?.join('.')},${s.bassPlays},${s.leadIn},${s.frets?.join('.')},${s.isChange},${s.sinceBar}`,
);
const spansText = once<readonly ChordSpan[]>((spans) => nameOf(spans.map(spanText).join(';')));

/** A name for what the players agree on in a region: the same name, the same terms. */
export const termsText = once<Region['terms']>((terms) => nameOf(JSON.stringify(terms)));

/** A name for resolved settings: the same name, the same settings. */
export const settingsText = once<SettingsSpan['settings']>((settings) => nameOf(JSON.stringify(settings)));
const stretchText = ({ start, end, settings, pattern, hit }: SettingsSpan): string =>
  `${start},${end},${hit},${identity(pattern)},${settingsText(settings)}`;

/** A line is begun so long before its window at most, and goes on so far behind it, ticks. */
const BESIDE = 4 * PPQ;

/** The gaps in which alone a window is played; nothing where it is played throughout. */
const gapsText = ({ gaps, bars, length }: Region): string => {
  if (!gaps) return '';
  const from = (bars[0]?.start ?? 0) - BESIDE;
  const near = gaps.filter((gap) => gap.to > from && gap.from < length + BESIDE);
  return `|in ${near.map((gap) => `${Math.max(from, gap.from)}-${Math.min(length + BESIDE, gap.to)}`).join()}`;
};

/** Everything the notes of a window depend on, as a text. */
export function windowText(kind: Kind, window: Region): string {
  const {
    registerRange,
    terms,
    seed,
    sectionSeed,
    length,
    firstBar,
    ofBars,
    first,
    entersNew,
    again,
    ending,
    before,
    next,
  } = window;
  const led = before ? `${before.chord.symbol} ${before.pitches.join()} ${before.frets?.join()}` : '';
  const follows = next
    ? `${next.chord?.symbol},${next.key && keyText(next.key)},${next.anticipation},${next.newSection},${next.leadIn},${next.isChange}`
    : '';
  const place = `${seed}|${sectionSeed}|${length}|${firstBar}${isInFront(kind) ? `/${ofBars}` : ''}|${first}|${entersNew}|${again}|${ending}`;
  const told = `${identity(kind)}|${registerRange[0]}-${registerRange[1]}|${termsText(terms)}|${follows}|${led}${gapsText(window)}`;
  const set = window.settingsSpans.map(stretchText).join(';');
  return `${place}|${told}\n${set}\n${barsText(window.bars)}\n${spansText(window.spans)}`;
}
