/** How a player of lines goes about it: how phrases begin, by which figures they move, how they lean, what they make of a motif. */
import { z } from 'zod';

/** Ways from one tone that carries the line to the next. */
export const FIGURES = [
  'approach',
  'enclosure',
  'arpeggio up',
  'arpeggio down',
  'scale run',
  'pentatonic turn',
  'blues run',
  'sequence',
  'pedal',
  'neighbour',
] as const;
/** A way from one tone that carries the line to the next. */
export type Figure = (typeof FIGURES)[number];

/** What a tone of the chord is delayed by on a strong beat: the tone before held over, one a step off, a blue note. */
export const DELAYS = ['suspension', 'appoggiatura', 'blue note'] as const;
/** What a tone of the chord is delayed by on a strong beat. */
export type Delay = (typeof DELAYS)[number];

/** What is made of a motif: told elsewhere, upside down, in longer notes, with another end. */
export const DEVELOPMENTS = ['moved', 'turned', 'stretched', 'answered'] as const;
/** What is made of a motif. */
export type Development = (typeof DEVELOPMENTS)[number];

/** How notes of a line are adorned. */
export const ORNAMENTS = ['grace', 'slide', 'bend', 'fall', 'hammer'] as const;
/** How a note of a line is adorned. */
export type Ornament = (typeof ORNAMENTS)[number];

const share = z.number().min(0).max(1);
/** How often against the others; what is left out never. */
const weights = <K extends string>(names: readonly [K, ...K[]]) =>
  z.partialRecord(z.enum(names), z.number().min(0).max(10));

export const habitsSchema = z.strictObject({
  /** The share of phrases that begin before their beat, and the least and most beats by which they do. */
  pickup: z.strictObject({
    share,
    beats: z
      .tuple([z.number().min(0.5).max(2), z.number().min(0.5).max(3)])
      .refine(([least, most]) => least <= most, {
        message: 'The shortest pickup comes first, then the longest.',
      }),
  }),
  /** The share of phrases that begin behind their beat. */
  late: share,
  figures: weights(FIGURES),
  /** The share of strong beats on which a tone of the chord is delayed, and by what. */
  delays: z.strictObject({ share: z.number().min(0).max(0.6), by: weights(DELAYS) }),
  /** How often the motif is taken up, what is made of it, and how often it is left for something else. */
  motif: z.strictObject({ returns: share, by: weights(DEVELOPMENTS) }),
  /** The share of notes that could be adorned so that are. */
  ornaments: z.partialRecord(z.enum(ORNAMENTS), share),
  /** How high and full it is where a solo begins, at its height about two thirds through, and where it ends. */
  course: z.strictObject({ begins: share, climbs: share, ends: share }),
  /** How much stronger a phrase is at its height than at its ends, as a share of its strength. */
  swell: z.number().min(0).max(0.35),
});

/** How a player of lines goes about it. */
export type Habits = z.infer<typeof habitsSchema>;

/** Of patterns that say nothing of it (common practice for a plain line). */
export const USUAL_HABITS: Habits = {
  pickup: { share: 0.4, beats: [0.5, 1] },
  late: 0.2,
  figures: { approach: 0.6, 'scale run': 1, neighbour: 0.6, 'arpeggio up': 0.5 },
  delays: { share: 0.3, by: { suspension: 1, appoggiatura: 2 } },
  motif: { returns: 0.5, by: { moved: 2, answered: 1 } },
  ornaments: { slide: 0.2, hammer: 0.2 },
  course: { begins: 0.35, climbs: 0.85, ends: 0.35 },
  swell: 0.16,
};
