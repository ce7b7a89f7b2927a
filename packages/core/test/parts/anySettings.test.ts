/** Whatever the settings allow and whatever the chords, every part can be played. */
import fc from 'fast-check';
import { renderBand } from '@backline/core/band/index';
import type { Settings } from '@backline/core/song/schema';
import { settingsSchema } from '@backline/core/song/settings/index';
import { RICHNESS } from '@backline/core/theory/extensions';
import {
  ENERGIES,
  LONGEST_PHRASE,
  MOST_SPACE,
  MOTIF_RETURNS,
  OUTSIDES,
  PACES,
  THEMES,
  VOICING_TYPES,
  MOST_ACCENT,
  MOST_OCTAVES,
  MOST_STEPS,
  NECKS,
  STEP_ORDERS,
  STEP_RATES,
  TUNING_NAMES,
} from '@backline/core/song/choices';
import { anySong, anySymbol, song } from '../support/music';
import { OURS } from '@backline/core/styles/index';

const maybe = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: undefined });

/** Settings up to the edges of what the schema takes. */
const anySettings: fc.Arbitrary<Settings> = fc.record({
  density: maybe(fc.integer({ min: 1, max: 5 })),
  register: maybe(fc.integer({ min: 23, max: 84 })),
  spread: maybe(fc.integer({ min: 2, max: 12 })),
  voices: maybe(fc.integer({ min: 3, max: 8 })),
  voicingType: maybe(fc.constantFrom(...VOICING_TYPES)),
  richness: maybe(fc.constantFrom(...RICHNESS)),
  hands: maybe(fc.constantFrom('both' as const, 'left' as const, 'right' as const)),
  tuning: maybe(fc.constantFrom(...TUNING_NAMES)),
  capo: maybe(fc.integer({ min: 0, max: 9 })),
  neck: maybe(fc.constantFrom(...NECKS)),
  pace: maybe(fc.constantFrom(...PACES)),
  octave: maybe(fc.integer({ min: -2, max: 2 })),
  strum: maybe(fc.integer({ min: 0, max: 120 })),
  order: maybe(fc.constantFrom(...STEP_ORDERS)),
  octaves: maybe(fc.integer({ min: 1, max: MOST_OCTAVES })),
  rate: maybe(fc.constantFrom(...STEP_RATES)),
  accentEvery: maybe(fc.integer({ min: 0, max: MOST_ACCENT })),
  shortestPhrase: maybe(fc.integer({ min: 1, max: LONGEST_PHRASE })),
  longestPhrase: maybe(fc.integer({ min: 1, max: LONGEST_PHRASE })),
  space: maybe(fc.integer({ min: 0, max: MOST_SPACE })),
  energy: maybe(fc.constantFrom(...ENERGIES)),
  outside: maybe(fc.constantFrom(...OUTSIDES)),
  motifReturns: maybe(fc.constantFrom(...MOTIF_RETURNS)),
  theme: maybe(fc.constantFrom(...THEMES)),
  rests: maybe(fc.uniqueArray(fc.integer({ min: 0, max: MOST_STEPS - 1 }))),
});

const anyChart = fc.oneof(
  anySong,
  fc
    .array(fc.tuple(anySymbol, fc.constantFrom('', '/B', '/F#', '/Eb')), { minLength: 1, maxLength: 6 })
    .map((chords) =>
      song(chords.map(([symbol, bass]) => (symbol.includes('/') ? symbol : symbol + bass)).join(' | ')),
    ),
);

it('no part is silenced by a chord or a setting (any song, any settings)', () => {
  fc.assert(
    fc.property(anyChart, anySettings, (s, settings) => {
      const set = Object.fromEntries(Object.entries(settings).filter(([, value]) => value !== undefined));
      expect(settingsSchema.safeParse(set).success).toBe(true);
      const parts = s.parts.map((p) => ({
        ...p,
        settings: { ...p.settings, ...(set as Settings), on: true },
      }));
      const band = renderBand({ ...s, parts }, OURS);
      expect(band.parts.flatMap((p) => p.trouble ?? [])).toEqual([]);
      const sounds = s.sections.some((x) => x.drafts[0]!.chords.some((c) => c.symbol !== null));
      const silent = band.parts.filter(
        (p) => p.pitched && !['solo', 'melody'].includes(p.kind) && p.notes.length === 0,
      );
      if (sounds && settings.hands !== 'left') expect(silent.map((p) => p.id)).toEqual([]);
    }),
    { numRuns: 150 },
  );
});
