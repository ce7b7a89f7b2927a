/** What is used of the engraving library's toolkit, which comes without types. */
export interface Toolkit {
  setOptions(options: Readonly<Record<string, string | number | boolean>>): void;
  /** @returns false where it cannot read the document. */
  loadData(document: string): boolean;
  /** @param page from 1. */
  renderToSVG(page: number): string;
}
