/** A player's way of planning a line, as it is asked to play: what is set for phrases, energy and motif stands over what it is used to. */
import type { Energy, MotifReturns, Outside, Theme } from '../../song/choices';
import type { SettingName } from '../../song/settings/index';
import type { SettingsSpan } from '../../timeline/settings';
import type { Figure, Habits } from './habits';
import { habitsOf, type LinePattern } from './pattern';

/** What can be set for a line that no other part has. */
export const LINE_CONTROLS = [
  'shortestPhrase',
  'longestPhrase',
  'space',
  'energy',
  'outside',
  'motifReturns',
  'theme',
] as const satisfies readonly SettingName[];

/** How a line is planned. */
export interface LinePlan {
  readonly pattern: LinePattern;
  readonly habits: Habits;
  /** The least and most beats of a phrase without its rest; null where it is as its pattern has it, rest and all. */
  readonly sung: readonly [least: number, most: number] | null;
  /** What of a theme in four parts is told; null where phrases follow each other as they are drawn. */
  readonly theme: Theme | null;
  /** True where it is asked how full it is on its way: it goes by that above all else. */
  readonly byEnergy: boolean;
  /** Its energy as it was drawn, evenly through its bars, each 0 to 1; null where that goes by habit. */
  readonly drawn: readonly number[] | null;
  /** False where nothing is played but tones of the scale. */
  readonly chromatic: boolean;
}

const COURSES: Readonly<Record<Energy, Habits['course']>> = {
  calm: { begins: 0.1, climbs: 0.2, ends: 0.1 },
  full: { begins: 0.85, climbs: 1, ends: 0.85 },
  builds: { begins: 0.05, climbs: 0.75, ends: 1 },
  'winds down': { begins: 1, climbs: 0.45, ends: 0.05 },
  'rises and falls': { begins: 0.1, climbs: 1, ends: 0.1 },
};

/** How often a motif is taken up; over 1 also where its theme is left, where it is taken up less often than is usual. */
const RETURNS: Readonly<Record<MotifReturns, number>> = { never: 0, seldom: 0.2, often: 0.6, always: 1.5 };

/** Figures that touch what is no tone of the scale. */
const CHROMATIC: readonly Figure[] = ['approach', 'enclosure', 'blues run'];

/** How much more such figures are liked, by how much and with how much on top, and how much more often tones come late. */
const OUTSIDE: Readonly<Record<Outside, { times: number; more: number; delays: number }>> = {
  inside: { times: 0, more: 0, delays: -1 },
  'a little': { times: 0.25, more: 0, delays: -0.15 },
  further: { times: 2, more: 2, delays: 0.1 },
  far: { times: 4, more: 6, delays: 0.25 },
};
const MOST_DELAYS = 0.6;
/** Figures weigh so much at most. */
const HEAVIEST = 10;

function goingOutside(habits: Habits, outside: Outside): Pick<Habits, 'figures' | 'delays'> {
  const { times, more, delays } = OUTSIDE[outside];
  const liked = CHROMATIC.filter((name) => habits.figures[name] !== undefined || name !== 'blues run');
  const chromatic = liked.map((name): [Figure, number] => [
    name,
    Math.min(HEAVIEST, times * (habits.figures[name] ?? 0) + more),
  ]);
  return {
    figures: { ...habits.figures, ...Object.fromEntries(chromatic) },
    delays: {
      ...habits.delays,
      share: Math.max(0, Math.min(MOST_DELAYS, habits.delays.share + delays)),
    },
  };
}

/** Beats of a phrase that nobody has asked for more of, and for fewer. */
const USUAL_LEAST = 2;
const USUAL_MOST = 8;

/** The beats of a phrase as they are asked for; the one that is not hangs on the other. */
function sungBeats(shortest: number | null, longest: number | null): LinePlan['sung'] {
  if (shortest === null && longest === null) return null;
  const least = shortest ?? Math.min(USUAL_LEAST, longest!);
  const most = longest ?? Math.max(USUAL_MOST, least);
  return [Math.min(least, most), Math.max(least, most)];
}

/** How a stretch's line is planned: its pattern's and its player's way, and over it what is set. */
export function planOf({
  pattern,
  settings,
}: Pick<SettingsSpan<LinePattern>, 'pattern' | 'settings'>): LinePlan {
  const { shortestPhrase, longestPhrase, space, energy, outside, motifReturns, theme } = settings;
  const usual = habitsOf(pattern);
  const habits: Habits = {
    ...usual,
    ...(typeof energy === 'string' && { course: COURSES[energy] }),
    ...(outside !== null && goingOutside(usual, outside)),
    ...(motifReturns !== null && { motif: { ...usual.motif, returns: RETURNS[motifReturns] } }),
  };
  return {
    pattern: space === null ? pattern : { ...pattern, rest: space / 100 },
    habits,
    sung: sungBeats(shortestPhrase, longestPhrase),
    theme: theme ?? (pattern.form === 'four parts' ? 'whole' : null),
    byEnergy: energy !== null,
    drawn: Array.isArray(energy) ? energy.map((percent) => percent / 100) : null,
    chromatic: outside !== 'inside',
  };
}
