/** What becomes of places in a bar when it gets another metre: beats go to beats. */
import { beatPosition, beatsOf, type BarGroups } from './beats';
import { PPQ } from './ticks';

/** How beats of one bar go to those of another. */
export type BeatWay =
  /** One has as many as the other, or one divides the other: by so much. */
  | { readonly is: 'beat to beat'; readonly by: number }
  /** They have nothing in common: those that the new bar has stay, where all fit. */
  | { readonly is: 'as they come'; readonly by: number };

/** @param from beats of the bar as it was. @param to beats of it now. */
export function beatWay(from: number, to: number): BeatWay {
  const isEven = from % to === 0 || to % from === 0;
  return { is: isEven ? 'beat to beat' : 'as they come', by: to / from };
}

const DOTTED = PPQ * 1.5;

/**
 * A share of a beat of one kind as one of the other: what is in the middle of a plain beat is the third of three
 * eighths, and thirds stay thirds (common practice).
 */
export function adaptedShare(share: number, fromDotted: boolean, toDotted: boolean): number {
  if (fromDotted === toDotted) return share;
  const third = Math.abs(share * 3 - Math.round(share * 3)) < 1e-6;
  if (toDotted) return third ? share : share <= 0.5 ? (share * 4) / 3 : 2 / 3 + ((share - 0.5) * 2) / 3;
  return share <= 2 / 3 ? (share * 3) / 4 : 0.5 + ((share - 2 / 3) * 3) / 2;
}

const isDotted = (bar: BarGroups): boolean => {
  const beats = beatsOf(bar);
  return beats.filter(({ length }) => length >= DOTTED).length * 2 > beats.length;
};

/** Ticks from a bar's start to a place counted in its beats. */
function ticksAt(bar: BarGroups, place: number, fromDotted: boolean): number {
  const beats = beatsOf(bar);
  const whole = Math.min(Math.floor(place + 1e-9), beats.length - 1);
  const { start, length } = beats[whole]!;
  const share = Math.max(0, place - whole);
  return Math.round(start - bar.start + adaptedShare(share, fromDotted, length >= DOTTED) * length);
}

/** In a bar with beats that have no like, places that all of it has room for stay; others go to half beats in proportion. */
function asTheyCome(places: readonly number[], from: number, to: number): number[] {
  if (places.every((place) => place < to)) return [...places];
  return places.map((place) => Math.round(((place * to) / from) * 2) / 2);
}

/**
 * Offsets in a whole bar as they are in a bar of another metre, ticks from the bar's start, in their order; in
 * proportion where beats do not lead to places that are all different.
 */
export function inOtherMetre(offsets: readonly number[], old: BarGroups, now: BarGroups): number[] {
  const [from, to] = [beatsOf(old).length, beatsOf(now).length];
  const places = offsets.map((offset) => beatPosition(old, old.start + offset));
  const { is, by } = beatWay(from, to);
  const moved = is === 'beat to beat' ? places.map((place) => place * by) : asTheyCome(places, from, to);
  const ticks = moved.map((place) => ticksAt(now, place, isDotted(old)));
  const fit = ticks.every((tick, i) => tick < now.length && (i === 0 || tick > ticks[i - 1]!));
  return fit ? ticks : offsets.map((offset) => Math.floor((offset * now.length) / old.length));
}
