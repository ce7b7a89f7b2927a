/**
 * A region cut into windows of some bars: the unit of work and of memory. An edit makes the windows
 * anew that it touches, and those next to them where they hear it; all others stay as they were.
 */
import equal from 'fast-deep-equal';
import { derived } from '../memo/derived';
import { keyOf } from '../theory/key';
import type { Bar } from '../time/bars';
import type { ChordSpan } from './chordSpans';
import type { Next, Region } from './region';
import { termsWithin, type Agreement } from './agreement';
import type { SettingsSpan } from './settings';
import type { BarIndex, Ticks } from '../units/units';

/** Bars of a window of those who do not think in longer phrases; the last one of a region has up to twice as many. */
const WINDOW = 4;

/** The bars of a window and the chords in them. Where nothing changed it is the very same. */
export interface WindowSpan {
  readonly firstBar: number;
  readonly bars: readonly Bar[];
  readonly spans: readonly ChordSpan[];
  readonly start: Ticks;
  readonly end: Ticks;
}

/** A playing cut into pieces, and the bars at which they begin. */
interface WindowSpans {
  readonly all: readonly WindowSpan[];
  readonly from: readonly number[];
}

/** A bar and the chord that begins with it, by their places. */
interface WindowStart {
  readonly bar: BarIndex;
  readonly span: number;
}

/** Where windows begin: every so many bars, where a chord begins with the bar. */
function cutsOf(bars: readonly Bar[], spans: readonly ChordSpan[], size: number): WindowStart[] {
  const cuts: WindowStart[] = [{ bar: 0, span: 0 }];
  let span = 0;
  for (let bar = size; bar + size <= bars.length; bar += size) {
    const { start } = bars[bar]!;
    while (span < spans.length && spans[span]!.start < start) span++;
    if (spans[span]?.start === start) cuts.push({ bar, span });
  }
  return cuts;
}

/** Pieces as they were made last, by how far is planned and the first of their chords. */
const knownPieces = new Map<number, WeakMap<ChordSpan, WindowSpan>>();

const isRun = <T>(own: readonly T[], all: readonly T[], from: number): boolean => {
  for (let i = 0; i < own.length; i++) if (own[i] !== all[from + i]) return false;
  return true;
};

/** One in which nothing changed is the very same, and so is all that is known of it. */
function pieceOf(
  bars: readonly Bar[],
  spans: readonly ChordSpan[],
  size: number,
  from: WindowStart,
  to: WindowStart,
): WindowSpan {
  let known = knownPieces.get(size);
  if (!known) knownPieces.set(size, (known = new WeakMap()));
  const first = spans[from.span];
  const found = first && known.get(first);
  const stays =
    found?.firstBar === from.bar &&
    found.bars.length === to.bar - from.bar &&
    found.spans.length === to.span - from.span &&
    isRun(found.spans, spans, from.span) &&
    isRun(found.bars, bars, from.bar);
  if (stays) return found;
  const last = bars[to.bar - 1]!;
  const piece: WindowSpan = {
    firstBar: from.bar,
    bars: bars.slice(from.bar, to.bar),
    spans: spans.slice(from.span, to.span),
    start: bars[from.bar]!.start,
    end: last.start + last.length,
  };
  if (first) known.set(first, piece);
  return piece;
}

interface Uncut {
  readonly bars: readonly Bar[];
  readonly spans: readonly ChordSpan[];
  readonly size: number;
}

/** Parts that hear the same chords and plan as far share their pieces. */
const cutAt = derived(({ bars, spans, size }: Uncut): WindowSpans => {
  const cuts = cutsOf(bars, spans, size);
  const end: WindowStart = { bar: bars.length, span: spans.length };
  return {
    all: cuts.map((cut, i) => pieceOf(bars, spans, size, cut, cuts[i + 1] ?? end)),
    from: cuts.map(({ bar }) => bar),
  };
});

const piecesOf = (bars: readonly Bar[], spans: readonly ChordSpan[], size: number): WindowSpans =>
  cutAt(spans, `${size}`, { bars, spans, size });

/** What a window may know of the one that follows it in its region. */
function leadsInto({ spans, bars }: WindowSpan): Next {
  const [first] = spans;
  return {
    chord: first?.chord ?? null,
    key: keyOf(bars[0]!.key),
    anticipation: first?.anticipation ?? 0,
    newSection: false,
    leadIn: first?.leadIn ?? null,
    isChange: first?.isChange ?? true,
  };
}

/** The part of each stretch that lies in a window. */
function within(stretches: readonly SettingsSpan[], start: Ticks, end: Ticks): readonly SettingsSpan[] {
  return stretches
    .filter((stretch) => stretch.start < end && stretch.end > start)
    .map((stretch) => ({
      ...stretch,
      start: Math.max(stretch.start, start),
      end: Math.min(stretch.end, end),
    }));
}

interface TermsAsked {
  readonly terms: Agreement;
  readonly firstBar: number;
  readonly count: number;
  readonly start: Ticks;
  readonly end: Ticks;
  readonly isLast: boolean;
}

/** Terms of a window by the bars they are for: where the same was agreed they are the very same. */
const termsOfPiece = derived(
  ({ terms, firstBar, count, start, end, isLast }: TermsAsked): Agreement =>
    termsWithin(terms, firstBar, count, start, end, isLast),
  {},
  equal,
);

interface TermsUncut {
  readonly terms: Agreement;
  readonly bars: readonly Bar[];
  /** Bars at which windows begin. */
  readonly from: readonly number[];
}

/** Terms cut at the same bars, shared by all parts that are told the same and plan as far. */
const termsCut = derived(
  ({ terms, bars, from }: TermsUncut): readonly Agreement[] =>
    from.map((firstBar, i) => {
      const own = bars.slice(firstBar, from[i + 1]);
      const last = own[own.length - 1]!;
      return termsOfPiece(own[0]!, `${own.length} ${terms.kicks !== null}`, {
        terms,
        firstBar,
        count: own.length,
        start: own[0]!.start,
        end: last.start + last.length,
        isLast: i === from.length - 1,
      });
    }),
  { from: 1 },
);

const NO_SPANS: readonly ChordSpan[] = [];

/** A region as it is cut: what its windows are made of. */
export interface Cut {
  readonly windows: readonly WindowSpan[];
  readonly terms: readonly Agreement[];
  /** Who hears no chords is not asked again when one changes; only the last hit lies on one. */
  readonly hearsNoChords: boolean;
  /** Whether it is told which chord follows a window. */
  readonly dependsOnNextChord: boolean;
}

/** Where a region is cut into windows that are made and remembered each by itself. */
export function cutOf({ bars, spans, terms, kind }: Region): Cut {
  const size = kind.window ?? WINDOW;
  const pieces = piecesOf(bars, spans, size);
  return {
    windows: pieces.all,
    terms: pieces.all.length < 2 ? [terms] : termsCut(terms, `${size}`, { terms, bars, from: pieces.from }),
    hearsNoChords: !kind.pitched,
    dependsOnNextChord: kind.dependsOnNextChord ?? true,
  };
}

/** What follows, as one hears it who leans on no chord of it: when it is felt. */
const withoutChord = (next: Next, anticipation: Ticks): Next => ({
  ...next,
  chord: null,
  key: null,
  anticipation,
  leadIn: null,
  isChange: true,
});

/** What a window is told of what follows it. */
function nextOf(
  region: Region,
  { windows, hearsNoChords, dependsOnNextChord }: Cut,
  index: number,
): Next | null {
  const following = windows[index + 1];
  const next = following ? leadsInto(following) : region.next;
  if (!next) return null;
  if (hearsNoChords && following) return withoutChord(next, 0);
  return dependsOnNextChord ? next : withoutChord(next, next.anticipation);
}

/** One window of a region; ticks stay those of the region. */
export function windowOf(region: Region, cut: Cut, index: number): Region {
  const { windows, terms, hearsNoChords } = cut;
  const next = nextOf(region, cut, index);
  if (windows.length < 2) return { ...region, next };
  const piece = windows[index]!;
  const isLast = index === windows.length - 1;
  return {
    ...region,
    firstBar: piece.firstBar,
    bars: piece.bars,
    terms: terms[index]!,
    spans: hearsNoChords && !isLast ? NO_SPANS : piece.spans,
    settingsSpans: within(region.settingsSpans, piece.start, piece.end),
    length: piece.end,
    first: region.first && index === 0,
    entersNew: region.entersNew && index === 0,
    next,
  };
}

/** Some windows of a region, one behind the other, as one. @param to the last of them. */
export function windowRun(region: Region, cut: Cut, from: number, to: number): Region {
  const windows = Array.from({ length: to - from + 1 }, (_, i) => windowOf(region, cut, from + i));
  const [first, last] = [windows[0]!, windows[windows.length - 1]!];
  if (windows.length < 2) return first;
  const bars = windows.flatMap((window) => window.bars);
  const { start } = bars[0]!;
  const isLast = to === cut.windows.length - 1;
  return {
    ...first,
    bars,
    terms: termsWithin(region.terms, first.firstBar, bars.length, start, last.length, isLast),
    spans: windows.flatMap((window) => window.spans),
    settingsSpans: within(region.settingsSpans, start, last.length),
    length: last.length,
    next: last.next,
  };
}

/** The windows of a region, in order. */
export function windowsOf(region: Region): Region[] {
  const cut = cutOf(region);
  return cut.windows.map((_, i) => windowOf(region, cut, i));
}
