/** Takes drawn over the chords: each tone of a chord is a lane, and bends to the nearest tone of the next one. */
import type { BandChord } from '@backline/core/band/index';
import type { KeptTakeNote } from '@backline/core/song/takeSchema';
import { chordPitchClasses } from '@backline/core/theory/chord';
import { mod, pitchClass } from '@backline/core/theory/pitch';
import type { Stretch } from '@backline/core/timeline/stretches';

/** From one pitch to another, MIDI numbers. */
export type Span = readonly [low: number, high: number];

/** What a picture shows, and how large it is, px. */
export interface Frame {
  readonly stretch: Stretch;
  readonly pitches: Span;
  readonly width: number;
  readonly height: number;
}

/** Left free above and below the highest and lowest note, px. */
const EDGE = 4;
/** Way over which a lane bends, px. */
const BEND = 8;

const xIn = ({ stretch: { from, to }, width }: Frame, tick: number): number =>
  ((tick - from) / (to - from)) * width;
const yIn = ({ pitches: [low, high], height }: Frame, pitch: number): number =>
  height - EDGE - ((pitch - low) / Math.max(1, high - low)) * (height - 2 * EDGE);

/** Pitches of chord tones in a span, ascending. */
function tonesIn(classes: readonly number[], [low, high]: Span): number[] {
  const pitches: number[] = [];
  for (let p = low; p <= high; p++) if (classes.includes(mod(p, 12))) pitches.push(p);
  return pitches;
}

const nearest = (pitches: readonly number[], to: number): number | undefined =>
  pitches.length ? pitches.reduce((a, b) => (Math.abs(b - to) < Math.abs(a - to) ? b : a)) : undefined;

const line = (points: readonly (readonly [x: number, y: number])[]): string =>
  points.map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)},${y.toFixed(1)}`).join('');

/** The lanes of chords as paths: those of their roots, and those of their other tones. */
export function lanesOf(chords: readonly BandChord[], frame: Frame): { roots: string; tones: string } {
  const paths = { roots: '', tones: '' };
  const { from, to } = frame.stretch;
  const own = chords.filter(({ start, duration }) => start < to && start + duration > from);
  own.forEach(({ chord, start, duration }, i) => {
    if (!chord) return;
    const next = own[i + 1]?.chord;
    const nextTones = next ? tonesIn(chordPitchClasses(next), frame.pitches) : [];
    const [x1, x2] = [xIn(frame, Math.max(from, start)), xIn(frame, Math.min(to, start + duration))];
    for (const pitch of tonesIn(chordPitchClasses(chord), frame.pitches)) {
      const y = yIn(frame, pitch);
      const goesTo = nearest(nextTones, pitch);
      const bends = goesTo !== undefined && Math.abs(goesTo - pitch) <= 2;
      const isRoot = mod(pitch, 12) === pitchClass(chord.root);
      paths[isRoot ? 'roots' : 'tones'] += bends
        ? line([
            [x1, y],
            [Math.max(x1, x2 - BEND), y],
            [x2, yIn(frame, goesTo)],
          ])
        : line([
            [x1, y],
            [x2 - 2, y],
          ]);
    }
  });
  return paths;
}

/** Strengths that are told apart by the eye: velocities from which a stroke is as thick as that, px. */
const WEIGHTS = [
  [0, 1.8],
  [60, 2.6],
  [84, 3.6],
  [104, 4.6],
] as const;

/** Notes as strokes as wide as they last, as thick as they are strong: a path for each thickness there is. */
export function strokesOf(
  notes: readonly KeptTakeNote[],
  frame: Frame,
): readonly { readonly path: string; readonly weight: number }[] {
  const paths = new Map<number, string>();
  for (const [start, duration, , pitch, velocity] of notes) {
    const weight = WEIGHTS.findLast(([from]) => velocity >= from)![1];
    const [x1, x2] = [xIn(frame, start), xIn(frame, start + duration)];
    const y = yIn(frame, pitch);
    const end = Math.min(frame.width - 1, Math.max(x1 + 0.5, x2 - 2));
    paths.set(
      weight,
      (paths.get(weight) ?? '') +
        line([
          [Math.max(1, x1), y],
          [end, y],
        ]),
    );
  }
  return [...paths].sort(([a], [b]) => a - b).map(([weight, path]) => ({ weight, path }));
}

/** The least and most pitches of some takes, with room around them; about the middle where there is no note. */
export function pitchesOf(takes: readonly (readonly KeptTakeNote[])[]): Span {
  let [low, high] = [Infinity, -Infinity];
  for (const notes of takes) {
    for (const [, , , pitch] of notes) {
      low = Math.min(low, pitch);
      high = Math.max(high, pitch);
    }
  }
  if (low > high) return [60, 72];
  const room = Math.max(0, Math.ceil((11 - (high - low)) / 2));
  return [low - 1 - room, high + 1 + room];
}
