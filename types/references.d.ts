/** Reference packages of the tests that ship no types of their own. */
declare module 'chord-symbol/lib/chord-symbol.js' {
  export function chordParserFactory(): (symbol: string) => {
    error?: unknown;
    normalized?: { notes: string[] };
  };
}

/** What the tests use of music21j, a reference for roman numerals and chord roots. */
declare module 'music21j' {
  interface Pitch {
    readonly name: string;
    readonly ps: number;
  }
  export const key: { readonly Key: new (name: string) => object };
  export const roman: {
    readonly RomanNumeral: new (figure: string, key: object) => { readonly pitches: readonly Pitch[] };
  };
  export const chord: {
    readonly Chord: new (notes: readonly string[]) => { root(): Pitch; readonly commonName: string };
  };
}

/** The subsetter of the icon font ships no types. */
declare module 'subset-font' {
  export default function subsetFont(
    font: Buffer,
    text: string,
    options: { targetFormat: 'truetype' },
  ): Promise<Buffer>;
}
