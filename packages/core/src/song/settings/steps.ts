/** How an arpeggio goes on: in which order, through how many octaves, in which steps, which of them stressed or silent. */
import { z } from 'zod';
import { MOST_ACCENT, MOST_OCTAVES, MOST_STEPS, STEP_ORDERS, STEP_RATES } from '../choices';
import { counted, listed } from '../listed';
import { BY_ITS_PAGE, asNamed, numbers, setting } from './specification';

/** Every so many steps; 0 none. */
const ACCENTS = [0, 2, 3, 4, 5, 6, 8].map((value) => ({ value, label: value ? `every ${value}` : 'none' }));

export const STEPS = {
  order: setting({
    schema: z.enum(STEP_ORDERS),
    neutral: null,
    moves: 'notes',
    inWords: (order) => `tones ${order}`,
    label: 'Order of the tones',
    group: 'steps',
    control: { as: 'choices', choices: asNamed(STEP_ORDERS) },
    byKind: true,
  }),
  octaves: setting({
    schema: z.number().int().min(1).max(MOST_OCTAVES),
    neutral: null,
    moves: 'notes',
    unit: 'octaves',
    inWords: (octaves) => `through ${counted(octaves, 'octave')}`,
    label: 'Octaves it goes through',
    group: 'steps',
    control: { as: 'choices', choices: numbers(1, MOST_OCTAVES) },
    byKind: true,
  }),
  rate: setting({
    schema: z.enum(STEP_RATES),
    neutral: null,
    moves: 'notes',
    inWords: (rate) => `steps of ${/^e/.test(rate) ? 'an' : 'a'} ${rate}`,
    label: 'Each step',
    group: 'steps',
    control: { as: 'list', choices: asNamed(STEP_RATES) },
    byKind: true,
  }),
  /** Every nth step is accented; 0 none. */
  accentEvery: setting({
    schema: z.number().int().min(0).max(MOST_ACCENT),
    neutral: null,
    moves: 'articulation',
    unit: 'steps',
    inWords: (every) => (every === 0 ? 'no accents' : `accents every ${every} steps`),
    label: 'Accents',
    group: 'steps',
    control: { as: 'choices', choices: ACCENTS },
    byKind: true,
  }),
  /** Step numbers within a bar that rest, from 0. */
  rests: setting({
    schema: z
      .array(
        z
          .number()
          .int()
          .min(0)
          .max(MOST_STEPS - 1),
      )
      .max(MOST_STEPS),
    neutral: null,
    moves: 'notes',
    inWords: (steps) => (steps.length ? `rests at ${listed(steps.map((s) => `${s + 1}`))}` : 'no rests'),
    label: 'Steps that sound',
    group: 'steps',
    control: BY_ITS_PAGE,
    byKind: true,
  }),
};
