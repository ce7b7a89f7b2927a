/** Reference packages of the tests that ship no types of their own. */
declare module 'chord-symbol/lib/chord-symbol.js' {
  export function chordParserFactory(): (symbol: string) => {
    error?: unknown;
    normalized?: { notes: string[] };
  };
}
