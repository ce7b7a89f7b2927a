/** Why a chart could not be read: 1-based line and column, and one plain sentence. */
export class ChartError extends Error {
  constructor(
    readonly line: number,
    readonly column: number,
    readonly reason: string,
  ) {
    super(`Line ${line}, column ${column}: ${reason}`);
    this.name = 'ChartError';
  }
}
