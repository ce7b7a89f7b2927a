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

/** Lowest, highest and mean value of each span that has any. */
export const valuesOf = (points: readonly CurvePoint[], spans: readonly CurveSpan[]): SpanValues[] =>
  spans.flatMap(({ id, name, from, until }) => {
    const own = points.flatMap(({ at, value }) =>
      value !== null && at >= from && at < until ? [value] : [],
    );
    if (!own.length) return [];
    const mean = own.reduce((sum, value) => sum + value, 0) / own.length;
    return [{ id, name, lowest: Math.min(...own), highest: Math.max(...own), mean }];
  });

/** The curve in a sentence: its range, and where it is highest. */
export function curveInWords(
  label: string,
  points: readonly CurvePoint[],
  spans: readonly CurveSpan[],
  text: (value: number) => string,
): string {
  const values = points.flatMap(({ value }) => (value === null ? [] : [value]));
  if (!values.length) return `${label}: there is nothing to show`;
  const highest = valuesOf(points, spans).sort((a, b) => b.mean - a.mean)[0];
  const range = `${label}, from ${text(Math.min(...values))} to ${text(Math.max(...values))}`;
  return highest ? `${range}, most in ${highest.name}` : range;
}
