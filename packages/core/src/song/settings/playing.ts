/** What a part plays: whether, by which pattern, how much of it, how strong, how freely. */
import { z } from 'zod';
import { DYNAMICS, PACES, REPEAT_VARIATIONS, type RepeatVariation } from '../choices';
import { id, slugSchema } from '../fields';
import { BY_ITS_PAGE, asNamed, numbers, setting, type SettingChoice } from './specification';
import type { Ticks } from '../../units/units';

/** Ticks: a half note. */
export const LONGEST_PUSH = 960;

const TICKS = new Map([
  [120, 'a sixteenth'],
  [160, 'a triplet'],
  [240, 'an eighth'],
  [480, 'a quarter'],
]);

/** @param ticks how early a chord is taken: "an eighth early". */
export const pushInWords = (ticks: Ticks): string =>
  ticks === 0 ? 'on the beat' : `${TICKS.get(ticks) ?? `${ticks / 480} quarters`} early`;

/** How early chords are taken, ticks: on the beat, a sixteenth, an eighth. */
export const PUSHES: readonly SettingChoice<number>[] = [0, 120, 240].map((value) => ({
  value,
  label: pushInWords(value),
}));

const TELLING_WORDS: Readonly<Record<RepeatVariation, string>> = {
  exactly: 'Exactly',
  'a little': 'A little differently',
  freely: 'Freely',
};
export const REPEAT_VARIATION_CHOICES: readonly SettingChoice<RepeatVariation>[] = REPEAT_VARIATIONS.map(
  (value) => ({
    value,
    label: TELLING_WORDS[value],
  }),
);

/** Swing: place of the off-beat within its pair, percent. Timing: notes come up to so many ms late. Strength: spread in velocity. */
export const grooveSchema = z.strictObject({
  unit: z.enum(['eighth', 'sixteenth']).optional(),
  swing: z.number().min(50).max(75).optional(),
  lateness: z.number().min(0).max(40).optional(),
  strength: z.number().min(0).max(30).optional(),
});

export const PLAYING = {
  on: setting({
    schema: z.boolean(),
    neutral: true,
    moves: 'notes',
    inWords: (on) => (on ? 'plays' : 'rests'),
    label: 'Plays',
    group: 'plays',
    control: BY_ITS_PAGE,
  }),
  pattern: setting({
    schema: slugSchema,
    // The style has a first choice for every kind.
    neutral: '',
    moves: 'notes',
    inWords: (pattern) => `pattern ${pattern}`,
    label: 'Pattern',
    group: 'plays',
    control: BY_ITS_PAGE,
  }),
  density: setting({
    schema: z.number().int().min(1).max(5),
    neutral: 3,
    moves: 'notes',
    inWords: (density) => `density ${density}`,
    label: 'Density, 1 sparse to 5 busy',
    group: 'plays',
    control: { as: 'choices', choices: numbers(1, 5) },
  }),
  dynamics: setting({
    schema: z.enum(DYNAMICS),
    neutral: 'mf',
    moves: 'articulation',
    inWords: (dynamics) => dynamics,
    label: 'Dynamics',
    group: 'plays',
    control: { as: 'choices', choices: asNamed(DYNAMICS) },
  }),
  /** Through its patterns at the song's pace, at half of it or at double. */
  pace: setting({
    schema: z.enum(PACES),
    neutral: 'as written',
    moves: 'notes',
    inWords: (feel) => feel,
    label: 'Feel',
    group: 'plays',
    control: { as: 'choices', choices: asNamed(PACES) },
  }),
  /** The part whose rhythm it takes; a part that is not there is none. */
  rhythmOf: setting({
    schema: id,
    neutral: null,
    moves: 'notes',
    inWords: () => 'the rhythm of another part',
    label: 'Rhythm',
    group: 'plays',
    control: BY_ITS_PAGE,
    byKind: true,
  }),
  atChange: setting({
    schema: z.enum(['restart', 'carry on']),
    neutral: 'as the pattern',
    moves: 'notes',
    inWords: (atChange) => `${atChange} at changes`,
    label: 'At a chord change',
    group: 'plays',
    control: BY_ITS_PAGE,
  }),
  /** How early it takes up each chord: before the others, who take it where it stands. */
  anticipation: setting({
    schema: z.number().int().min(0).max(LONGEST_PUSH),
    neutral: 0,
    moves: 'notes',
    unit: 'ticks',
    inWords: pushInWords,
    label: 'Takes chords',
    group: 'plays',
    control: { as: 'choices', choices: PUSHES },
  }),
  /** How freely a repeat is told. */
  repeatVariation: setting({
    schema: z.enum(REPEAT_VARIATIONS),
    neutral: 'a little',
    moves: 'notes',
    inWords: (telling) => `repeats told ${telling}`,
    label: 'Repeats',
    group: 'plays',
    control: { as: 'choices', choices: REPEAT_VARIATION_CHOICES },
  }),
  /** False where the part keeps to itself: it takes up nothing of what the players agree on. */
  listens: setting({
    schema: z.boolean(),
    neutral: true,
    moves: 'notes',
    inWords: (listens) => (listens ? 'listens to the others' : 'keeps to itself'),
    label: 'Listens to the others',
    group: 'plays',
    control: {
      as: 'choices',
      choices: [
        { value: true, label: 'Yes' },
        { value: false, label: 'Keeps to itself' },
      ],
    },
  }),
  variation: setting({
    schema: z.number().int().min(0).max(9999),
    neutral: 0,
    moves: 'notes',
    inWords: (variation) => `variation ${variation}`,
    label: 'Variation',
    group: 'plays',
    control: BY_ITS_PAGE,
  }),
  groove: setting({
    schema: grooveSchema,
    // The style's own holds.
    neutral: {},
    moves: 'articulation',
    inWords: () => 'a groove of its own',
    label: 'Groove',
    group: 'plays',
    control: BY_ITS_PAGE,
  }),
};
