/** What is to be taken away as notation: one part, as it sounds or as its instrument reads it. */
export interface StaffWish {
  readonly staff: string;
  readonly forInstrument: boolean;
}
