/** A word that does not read, with the nearest readings, nearest first. */
export interface Unread {
  readonly word: string;
  readonly offers: readonly string[];
}

/** Why a chart cannot be read, with its place: 1-based line and column. */
export class ChartError extends Error {
  constructor(
    readonly line: number,
    readonly column: number,
    readonly reason: string,
    readonly unread: Unread | null = null,
  ) {
    super(`Line ${line}, column ${column}: ${reason}`);
    this.name = 'ChartError';
  }
}
