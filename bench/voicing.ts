/**
 * How long voicing takes: a section of 64 chords in six voices (bound 10 ms), one of its chords changed, and guitar
 * shapes never looked for before (bound 5 ms each); beside JSON.stringify of the same song in the same run.
 * Run with: npx tsx bench/voicing.ts
 */
import { parseChord } from '@backline/core/theory/chordGrammar';
import { ALL_QUALITIES } from '@backline/core/theory/qualities';
import { voice, type ToVoice } from '@backline/core/voicing/auto';
import { guitarShapes } from '@backline/core/voicing/guitar/shapes';
import { openStrings } from '@backline/core/voicing/guitar/tunings';
import { VOICING_TYPES } from '@backline/core/song/choices';
import { medians, ms } from './support';
import { TWELVE_ROOTS, longSong } from '../packages/core/test/support/music';

const song = longSong(64);
const symbols = song.sections
  .flatMap((s) => s.drafts[0]!.chords.flatMap((c) => (c.symbol ? [c.symbol] : [])))
  .slice(0, 64);
const section = (aim: Partial<ToVoice['aim']>): ToVoice[] =>
  symbols.map((symbol) => ({
    chord: parseChord(symbol),
    aim: { voices: 6, register: 52, spread: 4, low: 28, high: 96, bassPlays: true, ...aim },
  }));

/** Another register each time, so that nothing is remembered. */
let turn = 0;
const fresh = (aim: Partial<ToVoice['aim']> = {}): void => {
  turn++;
  voice(section({ register: 44 + (turn % 20), spread: 3 + (turn % 97) / 16, ...aim }));
};
const edited = section({});
const qualities = ALL_QUALITIES.filter((q) => q !== '');
const shape = (): void => {
  turn++;
  const chord = parseChord(TWELVE_ROOTS[turn % 12]! + qualities[turn % qualities.length]!);
  guitarShapes(chord, openStrings('standard', turn % 3));
};

const jobs: Record<string, () => void> = {
  '64 chords, six voices, nothing remembered (bound 10 ms)': () => fresh(),
  '64 chords, strict part-writing': () => fresh({ strict: true, voices: 4 }),
  'one of the 64 chords changed': () => {
    edited[turn++ % 64] = { ...edited[0]!, chord: parseChord(`${TWELVE_ROOTS[turn % 12]!}m9`) };
    voice(edited);
  },
  'a guitar shape not seen before (bound 5 ms)': shape,
  ...Object.fromEntries(
    VOICING_TYPES.filter((m) => m !== 'free' && m !== 'guitar').map((voicingType) => [
      `64 chords, ${voicingType}`,
      () => fresh({ voicingType }),
    ]),
  ),
};
const [stringify, ...took] = medians([() => void JSON.stringify(song), ...Object.values(jobs)], 41);
console.log(`JSON.stringify of the song of ${symbols.length} chords takes ${ms(stringify!)}`);
Object.keys(jobs).forEach((name, i) =>
  console.log(`  ${name}: ${ms(took[i]!)}, ${(took[i]! / stringify!).toFixed(1)} times JSON.stringify`),
);
