/** Phrases over a run of bars: where each begins, rests and ends, what it takes up of the motif, and its rhythm. */
import { choose, stream, type Stream } from '../../random/stream';
import type { Bar } from '../../time/bars';
import type { LinePlan } from './asked';
import type { BarIndex, Ticks } from '../../units/units';
import { barCells, beatIndexOfBar, lineBeats, placesOn, struckBy, type LineBeat, type Struck } from './cells';
import { energyAt, stageAt, type Stage } from './course';
import type { Development, Habits } from './habits';
import { developed, headOf, type Motif } from './motif';

/** The line a phrase follows, as a height from 0 to 1 along its length. */
export const CONTOURS = {
  arch: (t: number) => Math.sin(Math.PI * Math.min(1, Math.max(0, t))),
  rise: (t: number) => t,
  fall: (t: number) => 1 - t,
  question: (t: number) => 0.25 + 0.7 * t * t,
  answer: (t: number) => 0.8 - 0.65 * t,
} as const;

/** Which way a phrase goes. */
export type Contour = keyof typeof CONTOURS;

/** A rhythm note before it has a pitch: ticks from the region's start. */
export interface Onset {
  readonly start: Ticks;
  readonly length: Ticks;
  /** Position among the notes of the motif where they are the motif's, or −1. */
  readonly motif: number;
}

/** A phrase before it has pitches: its onsets and its contour. */
export interface Phrase {
  /** Where its first beat begins; a pickup begins before it. */
  readonly start: Ticks;
  readonly end: Ticks;
  readonly shape: Contour;
  readonly notes: readonly Onset[];
  /** Where the motif stands at each of its notes, semitones from the first. */
  readonly contour: readonly number[];
  /** True where it tells the motif as it is: from the very tone it began on. */
  readonly isHome: boolean;
  /** How high and full, from 0 to 1. */
  readonly energy: number;
  /** Beats by which it begins early; none where it begins on its beat or behind it. */
  readonly pickup: number;
}

/** What a line is planned over. */
export interface PlanAsked {
  readonly bars: readonly Bar[];
  /** Which bar of its section the first of them is told as, and how many its section has. */
  readonly firstBar: BarIndex;
  readonly ofBars: number;
  /** Which bar of its section it is, whatever it is told as. */
  readonly standsAt: BarIndex;
  readonly plan: LinePlan;
  readonly pace: number;
  readonly motif: Motif;
  /** How the first of its phrases begins: those before it know. */
  readonly entry: Entry;
  /** What its chance hangs on. */
  readonly key: string;
}

/** How far through its section a bar is told, 0 to 1. */
const shareAt = ({ firstBar, ofBars }: Pick<PlanAsked, 'firstBar' | 'ofBars'>, bar: number): number =>
  Math.min(1, (firstBar + bar) / Math.max(1, ofBars - 1));

/** How high and full a bar is, 0 to 1: where that is asked for it goes by where the bar really stands. */
export const energyOf = ({ plan, firstBar, standsAt, ofBars }: PlanAsked, bar: number): number =>
  energyAt(plan, shareAt({ firstBar: plan.byEnergy ? standsAt : firstBar, ofBars }, bar));

/** Question and answer come in pairs; other shapes stand alone. */
function contourAfter(before: Contour | null, next: Stream): Contour {
  if (before === 'question') return 'answer';
  return choose(next, ['arch', 'rise', 'fall', 'question'] as const, (s) =>
    s === before ? 0.2 : s === 'arch' || s === 'question' ? 2 : 1,
  );
}

/** How a phrase begins: so many beats early, or late, or on its beat. */
export interface Entry {
  readonly pickup: number;
  readonly late: number;
}

/** By how much a phrase begins late, beats. */
const LATE = [0.5, 1, 1.5] as const;

/** How a phrase begins. @param key what its chance hangs on. */
export function entryOf(habits: Habits, key: string): Entry {
  const next = stream(key);
  const { pickup, late } = habits;
  const drawn = next();
  if (drawn < pickup.share) {
    const [least, most] = pickup.beats;
    return { pickup: Math.round(2 * (least + next() * (most - least))) / 2, late: 0 };
  }
  return { pickup: 0, late: drawn < pickup.share + late ? LATE[Math.floor(3 * next())]! : 0 };
}

/** How often a motif is taken up against what is usual: where its theme is told, away from it, and where it comes home. */
const TAKEN_UP = { theme: 1.3, away: 0.75, home: 1.5 } as const;
/** At home it is mostly told as it was. */
const AS_IT_WAS = 0.65;
/** How often a long phrase tells its motif twice on end. */
const AGAIN = 0.4;
/** A motif that is cut shorter than this is none. */
const LEAST_OF_A_MOTIF = 3;

/** A phrase is so many of these long, in beats: half a bar, or a whole one where its beats are odd. */
const quantumOf = (perBar: number): number => (perBar % 2 === 0 ? 2 : perBar);
/** Who comes back to a motif in every phrase begins each with its bar: a motif is told from a bar's first beat. */
const EVERY_TIME = 1;

/** How many beats a phrase takes with the rest behind it, and how many of them rest. */
function lengthOf({ pattern, sung, habits }: LinePlan, perBar: number, left: number, next: Stream) {
  const quantum = habits.motif.returns > EVERY_TIME ? perBar : quantumOf(perBar);
  if (sung) return lengthOfSung(sung, pattern.rest, quantum, left, next);
  const [least, most] = pattern.phrase;
  const wanted = Math.max(1, Math.round(((least + next() * (most - least)) * perBar) / quantum)) * quantum;
  const count = left - wanted < quantum ? left : wanted;
  const rest = Math.min(count - 1, Math.max(1, Math.round(count * pattern.rest * (0.6 + 0.8 * next()))));
  return { count, rest };
}

/** The same where it is asked for how many beats it sings. */
function lengthOfSung(
  [least, most]: readonly [number, number],
  rests: number,
  quantum: number,
  left: number,
  next: Stream,
) {
  const sings = Math.round(least + next() * (most - least));
  const wanted = Math.max(
    quantum * Math.ceil((sings + 1) / quantum),
    quantum * Math.round(sings / (1 - rests) / quantum),
  );
  const count = left - wanted < quantum ? left : wanted;
  return { count, rest: Math.max(1, count - sings) };
}

/** What a phrase makes of the motif, and whether it takes it up at all. The first of a solo states it. */
function developmentAt({ motif: { returns, by } }: Habits, stage: Stage, isFirst: boolean, next: Stream) {
  const isTold = isFirst || next() < returns * TAKEN_UP[stage];
  const asItWas = isFirst || (stage !== 'away' && next() < AS_IT_WAS);
  const ways = Object.entries(by) as [Development, number][];
  const drawn = ways.length ? choose(next, ways, ([, weight]) => weight)[0] : 'moved';
  return { isTold, how: asItWas ? ('stated' as const) : drawn };
}

/** What cells strike over all the bars, in beats from their first. */
function struckOver(asked: PlanAsked, beats: readonly LineBeat[], next: Stream): Struck[] {
  const { bars, plan, pace } = asked;
  const { pattern } = plan;
  return bars.flatMap((bar, b) => {
    const from = beatIndexOfBar(beats, b);
    const energy = energyOf(asked, b);
    return struckBy(barCells(bar, pattern, pace, energy, next)).map(([at, l]): Struck => [from + at, l]);
  });
}

/** Phrases over bars: lengths in the pattern's range, rests between them; some take up the motif. */
export function planPhrases(asked: PlanAsked): Phrase[] {
  const { bars, firstBar, plan, pace, motif, key } = asked;
  const { habits } = plan;
  const beats = lineBeats(bars, pace);
  const next = stream(`${key}/${firstBar}`);
  const struck = struckOver(asked, beats, next);
  const entryAt = (at: number): Entry => {
    const { bar, inBar } = beats[at]!;
    if (at === 0) return asked.entry;
    if (inBar === 0) return entryOf(habits, `${key}/entry/${firstBar}.${bar}`);
    return { pickup: 0, late: next() < 0.5 ? 0.5 : 0 };
  };
  const phrases: Phrase[] = [];
  let shape: Contour | null = null;
  let at = 0;
  while (at < beats.length) {
    const { bar, inBar } = beats[at]!;
    const perBar = beats.filter((beat) => beat.bar === bar).length;
    const { count, rest } = lengthOf(plan, perBar, beats.length - at, next);
    const entry = entryAt(at);
    const stage = stageAt(shareAt(asked, bar));
    const { isTold, how } = developmentAt(habits, stage, firstBar === 0 && at === 0, next);
    shape = how === 'answered' && isTold ? 'answer' : contourAfter(shape, next);
    // Away from home it is its head that comes back.
    const told = developed(stage === 'away' ? headOf(motif, perBar) : motif, how);
    const again = next() < AGAIN;
    const until = at + count - rest;
    const notes = isTold && inBar === 0 ? tellings(told, at, until, again) : [];
    const kept = notes.length >= LEAST_OF_A_MOTIF ? notes : [];
    const times = kept.length > told.struck.length ? 2 : 1;
    const freeFrom = at + (kept.length ? told.beats * times : entry.late);
    const free = struck.filter(([p]) => p >= freeFrom && p < until);
    const all = [...kept, ...free.map(([p, length]) => ({ at: p, length, motif: -1 }))];
    const phrase = phraseOf(all, beats, at, until, rest);
    if (phrase) {
      phrases.push({
        ...phrase,
        shape,
        contour: told.contour,
        isHome: kept.length > 0 && how === 'stated',
        energy: energyOf(asked, bar),
        pickup: kept.length || !entry.late ? entry.pickup : 0,
      });
    }
    at += count;
  }
  return phrases;
}

interface Placed {
  readonly at: number;
  readonly length: number;
  readonly motif: number;
}

/** A motif told at a place, as far as there is room, and once more behind it. */
function tellings(motif: Motif, at: number, until: number, again: boolean): Placed[] {
  const times = again && at + 2 * motif.beats <= until ? 2 : 1;
  return Array.from({ length: times }, (_, time) =>
    motif.struck.map(([p, length], i) => ({ at: at + time * motif.beats + p, length, motif: i })),
  )
    .flat()
    .filter((note) => note.at < until);
}

/** Share of the rest behind a phrase into which its last note may sound. */
const RINGS_ON = 0.5;

/** Onsets of notes laid on beats; the last one ends the phrase: it lasts a beat where there is room. Null where there are none. */
function phraseOf(
  placed: readonly Placed[],
  beats: readonly LineBeat[],
  at: number,
  until: number,
  rest: number,
): Pick<Phrase, 'start' | 'end' | 'notes'> | null {
  if (!placed.length) return null;
  const placeOf = placesOn(beats);
  const notes = placed.map(({ at: from, length, motif }): Onset => {
    const start = placeOf(from);
    return { start, length: placeOf(Math.min(from + length, until)) - start, motif };
  });
  const last = placed[placed.length - 1]!;
  const held = Math.min(last.at + Math.max(1, last.length), until + RINGS_ON * rest);
  const tail = notes[notes.length - 1]!;
  notes[notes.length - 1] = { ...tail, length: Math.max(tail.length, placeOf(held) - tail.start) };
  return { start: placeOf(at), end: placeOf(until), notes };
}
