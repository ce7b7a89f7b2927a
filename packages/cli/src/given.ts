/** What a command is given on its line. */
export interface Given {
  readonly operands: readonly string[];
  readonly options: Readonly<Record<string, string | undefined>>;
  /** Settings of parts, as they were written. */
  readonly parts: readonly string[];
  /** Says something beside the answer, as a sentence, where the command goes on all the same. */
  readonly warn: (sentence: string) => void;
}
