/** How parts are mixed, and what is done to their sum. */
import { z } from 'zod';

/** Lows, middle and highs, dB. */
export const toneSchema = z.strictObject({
  low: z.number().int().min(-12).max(12),
  middle: z.number().int().min(-12).max(12),
  high: z.number().int().min(-12).max(12),
});

export const mixSchema = z.strictObject({
  /** 0–127, General MIDI volume. */
  level: z.number().int().min(0).max(127),
  /** 0 left, 64 middle, 127 right. */
  pan: z.number().int().min(0).max(127),
  reverbSend: z.number().int().min(0).max(127),
  mute: z.boolean(),
  solo: z.boolean(),
  /** Left out where it is flat. */
  tone: toneSchema.optional(),
  /** How far its peaks give way, percent; left out where they do not. */
  drive: z.number().int().min(0).max(100).optional(),
});

/** How the sum of all parts is treated. */
export const masterSchema = z.strictObject({
  tone: toneSchema,
  /** dB, as measured or set: what brings the song to its loudness. */
  gain: z.number().min(-24).max(24),
  /** How much the loudest is held together, percent. */
  glue: z.number().int().min(0).max(100),
  /** Loudness of the whole that is aimed at, LUFS. */
  target: z.number().int().min(-24).max(-9),
});

/** Lows, middle and highs, dB each, −12 to 12. */
export type Tone = z.infer<typeof toneSchema>;
/** How a part is mixed: level, pan, send to the room, tone; muted, alone. */
export type Mix = z.infer<typeof mixSchema>;
/** How the sum is treated: tone, gain in dB, glue from 0 to 1. */
export type MasterMix = z.infer<typeof masterSchema>;
