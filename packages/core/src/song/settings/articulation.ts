/** How a part's notes are touched, as far as its kind of player touches them so. */
import { z } from 'zod';
import { BACKBEATS, CYMBALS, SECTION_VOICES, SHORTEST_LENGTH, SLIDES, SWELLS, TONES } from '../choices';
import { BY_ITS_PAGE, asNamed, setting } from './specification';

export const ARTICULATION = {
  /** Time from the first string to the last. */
  strum: setting({
    schema: z.number().min(0).max(120),
    neutral: 30,
    moves: 'articulation',
    unit: 'ms',
    inWords: (ms) => `strum ${ms} ms`,
    label: 'Strum',
    group: 'articulation',
    control: { as: 'range', low: 0, high: 120, step: 5, text: (ms) => `${ms} ms across` },
    byKind: true,
  }),
  /** How much of its written length a note sounds: damped by the hand, or let ring. */
  length: setting({
    schema: z.number().int().min(SHORTEST_LENGTH).max(100),
    neutral: 100,
    moves: 'articulation',
    unit: '%',
    inWords: (percent) => `notes ${percent} % long`,
    label: 'Note length',
    group: 'articulation',
    control: {
      as: 'range',
      low: SHORTEST_LENGTH,
      high: 100,
      step: 5,
      text: (percent) => (percent === 100 ? 'as the pattern has it' : `${percent} % of it`),
    },
    byKind: true,
  }),
  cymbal: setting({
    schema: z.enum(CYMBALS),
    neutral: null,
    moves: 'notes',
    inWords: (cymbal) => `time on the ${cymbal}`,
    label: 'Keeps time on',
    group: 'articulation',
    control: { as: 'choices', choices: asNamed(CYMBALS) },
    byKind: true,
  }),
  backbeat: setting({
    schema: z.enum(BACKBEATS),
    neutral: null,
    moves: 'notes',
    inWords: (backbeat) => `backbeat on the ${backbeat}`,
    label: 'Backbeat on',
    group: 'articulation',
    control: { as: 'choices', choices: asNamed(BACKBEATS) },
    byKind: true,
  }),
  /** Desks that do not play. */
  without: setting({
    schema: z.array(z.enum(SECTION_VOICES)).max(SECTION_VOICES.length - 1),
    neutral: [],
    moves: 'notes',
    inWords: (desks) => (desks.length ? `without ${desks.join(' and ')}` : 'with all desks'),
    label: 'Desks that play',
    group: 'articulation',
    control: BY_ITS_PAGE,
    byKind: true,
  }),
  tones: setting({
    schema: z.enum(TONES),
    neutral: 'chords',
    moves: 'notes',
    inWords: (tones) => (tones === 'chords' ? 'tones of each chord' : 'tones of the scale'),
    label: 'Its tones',
    group: 'articulation',
    control: {
      as: 'choices',
      choices: [
        { value: 'chords', label: 'of each chord' },
        { value: 'scale', label: 'of the scale' },
      ],
    },
    byKind: true,
  }),
  slides: setting({
    schema: z.enum(SLIDES),
    neutral: 'none',
    moves: 'articulation',
    inWords: (slides) => (slides === 'none' ? 'no slides' : `${slides} slides`),
    label: 'Slides and hammered notes',
    group: 'articulation',
    control: { as: 'choices', choices: asNamed(SLIDES) },
    byKind: true,
  }),
  swell: setting({
    schema: z.enum(SWELLS),
    neutral: 'none',
    moves: 'sound',
    inWords: (swell) => (swell === 'none' ? 'no swell' : `${swell} swell`),
    label: 'Swell on held chords',
    group: 'articulation',
    control: { as: 'choices', choices: asNamed(SWELLS) },
    byKind: true,
  }),
  /** The pedal is held through each chord. */
  pedal: setting({
    schema: z.boolean(),
    neutral: false,
    moves: 'sound',
    inWords: (pedal) => (pedal ? 'with pedal' : 'without pedal'),
    label: 'Pedal',
    group: 'articulation',
    control: {
      as: 'choices',
      choices: [
        { value: false, label: 'up' },
        { value: true, label: 'down through each chord' },
      ],
    },
    byKind: true,
  }),
  /** The palm lies on the strings. */
  palm: setting({
    schema: z.boolean(),
    neutral: false,
    moves: 'articulation',
    inWords: (palm) => (palm ? 'palm on the strings' : 'strings free'),
    label: 'Palm',
    group: 'articulation',
    control: {
      as: 'choices',
      choices: [
        { value: false, label: 'off the strings' },
        { value: true, label: 'on the strings' },
      ],
    },
    byKind: true,
  }),
};
