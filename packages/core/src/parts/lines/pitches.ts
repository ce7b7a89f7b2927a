/** Pitches of a phrase: tones that carry it by its shape, some of them late, figures between them, the motif as it goes. */
import { noise, stream, type Stream } from '../../random/stream';
import { EIGHTH } from '../../time/ticks';
import { cheapestPath } from '../../voicing/path';
import type { MidiNote } from '../../units/units';
import { delayedBy } from './delays';
import { FIGURE_MAKERS, stepFrom } from './figures';
import type { Delay, Figure, Habits } from './habits';
import { inChord, inScale, isSemitoneClash, toneCost } from './harmony';
import { turnBack, type Allowed } from './leaps';
import type { Reach } from './reach';
import type { Spot } from './spots';

/** Tones of a phrase, and what those are called that are late. */
export interface Pitched {
  readonly pitches: readonly MidiNote[];
  readonly delays: readonly (Delay | null)[];
}

/** Whether a tone a half step over one of the chord would be held: for more than an eighth, or an eighth on a beat, which swing draws out. */
const rubsIn = ({ harmony, length, beatInBar }: Spot, pitch: MidiNote): boolean =>
  isSemitoneClash(harmony, pitch) && (length > EIGHTH || (length === EIGHTH && Number.isInteger(beatInBar)));

function pitchesIn(reach: Reach, test: (pitch: MidiNote) => boolean): number[] {
  const found: number[] = [];
  for (let p = reach.low; p <= reach.high; p++) if (test(p)) found.push(p);
  return found;
}

/** Steps are free, thirds cheap, wide leaps dear and repeated tones dull. Unit: a semitone off the aim. */
function stepCost(from: number, to: number, leap: number): number {
  const size = Math.abs(to - from);
  if (size === 0) return 2.5;
  if (size <= 2) return 0;
  if (size <= 4) return 0.8;
  return size > leap ? 8 + size : 0.4 * size;
}

/** Tones that may stand at a place: chord tones where the line is carried, else the scale's that do not rub. */
const allowedIn =
  (spots: readonly Spot[], reach: Reach): Allowed =>
  (index, pitch) => {
    const { anchor, harmony } = spots[index]!;
    if (pitch < reach.low || pitch > reach.high) return false;
    if (anchor) return inChord(harmony, pitch);
    return inScale(harmony, pitch) && !rubsIn(spots[index]!, pitch);
  };

/** A line as it is drawn: what is fixed in it stays where leaps are turned back. */
export interface Drawing {
  readonly spots: readonly Spot[];
  readonly reach: Reach;
  readonly habits: Habits;
  readonly contour: readonly number[];
  readonly isHome: boolean;
  /** False where it goes by tones of the scale alone. */
  readonly chromatic: boolean;
  readonly next: Stream;
}

/** Pitches of a phrase. @param previous the pitch before it. */
export function phrasePitches(drawing: Omit<Drawing, 'next'>, previous: MidiNote): Pitched {
  const { spots, reach } = drawing;
  const next = stream(`${reach.seed}/${spots[0]!.place}`);
  const pitches: number[] = [];
  const delays: (Delay | null)[] = spots.map(() => null);
  const fixed = new Set<number>();
  const allowed = allowedIn(spots, reach);
  let from = previous;
  for (let i = 0; i < spots.length;) {
    const step = motifStep(drawing, i);
    if (step !== null) {
      const leaning = leaningMotif(drawing, i, from, step);
      pitches.push(...(leaning ?? [takenUp(spots[i]!, from, step, reach, allowed, i)]));
      if (leaning) {
        delays[i] = 'appoggiatura';
        fixed.add(i).add(i + 1);
      }
      from = pitches[pitches.length - 1]!;
      i += leaning ? 2 : 1;
      continue;
    }
    let end = i;
    while (!spots[end]!.anchor && end + 1 < spots.length && motifStep(drawing, end + 1) === null) end++;
    const carried = carryingPitch(spots[end]!, from, drawing);
    const late = lateAt({ ...drawing, next }, end, from, carried);
    const to = late?.pitch ?? carried;
    pitches.push(...figureBetween({ ...drawing, next }, i, end, from, to), to);
    if (late) {
      pitches.push(late.to);
      delays[end] = late.by;
      fixed.add(end).add(end + 1);
    }
    from = pitches[pitches.length - 1]!;
    i = end + (late ? 2 : 1);
  }
  const free: Allowed = (index, pitch) => !fixed.has(index) && allowed(index, pitch);
  return { pitches: turnBack(pitches, free), delays };
}

/** The step by which a motif that returns comes to a note from the one before it; null where it does not return there. */
function motifStep({ spots, contour }: Pick<Drawing, 'spots' | 'contour'>, index: number): number | null {
  const at = spots[index]?.motif ?? -1;
  if (at < 1 || spots[index - 1]?.motif !== at - 1) return null;
  const [before, there] = [contour[at - 1], contour[at]];
  return before === undefined || there === undefined ? null : there - before;
}

/** A note of a motif: it goes the way it goes, as far as the chord lets it. */
function takenUp(
  spot: Spot,
  from: number,
  step: number,
  reach: Reach,
  allowed: Allowed,
  index: number,
): number {
  const cost = (p: number): number =>
    Math.abs(p - from - step) +
    (Math.sign(p - from) === Math.sign(step) ? 0 : 7) +
    0.02 * Math.abs(p - spot.aim);
  const options = pitchesIn(reach, (p) => allowed(index, p));
  const fitting = options.length ? options : pitchesIn(reach, (p) => inChord(spot.harmony, p));
  return fitting.reduce((a, b) => (cost(b) < cost(a) ? b : a));
}

/**
 * Two notes of a motif of which the first leans on its beat and goes on by step to a tone of the chord, the way the motif
 * goes; null where it does not go so.
 */
function leaningMotif(
  { spots, contour, reach }: Pick<Drawing, 'spots' | 'contour' | 'reach'>,
  index: number,
  from: number,
  step: number,
): [MidiNote, MidiNote] | null {
  const [spot, follows] = [spots[index]!, spots[index + 1]];
  const way = Math.sign((contour[spot.motif + 1] ?? 0) - contour[spot.motif]!);
  if (!spot.delays || follows?.harmony.span !== spot.harmony.span || way === 0) return null;
  let best: [MidiNote, MidiNote] | null = null;
  let least = Infinity;
  for (const to of pitchesIn(reach, (p) => inChord(spot.harmony, p))) {
    const pitch = stepFrom(spot.harmony.scale, to, way === 1 ? -1 : 1);
    const cost = Math.abs(pitch - from - step);
    const fits =
      !inChord(spot.harmony, pitch) && Math.abs(to - pitch) <= 2 && pitch >= reach.low && pitch <= reach.high;
    const rubs = rubsIn(spot, pitch);
    if (
      fits &&
      !rubs &&
      Math.abs(pitch - from) <= FAR &&
      Math.sign(pitch - from) === Math.sign(step) &&
      cost < least
    )
      [best, least] = [[pitch, to], cost];
  }
  return least <= LEANS_SO_FAR ? best : null;
}
/** A leaning note of a motif stands so near to where the motif would have it, semitones. */
const LEANS_SO_FAR = 3;

/** Where a theme begins when it is told as it is: a little under the middle of its room. */
const HOME = 0.42;

/** A tone that carries the line: near its aim, a third or a seventh first; a theme begins where it always begins. */
function carryingPitch(
  spot: Spot,
  from: number,
  { reach, isHome, contour }: Pick<Drawing, 'reach' | 'isHome' | 'contour'>,
): number {
  const isMotif = spot.motif === 0;
  const begins = isHome && isMotif;
  const wanted = begins ? reach.low + HOME * (reach.high - reach.low) : spot.aim;
  // A motif begins where it has room to go its way.
  const lowest = reach.low - Math.min(...contour, 0);
  const highest = reach.high - Math.max(...contour, 0);
  const aim = isMotif ? Math.max(Math.min(wanted, highest), Math.min(lowest, highest)) : wanted;
  const fits = spot.anchor
    ? (p: number) => inChord(spot.harmony, p)
    : (p: number) => inScale(spot.harmony, p) && !isSemitoneClash(spot.harmony, p);
  const cost = (p: number): number =>
    begins
      ? Math.abs(p - aim) + 0.5 * toneCost(spot.harmony.chord, p)
      : 0.45 * Math.abs(p - aim) +
        stepCost(from, p, reach.leap) +
        1.2 * toneCost(spot.harmony.chord, p) +
        2.4 * noise(reach.seed, spot.place, p);
  const options = pitchesIn(reach, fits);
  const among = options.length ? options : pitchesIn(reach, (p) => inChord(spot.harmony, p));
  return among.reduce((a, b) => (cost(b) < cost(a) ? b : a));
}

/** Nothing comes late that is reached by a wider leap, semitones. */
const FAR = 5;

/** How a tone comes late, where it may and the next note stands on the same chord. */
function lateAt({ spots, reach, habits, next }: Drawing, index: number, from: number, target: number) {
  const [spot, follows] = [spots[index]!, spots[index + 1]];
  // A motif goes its own way.
  if (!spot.delays || spot.motif >= 0 || follows?.harmony.span !== spot.harmony.span) return null;
  // What leans for long is no half step over a tone of the chord, and nothing leaps far to lean.
  const allowed = (p: number): boolean =>
    p >= reach.low && p <= reach.high && Math.abs(p - from) <= FAR && !rubsIn(spot, p);
  return delayedBy({ harmony: spot.harmony, from, target, allowed }, habits, next);
}

/** How much a figure that is twice as usual is liked better, in semitones off the aim. */
const LIKED = 2.2;
/** How much chance there is in which figure is taken. */
const CHANCE = 3;

/** What lies between two tones: the figure that goes best, or the smoothest line. MIDI numbers, one for each place. */
export function figureBetween(
  drawing: Drawing,
  first: number,
  end: number,
  from: number,
  to: number,
): number[] {
  const { spots, reach, habits, chromatic, next } = drawing;
  const own = spots.slice(first, end);
  if (!own.length) return [];
  const harmonies = own.map(({ harmony }) => harmony);
  let best = smoothest(own, from, to, reach, chromatic);
  let least = figureCost(own, best, from, to, reach) + CHANCE * next();
  for (const [name, weight] of Object.entries(habits.figures) as [Figure, number][]) {
    if (weight <= 0) continue;
    for (const make of FIGURE_MAKERS[name]) {
      const row = make({ from, to, harmonies });
      const chance = CHANCE * next();
      if (!row || !canStand(own, row, to, reach, name)) continue;
      if (!chromatic && row.some((pitch, i) => !inScale(own[i]!.harmony, pitch))) continue;
      const cost = figureCost(own, row, from, to, reach) - LIKED * Math.log2(1 + weight) + chance;
      if (cost < least) [best, least] = [row, cost];
    }
  }
  return best;
}

/** Whether a figure can stand there: in reach, and what is not of the scale is short and goes on by a half step, or is blue. */
function canStand(
  own: readonly Spot[],
  row: readonly number[],
  to: number,
  reach: Reach,
  name: Figure,
): boolean {
  return row.every((pitch, i) => {
    const { harmony, length } = own[i]!;
    if (pitch < reach.low || pitch > reach.high) return false;
    if (inScale(harmony, pitch)) return !rubsIn(own[i]!, pitch);
    if (length > EIGHTH) return false;
    const goesBy = Math.abs((row[i + 1] ?? to) - pitch);
    return name === 'blues run' ? goesBy <= 3 : goesBy === 1;
  });
}

/** How well a row of tones goes between two others. */
function figureCost(
  own: readonly Spot[],
  row: readonly number[],
  from: number,
  to: number,
  reach: Reach,
): number {
  let sum = 0;
  let before = from;
  row.forEach((pitch, i) => {
    sum += stepCost(before, pitch, reach.leap) + 0.12 * Math.abs(pitch - own[i]!.aim);
    before = pitch;
  });
  return sum + stepCost(before, to, reach.leap);
}

/** Scale tones and half-step approaches between two tones, by the path of least cost. */
function smoothest(
  spots: readonly Spot[],
  from: number,
  to: number,
  reach: Reach,
  chromatic: boolean,
): number[] {
  const layers = spots.map((spot, i) => {
    const last = i === spots.length - 1;
    return pitchesIn(reach, (p) => {
      if (inScale(spot.harmony, p)) return !rubsIn(spot, p);
      return chromatic && last && Math.abs(p - to) === 1 && spot.length <= EIGHTH;
    }).map((pitch) => ({ pitch, cost: pathCost(spot, pitch, i, spots.length, from, to, reach) }));
  });
  const all = [[{ pitch: from, cost: 0 }], ...layers, [{ pitch: to, cost: 0 }]];
  const path = cheapestPath(
    all,
    (c) => c.cost,
    (layer, a, b) => stepCost(all[layer - 1]![a]!.pitch, all[layer]![b]!.pitch, reach.leap),
  );
  return path.slice(1, -1).map((c) => c.pitch);
}

function pathCost(
  spot: Spot,
  pitch: MidiNote,
  index: number,
  count: number,
  from: number,
  to: number,
  reach: Reach,
): number {
  const straight = from + ((to - from) * (index + 1)) / (count + 1);
  const bow = 3 * (noise(reach.seed, spot.place, 1) - 0.5) + (spot.aim - straight) * 0.25;
  const chromatic = inScale(spot.harmony, pitch) ? 0 : 1.6;
  const tone = inChord(spot.harmony, pitch) ? 0 : 0.4;
  return (
    0.5 * Math.abs(pitch - straight - bow) + chromatic + tone + 1.8 * noise(reach.seed, spot.place, pitch)
  );
}
