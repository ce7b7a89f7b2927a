/** The language patterns and styles are written in. Times are beats from the pattern's start. */
import { z } from 'zod';
import type { KINDS } from '../song/kinds';
import { grooveSchema, settingsSchema } from '../song/schema';
import { HOMES } from '../theory/dress';
import { METRE_NAMES } from '../timeline/time';
import { DRUMS, type Drum } from './drums';

/** When, how long, how strong (1 is the part's normal strength), and the density from which it plays. */
const timed = {
  at: z.number().min(0).max(64),
  for: z.number().min(0.02).max(64),
  level: z.number().int().min(1).max(5),
  accent: z.number().min(0.2).max(1.4),
};

const bassEventSchema = z.strictObject({
  ...timed,
  tone: z.enum(['root', 'third', 'fifth', 'low fifth', 'seventh', 'octave', 'approach', 'ghost']),
});

const keysEventSchema = z.strictObject({
  ...timed,
  hand: z.enum(['left', 'right']),
  /** Right hand: the whole voicing, its top, its lower tones. Left hand: root, octave, fifth. */
  play: z.enum(['all', 'top', 'lower', 'root', 'octave', 'fifth']),
});

const guitarEventSchema = z.strictObject({
  ...timed,
  stroke: z.enum(['down', 'up', 'pick']),
  /** Strings struck; for a pick the bass string or the nth highest. */
  strings: z.enum(['all', 'low', 'high', 'bass', '1', '2', '3', '4']),
  muted: z.boolean(),
});

const stringsEventSchema = z.strictObject({
  ...timed,
  voices: z.enum(['all', 'outer', 'inner', 'top', 'low']),
  /** Legato notes hold common tones across a change; others are struck anew. */
  legato: z.boolean(),
});

const drumsEventSchema = z.strictObject({
  ...timed,
  drum: z.enum(Object.keys(DRUMS) as [Drum, ...Drum[]]),
});

/** One or two bars of events for a group of three and for a group of four beats. */
const grid = <T extends z.ZodType>(event: T) =>
  z.strictObject({
    3: z.strictObject({ bars: z.number().int().min(1).max(4), events: z.array(event) }),
    4: z.strictObject({ bars: z.number().int().min(1).max(4), events: z.array(event) }),
  });

const head = {
  id: z.string().regex(/^[a-z0-9-]+$/),
  name: z.string().min(1).max(40),
  /** What the pattern does at a chord change unless the writer says otherwise. */
  atChange: z.enum(['restart', 'carry on']),
};

const bassPatternSchema = z.discriminatedUnion('generator', [
  z.strictObject({ ...head, generator: z.literal('events'), grid: grid(bassEventSchema) }),
  z.strictObject({ ...head, generator: z.literal('walking') }),
]);
const keysPatternSchema = z.strictObject({ ...head, grid: grid(keysEventSchema) });
const guitarPatternSchema = z.strictObject({ ...head, grid: grid(guitarEventSchema) });
const stringsPatternSchema = z.strictObject({ ...head, grid: grid(stringsEventSchema) });
const arpPatternSchema = z.strictObject({
  ...head,
  order: z.enum(['up', 'down', 'up-down', 'as voiced', 'converging', 'random']),
  octaves: z.number().int().min(1).max(4),
  /** Beats from step to step: 0.5, 1/3, 0.25, 0.75… */
  rate: z.number().min(0.125).max(4),
  /** Sounding share of a step. */
  gate: z.number().min(0.1).max(2),
  /** Every nth step is accented. */
  accentEvery: z.number().int().min(1).max(16),
  /** Step numbers within a bar that rest. */
  rests: z.array(z.number().int().min(0).max(63)),
});
const drumsPatternSchema = z.strictObject({
  ...head,
  grid: grid(drumsEventSchema),
  /** Last two beats before a new section. */
  fill: z.array(drumsEventSchema),
});
const soloPatternSchema = z.strictObject({
  ...head,
  /** Phrase length in bars: least and most. */
  phrase: z.tuple([z.number().int().min(1), z.number().int().max(8)]),
  /** Share of the time between phrases that rests. */
  rest: z.number().min(0).max(0.8),
  /** Rhythm cells by length in beats: each a list of [at, for] pairs. */
  cells: z.array(
    z.strictObject({
      beats: z.union([z.literal(1), z.literal(2), z.literal(3)]),
      weight: z.number().positive(),
      notes: z.array(z.tuple([z.number().min(0), z.number().positive()])),
    }),
  ),
  /** Widest leap between neighbouring notes, semitones. */
  leap: z.number().int().min(3).max(12),
});

const voice = <T extends z.ZodType>(pattern: T) =>
  z.strictObject({ settings: settingsSchema, patterns: z.array(pattern).min(2) });

export const styleSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]+$/),
  name: z.string().min(1).max(40),
  feel: z.enum(['straight', 'swung']),
  about: z.string().max(160),
  metres: z.array(z.enum(METRE_NAMES)).min(1),
  /** Slowest and fastest tempo the style suits, and its own. */
  tempo: z.tuple([z.number(), z.number()]),
  usualTempo: z.number(),
  groove: grooveSchema.required(),
  /** What its players put on the chord they come home to, where chords are dressed. */
  home: z.enum(HOMES),
  parts: z.strictObject({
    bass: voice(bassPatternSchema),
    keys: voice(keysPatternSchema),
    guitar: voice(guitarPatternSchema),
    arp: voice(arpPatternSchema),
    strings: voice(stringsPatternSchema),
    solo: voice(soloPatternSchema),
    drums: voice(drumsPatternSchema),
  } satisfies Record<(typeof KINDS)[number], z.ZodType>),
});

export type Style = z.infer<typeof styleSchema>;
export type BassEvent = z.infer<typeof bassEventSchema>;
export type KeysEvent = z.infer<typeof keysEventSchema>;
export type GuitarEvent = z.infer<typeof guitarEventSchema>;
export type StringsEvent = z.infer<typeof stringsEventSchema>;
export type DrumsEvent = z.infer<typeof drumsEventSchema>;
export type ArpPattern = z.infer<typeof arpPatternSchema>;
export type SoloPattern = z.infer<typeof soloPatternSchema>;

/** What every event of a pattern has. */
export interface Timed {
  at: number;
  for: number;
  level: number;
  accent: number;
}

/** Events for bars of three and of four beats. */
export interface Grid<E extends Timed> {
  3: { bars: number; events: E[] };
  4: { bars: number; events: E[] };
}
