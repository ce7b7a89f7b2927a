import { hash, noise } from '../../random/stream';
import { degreeAt, type Chord } from '../../theory/chord';
import { defaultScale, scalePitchClasses } from '../../theory/scale';
import { mod, pitchClass } from '../../theory/pitch';
import { barAt, barIndexAt } from '../../time/bars';
import type { ChordSpan } from '../../timeline/chordSpans';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import { PPQ } from '../../time/ticks';
import { beatPosition, beatsBetween, beatsOf, offBeat, type Beat } from '../../time/beats';
import { PACE } from '../../timeline/patternCells';
import type { Levelled } from './octaves';
import { BASS_RANGE } from './range';
import { bassPitch, chordAfter } from './place';
import { velocityOf, noteFunctionOf } from '../note';
import { lastHit, lastLength } from '../ending';
import { soundsUntil } from '../placing';
import { barVariations } from '../barVariation';
import type { MidiNote, Ticks } from '../../units/units';

/**
 * Walking lines: a note a beat, the chord's bass on its first beat, a half step, scale step or
 * fifth into the next root on its last, chord and scale tones between.
 * Source: Ed Friedland, Building Walking Bass Lines (Hal Leonard, 1993); common practice.
 */
export function placeWalk(region: Region, stretch: SettingsSpan): Levelled[] {
  const hit = lastHit(region);
  const walked: Levelled[] = [];
  const way = barVariations(region, stretch);
  region.spans.forEach((span, i) => {
    if (span.chord === null || span.end <= stretch.start || span.start >= stretch.end) return;
    const { chord } = span;
    const from = Math.max(span.start, stretch.start);
    const until = Math.min(soundsUntil(region, i), stretch.end);
    const ends = hit !== null && from <= hit && hit < span.end;
    const start = ends ? hit - (hit === span.start ? span.anticipation : 0) : until;
    walked.push(...walkSpan(region, stretch, way, span, i, chord, from, start));
    if (ends) {
      const pitch = bassPitch(chord, stretch);
      const end = start + lastLength(region, hit);
      walked.push(
        walkedNote(stretch, i, {
          start,
          end,
          pitch,
          why: noteFunctionOf(chord, pitch),
          accent: 1.05,
          level: 1,
        }),
      );
    }
  });
  return walked;
}

interface WalkingNote {
  start: Ticks;
  end: Ticks;
  pitch: MidiNote;
  why: string;
  accent: number;
  level: number;
}

function walkedNote(stretch: SettingsSpan, span: number, step: WalkingNote): Levelled {
  const { start, end, pitch, why, accent, level } = step;
  const velocity = velocityOf(stretch.settings, accent);
  return { level, note: { start, duration: end - start, pitch, velocity, noteFunction: why, span } };
}

const scaleOf = (span: ChordSpan, chord: Chord): number[] =>
  scalePitchClasses(pitchClass(chord.root), span.scale ?? defaultScale(chord, span.key));

/** The notes of one chord, from a tick to where it stops sounding. */
function walkSpan(
  region: Region,
  stretch: SettingsSpan,
  way: ReturnType<typeof barVariations>,
  span: ChordSpan,
  index: number,
  chord: Chord,
  from: number,
  until: Ticks,
): Levelled[] {
  const steps = walkedSteps(region, stretch, from, until);
  if (!steps.length) return [];
  const early = from === span.start ? span.anticipation : 0;
  const next = chordAfter(region, index);
  const root = bassPitch(chord, stretch);
  // The section's own walk, of which some bars turn out otherwise this time.
  const asWritten = way(barIndexAt(region.bars, from)) === 'as written';
  const seed = hash(`${asWritten ? region.sectionSeed : region.seed}/walk/${stretch.settings.variation}`);
  // A chord that goes on is walked from tone to tone of it, bar by bar; a window of bars begins and ends on its root.
  const goals = hash(`${region.sectionSeed}/goals/${stretch.settings.variation}`);
  const following = region.spans[index + 1];
  const nextRoot = next ? bassPitch(next, stretch) : root;
  // The song's last chord stands on its root.
  const goesOn =
    next !== null && following?.isChange === false && (lastHit(region) ?? Infinity) >= following.end;
  const pitches = walkPitches({
    chord,
    scale: scaleOf(span, chord),
    root: span.isChange || from !== span.start || index === 0 ? root : goalOf(chord, root, goals, from),
    beats: steps.length,
    each: beatsOf(barAt(region.bars, from)).length,
    seed,
    goals,
    at: from,
    target: goesOn ? goalOf(next, nextRoot, goals, following.start) : nextRoot,
  });
  return pitches.flatMap((pitch, beat) => {
    const step = steps[beat]!;
    const start = beat === 0 ? from - early : step.start;
    const end = step.start + step.length;
    if (end <= start) return [];
    const bar = barAt(region.bars, start);
    const beatInBar = Math.round(beatPosition(bar, start));
    const level = beat === 0 ? 1 : beatInBar % 2 === 0 ? 2 : 3;
    const leads = beat > 0 && beat === steps.length - 1 && next !== null;
    const why = leads ? 'approach' : noteFunctionOf(chord, pitch);
    const accent = beatInBar % 2 ? 1.04 : 0.96;
    const walked = [walkedNote(stretch, index, { start, end, pitch, why, accent, level })];
    // A skip: a dead note on the off-beat before the next beat, on the string just played.
    const drawn = noise(seed, start, 7);
    if (end - start >= PPQ && drawn < 0.3) {
      const level = drawn < 0.12 ? 4 : 5;
      const skip = { start: start + offBeat(end - start), end, pitch, why: 'ghost', accent: 0.5, level };
      walked.push(walkedNote(stretch, index, skip));
    }
    return walked;
  });
}

/** A step a beat; every other beat in half time, two to a beat in double time. */
function walkedSteps(region: Region, { settings }: SettingsSpan, from: number, until: Ticks): Beat[] {
  if (until <= from) return [];
  const beats = beatsBetween(region.bars, from, until);
  const pace = PACE[settings.pace];
  if (pace === 1) return beats;
  if (pace > 1) {
    return beats.flatMap(({ start, length }) => {
      const half = offBeat(length);
      return [
        { start, length: half },
        { start: start + half, length: length - half },
      ];
    });
  }
  const starts = beats.filter((_, i) => i % 2 === 0).map((b) => b.start);
  return starts.map((start, i) => ({ start, length: (starts[i + 1] ?? until) - start }));
}

const isTone = (chord: Chord, pitch: MidiNote): boolean => degreeAt(chord, pitch) !== null;

interface Walk {
  readonly chord: Chord;
  readonly scale: readonly number[];
  readonly root: number;
  readonly target: number;
  readonly beats: number;
  /** Beats of a bar. */
  readonly each: number;
  readonly seed: number;
  /** Where chance takes the tones from that a held chord is walked to. */
  readonly goals: number;
  readonly at: number;
}

/** How often a bar of a chord that goes on begins with its root again. */
const HOME_AGAIN = 0.3;

/** The tone a bar begins with of a chord that goes on: its root, or another of its tones about it. */
function goalOf(chord: Chord, root: MidiNote, goals: number, at: Ticks): MidiNote {
  if (noise(goals, at, 8) < HOME_AGAIN) return root;
  const tones: number[] = [];
  for (let p = root - 5; p <= root + 12; p++) if (p !== root && inside(p) && isTone(chord, p)) tones.push(p);
  return tones[Math.floor(noise(goals, at, 9) * tones.length)] ?? root;
}

/** Pitches for each beat of a chord: MIDI numbers. One that lasts is walked bar by bar, each towards another of its tones. */
export function walkPitches(walk: Walk): number[] {
  const { root, target, beats, each, goals, at, chord } = walk;
  const line: number[] = [];
  let begins = root;
  for (let from = 0; from < beats;) {
    const left = beats - from;
    const count = left <= each + 1 ? left : each;
    const ends = count === left ? target : goalOf(chord, root, goals, at + (from + count) * PPQ);
    line.push(...walkWithin({ ...walk, root: begins, target: ends, beats: count, at: at + from * PPQ }));
    begins = ends;
    from += count;
  }
  return line;
}

/** From one tone towards another, a tone a beat. */
function walkWithin(walk: Walk): number[] {
  const { root, target, beats, seed, at } = walk;
  const line = [root];
  if (beats === 1) return line;
  const approach = approachOf(walk);
  for (let beat = 1; beat < beats - 1; beat++) {
    const aim = root + ((approach - root) * beat) / (beats - 1) + swell(beats, beat, seed, at);
    line.push(between(walk, line, aim, beat, approach));
  }
  line.push(approach === line[line.length - 1] ? other(walk, approach, target) : approach);
  return line;
}

/** A bow away from the straight way, so that a held chord is not walked on the spot. */
const swell = (beats: number, beat: number, seed: number, at: number): number => {
  const height = (noise(seed, at, 1) < 0.6 ? 1 : -1) * (3 + 4 * noise(seed, at, 2));
  return height * Math.sin((Math.PI * beat) / (beats - 1));
};

const inside = (pitch: MidiNote): boolean => pitch >= BASS_RANGE[0] && pitch <= BASS_RANGE[1];

/** The tone on the last beat: a half step below or above, a scale step, or the fifth of the target. */
function approachOf({ root, target, scale, seed, at, beats }: Walk): number {
  const options = [target - 1, target + 1, target - 2, target + 2, target + 7, target - 5];
  const usable = options.filter((p, i) => {
    if (!inside(p) || p === root || Math.abs(p - root) > 12) return false;
    return i < 2 || scale.includes(mod(p, 12));
  });
  if (!usable.length) return inside(target - 1) ? target - 1 : target + 1;
  const weight = (p: number): number => {
    const step = Math.abs(p - target);
    const near = step === 1 ? 3 : step === 2 ? 2.5 : 0.8;
    return near * (scale.includes(mod(p, 12)) ? 1.5 : 1) * (beats > 2 ? 1 : 1 / (1 + Math.abs(p - root)));
  };
  const total = usable.reduce((sum, p) => sum + weight(p), 0);
  let left = noise(seed, at, 3) * total;
  return usable.find((p) => (left -= weight(p)) < 0) ?? usable[0]!;
}

/** A tone for a middle beat: near the aim, chord tones before scale tones, never the same twice. */
function between(
  { chord, scale, seed, at }: Walk,
  line: readonly number[],
  aim: number,
  beat: number,
  approach: number,
): number {
  const last = line[line.length - 1]!;
  let best = last;
  let bestCost = Infinity;
  for (let p = BASS_RANGE[0]; p <= BASS_RANGE[1]; p++) {
    const tone = isTone(chord, p);
    if (p === last || Math.abs(p - last) > 12 || !(tone || scale.includes(mod(p, 12)))) continue;
    const cost =
      Math.abs(p - aim) +
      (tone ? 0 : beat % 2 === 0 ? 3 : 1) +
      0.25 * Math.abs(p - last) +
      (line.includes(p) ? 3 : 0) +
      (p === approach ? 3 : 0) +
      1.5 * noise(seed, at + p, 4 + beat);
    if (cost < bestCost) [best, bestCost] = [p, cost];
  }
  return best;
}

/** The approach from the other side, where the line already stands on the first choice. */
const other = ({ scale }: Walk, approach: number, target: number): number => {
  const options = [target - 1, target + 1, target + 2, target - 2].filter((p) => inside(p) && p !== approach);
  return options.find((p) => scale.includes(mod(p, 12))) ?? options[0]!;
};
