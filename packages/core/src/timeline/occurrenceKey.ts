/** One pass (0-based) of an entry of the form. */
export interface OccurrenceId {
  readonly entry: string;
  readonly repeat: number;
}

/** A playing as one word, as the band names it. */
export const occurrenceKeyOf = ({ entry, repeat }: OccurrenceId): string => `${entry}/${repeat}`;
