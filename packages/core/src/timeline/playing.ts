/** One pass (0-based) of an entry of the form. */
export interface Playing {
  readonly entry: string;
  readonly pass: number;
}

/** A playing as one word, as the band names it. */
export const playingId = ({ entry, pass }: Playing): string => `${entry}/${pass}`;
