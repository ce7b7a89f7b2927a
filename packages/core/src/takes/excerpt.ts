/** Some bars of a region as a region of their own, so that they can be played again by themselves. */
import { isInFront } from '../style/kind';
import { keyOf } from '../theory/key';
import { termsWithin } from '../timeline/agreement';
import type { Next, Region } from '../timeline/region';
import type { BarIndex } from '../units/units';

/** Bars of a region: from which, and the one behind the last. */
export interface BarSpan {
  readonly from: BarIndex;
  readonly to: BarIndex;
}

/** What follows bars of a region within it. */
function nextWithin({ spans, bars }: Region, to: BarIndex): Next {
  const { start, key } = bars[to]!;
  const span = spans.find((one) => one.end > start) ?? null;
  const begins = span?.start === start ? span : null;
  return {
    chord: span?.chord ?? null,
    key: keyOf(key),
    anticipation: begins?.anticipation ?? 0,
    newSection: false,
    leadIn: begins?.leadIn ?? null,
    isChange: begins?.isChange ?? false,
  };
}

/**
 * Bars of a region as one of their own, told by another chance. A line is planned over them as over a solo of its own;
 * others stay where they are in their patterns. Ticks stay those of the region.
 * @param take what its chance hangs on, beside the region's own.
 */
export function excerptOfRegion(region: Region, { from, to }: BarSpan, take: string): Region {
  const bars = region.bars.slice(from, to);
  const last = bars[bars.length - 1]!;
  const [start, end] = [bars[0]!.start, last.start + last.length];
  const isLast = to === region.bars.length;
  const clipped = <T extends { readonly start: number; readonly end: number }>(spans: readonly T[]): T[] =>
    spans
      .filter((span) => span.start < end && span.end > start)
      .map((span) =>
        span.start >= start && span.end <= end
          ? span
          : { ...span, start: Math.max(span.start, start), end: Math.min(span.end, end) },
      );
  const leads = isInFront(region.kind);
  return {
    ...region,
    seed: `${region.seed}/${take}`,
    sectionSeed: `${region.sectionSeed}/${take}`,
    bars,
    firstBar: leads ? 0 : region.firstBar + from,
    ofBars: leads ? bars.length : region.ofBars,
    length: end,
    spans: clipped(region.spans),
    settingsSpans: clipped(region.settingsSpans),
    terms: termsWithin(region.terms, from, bars.length, start, end, isLast),
    first: region.first && from === 0,
    entersNew: region.entersNew && from === 0,
    next: isLast ? region.next : nextWithin(region, to),
  };
}
