/** Where a part's tones lie, how far apart, how many, and how its chords are laid out. */
import { z } from 'zod';
import { RICHNESS } from '../../theory/extensions';
import { midiName } from '../../theory/pitch';
import { HIGHEST_CAPO, VOICING_TYPES, NECKS, TUNING_NAMES, type Neck } from '../choices';
import { counted } from '../listed';
import { BY_ITS_PAGE, asNamed, setting } from './specification';

const HANDS = ['both', 'left', 'right'] as const;

const NECK_WORDS: Readonly<Record<Neck, string>> = {
  open: 'low, open strings',
  position: 'at the register',
  smooth: 'least travel',
};

export const VOICING = {
  /** Target of the lowest tone. */
  register: setting({
    schema: z.number().int().min(23).max(84),
    neutral: 48,
    moves: 'notes',
    unit: 'MIDI number',
    inWords: (pitch) => `from ${midiName(pitch)}`,
    label: 'Register',
    group: 'voicing',
    control: BY_ITS_PAGE,
    byKind: true,
  }),
  octave: setting({
    schema: z.number().int().min(-2).max(2),
    neutral: 0,
    moves: 'notes',
    unit: 'octaves',
    inWords: (octave) =>
      octave === 0
        ? 'in its own octave'
        : `${counted(Math.abs(octave), 'octave')} ${octave > 0 ? 'up' : 'down'}`,
    label: 'Octave',
    group: 'voicing',
    control: {
      as: 'choices',
      choices: [-1, 0, 1].map((value) => ({ value, label: value > 0 ? `+${value}` : String(value) })),
    },
    byKind: true,
  }),
  /** Target mean distance of neighbouring tones. */
  spread: setting({
    schema: z.number().min(2).max(12),
    neutral: 4,
    moves: 'notes',
    unit: 'semitones',
    inWords: (spread) => `spread ${spread}`,
    label: 'Spread',
    group: 'voicing',
    control: { as: 'range', low: 2, high: 12, step: 0.5, text: (spread) => `${spread} semitones apart` },
    byKind: true,
  }),
  voices: setting({
    schema: z.number().int().min(3).max(8),
    neutral: 4,
    moves: 'notes',
    unit: 'voices',
    inWords: (voices) => `${voices} voices`,
    label: 'Voices',
    group: 'voicing',
    control: BY_ITS_PAGE,
    byKind: true,
  }),
  voicingType: setting({
    schema: z.enum(VOICING_TYPES),
    neutral: 'free',
    moves: 'notes',
    inWords: (manner) => (manner === 'free' ? 'voiced as it flows best' : `voiced ${manner}`),
    label: 'Manner',
    group: 'voicing',
    control: BY_ITS_PAGE,
    byKind: true,
  }),
  /** Chords plainer or richer than the chart has them. */
  richness: setting({
    schema: z.enum(RICHNESS),
    neutral: 'as written',
    moves: 'notes',
    inWords: (richness) => `chords ${richness}`,
    label: 'Richness',
    group: 'voicing',
    control: { as: 'choices', choices: asNamed(RICHNESS) },
    byKind: true,
  }),
  /** Which hands of the keys play. */
  hands: setting({
    schema: z.enum(HANDS),
    neutral: 'both',
    moves: 'notes',
    inWords: (hands) => `hands ${hands}`,
    label: 'Hands',
    group: 'voicing',
    control: { as: 'choices', choices: asNamed(HANDS) },
    byKind: true,
  }),
  tuning: setting({
    schema: z.enum(TUNING_NAMES),
    neutral: 'standard',
    moves: 'notes',
    inWords: (tuning) => `${tuning} tuning`,
    label: 'Tuning',
    group: 'voicing',
    control: { as: 'list', choices: asNamed(TUNING_NAMES) },
    byKind: true,
  }),
  /** At which fret the capo is; 0 none. */
  capo: setting({
    schema: z.number().int().min(0).max(HIGHEST_CAPO),
    neutral: 0,
    moves: 'notes',
    unit: 'frets',
    inWords: (capo) => (capo ? `capo at fret ${capo}` : 'no capo'),
    label: 'Capo',
    group: 'voicing',
    control: {
      as: 'stepper',
      low: 0,
      high: HIGHEST_CAPO,
      step: 1,
      text: (capo) => (capo ? `at fret ${capo}` : 'none'),
      less: 'lower',
      more: 'higher',
    },
    byKind: true,
  }),
  /** Where on the neck it plays. */
  neck: setting({
    schema: z.enum(NECKS),
    neutral: 'position',
    moves: 'notes',
    inWords: (neck) => `on the neck ${NECK_WORDS[neck]}`,
    label: 'On the neck',
    group: 'voicing',
    control: { as: 'choices', choices: NECKS.map((value) => ({ value, label: NECK_WORDS[value] })) },
    byKind: true,
  }),
};
