/** Notes before the beat on which a phrase begins: a pickup takes its time from the rest before it. */
import { EIGHTH, PPQ } from '../../time/ticks';
import { barAt, type Bar } from '../../time/bars';
import { beatsOf, offBeat } from '../../time/beats';
import type { Ticks } from '../../units/units';
import type { Onset, Phrase } from './phrases';

/** A phrase keeps so many notes where a pickup shortens it. */
const KEEPS = 2;
/** Rest before a pickup, ticks. */
const BREATH = EIGHTH;

/** Places of eighths before a tick, the nearest first: halves of plain beats, thirds of dotted ones. */
function eighthsBefore(bars: readonly Bar[], tick: Ticks, count: number): Ticks[] {
  const places: Ticks[] = [];
  let at = tick;
  while (places.length < count && at > (bars[0]?.start ?? 0)) {
    const bar = barAt(bars, at - 1);
    const beat = beatsOf(bar).findLast(({ start }) => start < at)!;
    const thirds = offBeat(beat.length) * 2 !== beat.length;
    const step = thirds ? Math.round(beat.length / 3) : Math.round(beat.length / 2);
    at = Math.max(beat.start, at - step);
    places.push(at);
  }
  return places;
}

/** Onsets of a pickup of so many beats before a tick: eighths, of which a long one strikes its first two as one. */
function onsetsBefore(bars: readonly Bar[], tick: Ticks, beats: number): Onset[] {
  const count = Math.max(1, Math.round(beats * 2));
  const places = eighthsBefore(bars, tick, count).reverse();
  const struck = places.length > 3 ? places.filter((_, i) => i !== 1) : places;
  return struck.map((start, i) => ({ start, length: (struck[i + 1] ?? tick) - start, motif: -1 }));
}

/**
 * Phrases with their pickups; what sounds before ends in time for them.
 * @param following beats by which what follows the bars begins early; 0 where it does not.
 * @param end where the bars end, ticks.
 */
export function ledInto(
  phrases: readonly Phrase[],
  bars: readonly Bar[],
  following: number,
  end: Ticks,
): Phrase[] {
  const result: Phrase[] = [];
  const shortened = (by: Ticks): boolean => {
    const before = result[result.length - 1];
    if (!before) return true;
    const until = by - BREATH;
    const kept = before.notes.filter(({ start }) => start <= until - PPQ / 4);
    if (kept.length < Math.min(KEEPS, before.notes.length)) return false;
    const last = kept[kept.length - 1]!;
    kept[kept.length - 1] = { ...last, length: Math.min(last.length, until - last.start) };
    result[result.length - 1] = { ...before, notes: kept };
    return true;
  };
  for (const phrase of phrases) {
    const first = phrase.notes[0]!;
    const own =
      phrase.pickup > 0 && first.start === phrase.start ? onsetsBefore(bars, first.start, phrase.pickup) : [];
    if (own.length && shortened(own[0]!.start)) result.push({ ...phrase, notes: [...own, ...phrase.notes] });
    else result.push(phrase);
  }
  const own = following > 0 ? onsetsBefore(bars, end, following) : [];
  const last = result[result.length - 1];
  if (own.length && last && shortened(own[0]!.start)) {
    result.push({
      start: end,
      end,
      shape: 'rise',
      notes: own,
      contour: [],
      isHome: false,
      energy: last.energy,
      pickup: following,
    });
  }
  return result;
}
