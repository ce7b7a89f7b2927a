/** What a curve over the song shows, without the chart that draws it: its table and its words are made of the same. */

/** A value at a place of the song: in ticks or in seconds, as the curve counts. */
export interface CurvePoint {
  readonly at: number;
  /** Null where there is none: nothing is heard there. */
  readonly value: number | null;
}

/** A section, or one playing of it, as the curve passes it. */
export interface CurveSpan {
  readonly id: string;
  readonly name: string;
  readonly from: number;
  readonly until: number;
}

/** What of the curve lies in a span: null where there is no value. */
export interface SpanValues {
  readonly id: string;
  readonly name: string;
  readonly lowest: number;
  readonly highest: number;
  readonly mean: number;
}

/** Lowest, highest and mean value of each span that has points; points and spans in order, spans one after another. */
export function valuesOf(points: readonly CurvePoint[], spans: readonly CurveSpan[]): SpanValues[] {
  const found: SpanValues[] = [];
  let next = 0;
  for (const { id, name, from, until } of spans) {
    let [count, sum, lowest, highest] = [0, 0, Infinity, -Infinity];
    for (; next < points.length && points[next]!.at < until; next++) {
      const { at, value } = points[next]!;
      if (value === null || at < from) continue;
      count += 1;
      sum += value;
      lowest = Math.min(lowest, value);
      highest = Math.max(highest, value);
    }
    if (count) found.push({ id, name, lowest, highest, mean: sum / count });
  }
  return found;
}

/** The curve in a sentence: its range, and where it is highest. */
export function curveInWords(
  label: string,
  values: readonly SpanValues[],
  text: (value: number) => string,
): string {
  if (!values.length) return `${label}: there is nothing to show`;
  const highest = values.reduce((most, one) => (one.mean > most.mean ? one : most));
  const lowest = values.reduce((least, one) => Math.min(least, one.lowest), Infinity);
  const top = values.reduce((most, one) => Math.max(most, one.highest), -Infinity);
  return `${label}, from ${text(lowest)} to ${text(top)}, most in ${highest.name}`;
}
