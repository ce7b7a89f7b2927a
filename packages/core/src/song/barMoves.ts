/**
 * Where bars have gone in an edit: the one account of it, for whatever stands at a bar outside the song too (what is
 * selected, the playhead, takes). Each edit of bars says it of itself, step by step.
 */
import type { BarIndex } from '../units/units';

/** One bar of the chart: a section and a 0-based bar. */
export interface BarPlace {
  readonly section: string;
  readonly bar: BarIndex;
}

/** A playing that stands elsewhere in the form afterwards: a place of the form by its id, and its repeat, 0-based. */
export interface MovedPlaying {
  readonly entry: string;
  readonly repeat: number;
  readonly to: { readonly entry: string; readonly repeat: number };
  /** Where its bars alone go, bar by bar of its section; left out where they stay in that. */
  readonly bars?: readonly BarPlace[];
}

/** All that one change of bars does at once: by section its old bars' new places, null for one that is gone. */
export interface BarStep {
  readonly to: Readonly<Record<string, readonly (BarPlace | null)[]>>;
  /** Bars the sections have afterwards. */
  readonly bars: Readonly<Record<string, number>>;
  /** Playings that are others afterwards; left out where each stays what it was. */
  readonly playings?: readonly MovedPlaying[];
}

/** Steps in the order in which they are taken. */
export type BarMoves = readonly BarStep[];

const after = (place: BarPlace, { to }: BarStep): BarPlace | null => {
  const bars = to[place.section];
  return bars ? (bars[place.bar] ?? null) : place;
};

/** Where a bar (0-based in its section) stands afterwards; null where it is gone. */
export const placeAfter = (place: BarPlace, moves: BarMoves): BarPlace | null =>
  moves.reduce<BarPlace | null>((now, step) => now && after(now, step), place);

/** A playing of a section: a place of the form and its repeat, 0-based. */
type PlayingInForm = Pick<MovedPlaying, 'entry' | 'repeat'>;

const moveOf = ({ playings = [] }: BarStep, { entry, repeat }: PlayingInForm): MovedPlaying | undefined =>
  playings.find((one) => one.entry === entry && one.repeat === repeat);

/** Which playing one has become by what was said of it; null where nothing was. */
export const playingAfter = (playing: PlayingInForm, moves: BarMoves): PlayingInForm | null =>
  moves.reduce<PlayingInForm | null>((now, step) => moveOf(step, now ?? playing)?.to ?? now, null);

/** Where a bar stands afterwards in one playing of its section; null where it is gone. */
export function placeInPlayingAfter(
  place: BarPlace,
  playing: PlayingInForm,
  moves: BarMoves,
): BarPlace | null {
  let [now, where]: [PlayingInForm, BarPlace | null] = [playing, place];
  for (const step of moves) {
    const move = moveOf(step, now);
    where = where && (move?.bars ? (move.bars[where.bar] ?? null) : after(where, step));
    now = move?.to ?? now;
  }
  return where;
}

function stepBack({ to, bars }: BarStep): BarStep {
  const back: Record<string, (BarPlace | null)[]> = {};
  for (const [section, count] of Object.entries(bars)) {
    back[section] = Array.from({ length: count }, () => null);
  }
  const before: Record<string, number> = {};
  for (const [section, places] of Object.entries(to)) {
    before[section] = places.length;
    places.forEach((place, bar) => {
      if (place) (back[place.section] ??= [])[place.bar] = { section, bar };
    });
  }
  return { to: back, bars: before };
}

/** The same the other way: where bars are once it is undone. */
export const movesBack = (moves: BarMoves): BarMoves => [...moves].reverse().map(stepBack);

/**
 * The bar that takes a bar's place: itself, else the one before it that is still there, else the first behind it.
 * Null where none is left.
 */
export function nearestAfter(place: BarPlace, bars: number, moves: BarMoves): BarPlace | null {
  // Behind the last bar, where the next one is about to be, there is none that could go anywhere.
  if (place.bar >= bars) return place;
  const order = [
    ...Array.from({ length: place.bar + 1 }, (_, i) => place.bar - i),
    ...Array.from({ length: Math.max(0, bars - place.bar - 1) }, (_, i) => place.bar + 1 + i),
  ];
  for (const bar of order) {
    const now = placeAfter({ ...place, bar }, moves);
    if (now) return now;
  }
  return null;
}

/** What is said of a song in the making, by the draft of it. */
const said = new WeakMap<object, BarStep[]>();

/** Says of a change in the making where bars go. */
export function sayMoves(song: object, step: BarStep): void {
  const steps = said.get(song);
  if (steps) steps.push(step);
  else said.set(song, [step]);
}

/** Says where the bars of one section go. @param barOf null for one that is gone. */
export const sayBars = (
  song: object,
  section: string,
  before: number,
  now: number,
  barOf: (bar: BarIndex) => number | null,
): void =>
  sayMoves(song, {
    to: {
      [section]: Array.from({ length: before }, (_, i) => {
        const bar = barOf(i);
        return bar === null || bar >= now ? null : { section, bar };
      }),
    },
    bars: { [section]: now },
  });

/** All that was said of a change in the making. */
export const movesOf = (song: object): BarMoves => said.get(song) ?? [];
