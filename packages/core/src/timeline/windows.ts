/**
 * A region cut into windows of some bars: the unit of work and of memory. An edit makes the windows
 * anew that it touches, and those next to them where they hear it; all others stay as they were.
 */
import equal from 'fast-deep-equal';
import type { Bar } from '../time/bars';
import type { Next, Region, Span } from './region';
import { termsWithin, type Agreement } from './agreement';
import type { Stretch } from './settings';

/** Bars of a window; the last one of a region has up to twice as many. */
export const WINDOW = 8;

/** The bars of a window and the chords in them. Where nothing changed it is the very same. */
export interface Piece {
  readonly firstBar: number;
  readonly bars: readonly Bar[];
  readonly spans: readonly Span[];
  readonly start: number;
  readonly end: number;
}

/** Cuts as they were made last: parts that hear the same chords share them. */
const known = new WeakMap<
  readonly Span[],
  { readonly bars: readonly Bar[]; readonly pieces: readonly Piece[] }
>();

/** Bars at which windows begin: every so many, where a chord begins with the bar. */
function cutsOf(bars: readonly Bar[], spans: readonly Span[]): { bar: number; span: number }[] {
  const cuts = [{ bar: 0, span: 0 }];
  let span = 0;
  for (let bar = WINDOW; bar + WINDOW <= bars.length; bar += WINDOW) {
    const { start } = bars[bar]!;
    while (span < spans.length && spans[span]!.start < start) span++;
    if (spans[span]?.start === start) cuts.push({ bar, span });
  }
  return cuts;
}

/** Pieces by the first of their spans: one in which nothing changed is the very same, and so is all that is known of it. */
const lastPieces = new WeakMap<Span, { readonly of: readonly Bar[]; readonly piece: Piece }>();

function stayed(of: readonly Bar[], piece: Piece): Piece {
  const [first] = piece.spans;
  if (!first) return piece;
  const found = lastPieces.get(first);
  const isSame =
    found?.of === of &&
    found.piece.firstBar === piece.firstBar &&
    found.piece.end === piece.end &&
    found.piece.spans.length === piece.spans.length &&
    piece.spans.every((span, i) => span === found.piece.spans[i]);
  if (isSame) return found.piece;
  lastPieces.set(first, { of, piece });
  return piece;
}

function piecesOf(bars: readonly Bar[], spans: readonly Span[]): readonly Piece[] {
  const found = known.get(spans);
  if (found?.bars === bars) return found.pieces;
  const cuts = cutsOf(bars, spans);
  const pieces = cuts.map((cut, i): Piece => {
    const next = cuts[i + 1];
    const own = bars.slice(cut.bar, next?.bar);
    const last = own[own.length - 1]!;
    return stayed(bars, {
      firstBar: cut.bar,
      bars: own,
      spans: spans.slice(cut.span, next?.span),
      start: own[0]!.start,
      end: last.start + last.length,
    });
  });
  known.set(spans, { bars, pieces });
  return pieces;
}

/** What a window may know of the one that follows it in its region. */
function leadsInto({ spans, bars }: Piece): Next {
  const [first] = spans;
  return {
    chord: first?.chord ?? null,
    key: bars[0]!.key,
    push: first?.push ?? 0,
    newSection: false,
    leadIn: first?.leadIn ?? null,
  };
}

/** The part of each stretch that lies in a window. */
function within(stretches: readonly Stretch[], start: number, end: number): readonly Stretch[] {
  return stretches
    .filter((stretch) => stretch.start < end && stretch.end > start)
    .map((stretch) => ({
      ...stretch,
      start: Math.max(stretch.start, start),
      end: Math.min(stretch.end, end),
    }));
}

/** Terms of windows as they were cut last, by the bars they are for: where the same was agreed they are the very same. */
const lastTerms = new WeakMap<Bar, Agreement>();

function sameTerms(bar: Bar, terms: Agreement): Agreement {
  const last = lastTerms.get(bar);
  if (last && equal(last, terms)) return last;
  lastTerms.set(bar, terms);
  return terms;
}

/** Terms cut into the same pieces, shared by all parts. */
const termPieces = new WeakMap<
  Agreement,
  { readonly pieces: readonly Piece[]; readonly terms: readonly Agreement[] }
>();

function termsOf(terms: Agreement, pieces: readonly Piece[]): readonly Agreement[] {
  const found = termPieces.get(terms);
  if (found?.pieces === pieces) return found.terms;
  const cut = pieces.map(({ firstBar, bars, start, end }, i) =>
    sameTerms(bars[0]!, termsWithin(terms, firstBar, bars.length, start, end, i === pieces.length - 1)),
  );
  termPieces.set(terms, { pieces, terms: cut });
  return cut;
}

const NO_SPANS: readonly Span[] = [];

/** A region as it is cut: what its windows are made of. */
export interface Cut {
  readonly pieces: readonly Piece[];
  readonly terms: readonly Agreement[];
  /** Who hears no chords is not asked again when one changes; only the last hit lies on one. */
  readonly deaf: boolean;
}

export function cutOf({ bars, spans, terms, kind }: Region): Cut {
  const pieces = piecesOf(bars, spans);
  return {
    pieces,
    terms: pieces.length < 2 ? [terms] : termsOf(terms, pieces),
    deaf: kind.nature === 'percussion',
  };
}

/** One window of a region; ticks stay those of the region. */
export function windowOf(region: Region, { pieces, terms, deaf }: Cut, index: number): Region {
  if (pieces.length < 2) return region;
  const piece = pieces[index]!;
  const following = pieces[index + 1];
  const next = following ? leadsInto(following) : region.next;
  return {
    ...region,
    firstBar: piece.firstBar,
    bars: piece.bars,
    terms: terms[index]!,
    spans: deaf && following ? NO_SPANS : piece.spans,
    stretches: within(region.stretches, piece.start, piece.end),
    length: piece.end,
    first: region.first && index === 0,
    entersNew: region.entersNew && index === 0,
    next: deaf && following && next ? { ...next, chord: null, push: 0, leadIn: null } : next,
  };
}

/** The windows of a region, in order. */
export function windowsOf(region: Region): Region[] {
  const cut = cutOf(region);
  return cut.pieces.map((_, i) => windowOf(region, cut, i));
}
