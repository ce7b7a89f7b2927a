/** How a line is planned, over its player's own way: its phrases, how full it is through its bars, how far it goes, what it comes back to. */
import { z } from 'zod';
import {
  ENERGIES,
  ENERGY_POINTS,
  LONGEST_PHRASE,
  MOST_SPACE,
  MOTIF_RETURNS,
  OUTSIDES,
  THEMES,
} from '../choices';
import { asNamed, setting, type SettingChoice } from './specification';

const beats = (count: number): string => (count === 1 ? 'a beat' : `${count} beats`);

/** Lengths of a phrase that are offered, beats. */
const PHRASES: readonly SettingChoice<number>[] = [1, 2, 3, 4, 6, 8, 12, 16, 24, LONGEST_PHRASE].map(
  (value) => ({ value, label: beats(value) }),
);

const phraseBeats = z.number().int().min(1).max(LONGEST_PHRASE);

/** Shares of the time that rest, percent. */
const SPACES: readonly SettingChoice<number>[] = [
  { value: 5, label: 'hardly any' },
  { value: 20, label: 'a fifth of the time' },
  { value: 35, label: 'a third of it' },
  { value: 50, label: 'half of it' },
  { value: 65, label: 'two thirds of it' },
  { value: MOST_SPACE, label: 'most of it' },
];

/** What only those who plan lines have. */
export const LINE = {
  /** The shortest phrase, without the rest behind it. */
  shortestPhrase: setting({
    schema: phraseBeats,
    neutral: null,
    moves: 'notes',
    unit: 'beats',
    inWords: (count) => `phrases of ${beats(count)} at least`,
    label: 'Shortest phrase',
    group: 'line',
    control: { as: 'list', choices: PHRASES },
    byKind: true,
  }),
  longestPhrase: setting({
    schema: phraseBeats,
    neutral: null,
    moves: 'notes',
    unit: 'beats',
    inWords: (count) => `phrases of ${beats(count)} at most`,
    label: 'Longest phrase',
    group: 'line',
    control: { as: 'list', choices: PHRASES },
    byKind: true,
  }),
  /** How much of the time rests between phrases. */
  space: setting({
    schema: z.number().int().min(0).max(MOST_SPACE),
    neutral: null,
    moves: 'notes',
    unit: '%',
    inWords: (percent) => `rests ${percent} % of the time`,
    label: 'Rests between phrases',
    group: 'line',
    control: { as: 'list', choices: SPACES },
    byKind: true,
  }),
  /** The same all the way, on its way by one word, or drawn: points evenly through its bars. */
  energy: setting({
    schema: z.union([
      z.enum(ENERGIES),
      z.array(z.number().int().min(0).max(100)).min(ENERGY_POINTS[0]).max(ENERGY_POINTS[1]),
    ]),
    neutral: null,
    moves: 'notes',
    inWords: (energy) => `energy: ${typeof energy === 'string' ? energy : `drawn, ${energy.join(', ')} %`}`,
    label: 'Energy',
    group: 'line',
    control: { as: 'drawn', choices: asNamed(ENERGIES) },
    byKind: true,
  }),
  outside: setting({
    schema: z.enum(OUTSIDES),
    neutral: null,
    moves: 'notes',
    inWords: (outside) => (outside === 'inside' ? 'stays inside' : `goes ${outside} outside`),
    label: 'Outside the chords',
    group: 'line',
    control: { as: 'choices', choices: asNamed(OUTSIDES) },
    byKind: true,
  }),
  motifReturns: setting({
    schema: z.enum(MOTIF_RETURNS),
    neutral: null,
    moves: 'notes',
    inWords: (often) => `motif comes back: ${often}`,
    label: 'Comes back to its motif',
    group: 'line',
    control: { as: 'choices', choices: asNamed(MOTIF_RETURNS) },
    byKind: true,
  }),
  /** A line as a theme in four parts over one motif, or one of them by itself. */
  theme: setting({
    schema: z.enum(THEMES),
    neutral: null,
    moves: 'notes',
    inWords: (theme) => (theme === 'whole' ? 'a theme in four parts' : `the ${theme} of a theme`),
    label: 'As a theme',
    group: 'line',
    control: { as: 'choices', choices: asNamed(THEMES) },
    byKind: true,
  }),
};
