/** What each bank is made of and how: the recipes are data, checked before anything is built. */
import { z } from 'zod';
import recipes from './recipes.json' with { type: 'json' };

const touchSchema = z.strictObject({
  /** Where the filter stands when struck hardest, cents over 8.176 Hz. */
  open: z.number().int().min(6000).max(13_500),
  /** Cents by which it closes toward the softest touch. */
  closes: z.number().int().min(0).max(9000),
});

/** Decibels by which highs are lifted, and where they begin, Hz: the touch takes them back where it is soft. */
const brighterSchema = z.strictObject({
  decibels: z.number().min(0).max(15),
  from: z.number().min(100).max(12_000),
});
export type Brighter = z.infer<typeof brighterSchema>;

const sampledSchema = z.strictObject({
  /** General MIDI program, 0-based. */
  program: z.number().int().min(0).max(127),
  name: z.string().max(20),
  touch: touchSchema,
  /** Share of the peak at which a note begins, 0–1: small for what swells. */
  onset: z.number().min(0).max(0.5),
  /** Seconds; left out where the recorded one is kept. */
  attack: z.number().min(0).max(2).optional(),
  release: z.number().min(0.02).max(3),
  /** Longest sample, seconds. */
  longest: z.number().min(0.2).max(6),
  /** How far left and right lie apart; of what was recorded with one microphone, how wide the desk makes it. */
  width: z.number().min(0).max(1),
  /** Vorbis. */
  quality: z.number().min(-1).max(6),
  /** LU above or below where all others are. */
  louder: z.number().min(-12).max(12).optional(),
  brighter: brighterSchema.optional(),
  /** A bell, whose partials repeat nowhere: it stays as it was tuned. */
  bell: z.boolean().optional(),
  /** Many at once, whose strength is held even: their loop does not pulse. */
  even: z.boolean().optional(),
  /** Laid straight, it has its vibrato from the engine: so many times a second, so many cents up and down at most. */
  vibrato: z.strictObject({ hz: z.number().min(3).max(8), cents: z.number().min(1).max(50) }).optional(),
  /** Of the drawn notes only so many: each covers more keys. */
  roots: z.number().int().min(2).max(40).optional(),
});
export type SampledRecipe = z.infer<typeof sampledSchema>;

const pianoSchema = z.strictObject({
  name: z.string(),
  rate: z.number().int(),
  quality: z.number(),
  release: z.number(),
  touch: touchSchema,
  /** Of the sixteenth layer; the softer ones less. */
  brighter: brighterSchema,
  /** Roots as they are named in the files, from the lowest. */
  roots: z.array(z.string().regex(/^[A-G]#?[0-8]$/)),
  /** For each bank its layers: which of the sixteen, and up to which velocity. */
  banks: z.record(
    z.string(),
    z.array(z.strictObject({ layer: z.number().int().min(1).max(16), upTo: z.number().int().max(127) })),
  ),
});
export type PianoRecipe = z.infer<typeof pianoSchema>;

const kitSchema = z.strictObject({
  name: z.string(),
  /** Samples a second, of drums and of what is all highs. */
  rate: z.number().int(),
  brightRate: z.number().int(),
  /** Longest hit before the room, and longest ring of a cymbal, seconds. */
  longest: z.number().min(0.5).max(4),
  ringsFor: z.number().min(2).max(8),
  quality: z.number(),
  /** Of what is all highs. */
  brightQuality: z.number(),
  brighter: brighterSchema,
  touch: touchSchema,
  /** dB under the dry hit at which the room lies, and seconds until it has died away. */
  room: z.strictObject({ level: z.number(), seconds: z.number().min(0.1).max(0.8) }),
  /** Keys that are struck soft, plain and hard; the others have one layer. */
  layered: z.array(z.number().int().min(27).max(87)),
});
export type KitRecipe = z.infer<typeof kitSchema>;

const organSchema = z.strictObject({
  name: z.string(),
  program: z.number().int(),
  /** Drawbars from 16' to 1', 0–8 each. */
  drawbars: z.array(z.number().min(0).max(8)).length(9),
  /** Turns a second of the horn and of the drum under it. */
  rotor: z.strictObject({ horn: z.number(), drum: z.number(), depth: z.number() }),
  /** Softened peaks of a valve, 0–1. */
  drive: z.number().min(0).max(1),
});
export type OrganRecipe = z.infer<typeof organSchema>;

export const RECIPES = z
  .strictObject({
    piano: pianoSchema,
    kit: kitSchema,
    organs: z.array(organSchema),
    sampled: z.array(sampledSchema),
  })
  .parse(recipes);
