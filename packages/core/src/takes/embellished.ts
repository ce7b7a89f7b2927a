/** A line as another player tells it: its own tones stay where they are, and what lies between them is his. */
import { hash, noise, stream } from '../random/stream';
import type { Note } from '../parts/note';
import { intoRange, noteFunctionOf } from '../parts/note';
import { planOf } from '../parts/lines/asked';
import { harmonyReader, inChord, inScale } from '../parts/lines/harmony';
import { ornamented } from '../parts/lines/ornaments';
import type { LinePattern } from '../parts/lines/pattern';
import { figureBetween } from '../parts/lines/pitches';
import { reachOf } from '../parts/lines/reach';
import type { Spot } from '../parts/lines/spots';
import { rangeOfInstrument } from '../song/instrumentRanges';
import { barAt } from '../time/bars';
import { beatPosition } from '../time/beats';
import { EIGHTH, PPQ } from '../time/ticks';
import type { Region } from '../timeline/region';
import { settingsSpanAt } from '../timeline/settings';
import type { MidiNote, Ticks } from '../units/units';

/** The share of the places that could be filled which are, by density from 1. */
const SHARE = [0.2, 0.35, 0.5, 0.75, 1] as const;
/** A note is filled that lasts so long; it keeps so much of itself, and no more than so many eighths are put in. */
const LEAST: Ticks = PPQ;
const KEEPS = 0.5;
const MOST = 4;
/** What is put in stands back behind what was there. */
const BEHIND = 0.88;
/** Notes sound for so much of what they are written. */
const NEARLY = 0.94;
/** A line goes up to a note by so many eighths, where it rests for so long before it, ticks. */
const LEADS = 2;
const RESTED: Ticks = 2 * PPQ;

/** The highest at each place: a line has one note at a time, and each ends before the next. */
function topLine(notes: readonly Note[]): Note[] {
  const line: Note[] = [];
  for (const note of [...notes].sort((a, b) => a.start - b.start || b.pitch - a.pitch)) {
    if (line.at(-1)?.start !== note.start) line.push(note);
  }
  return line.map((note, i) => {
    const most = (line[i + 1]?.start ?? Infinity) - note.start;
    return { ...note, written: Math.min(note.written ?? note.duration, most) };
  });
}

/** By how many semitones, whole octaves, a line lies best in a range. */
function octavesInto(line: readonly Note[], [low, high]: readonly [MidiNote, MidiNote]): number {
  const outside = (by: number): number =>
    line.reduce((sum, { pitch }) => sum + Math.max(0, low - pitch - by, pitch + by - high), 0);
  return [0, 12, -12, 24, -24, 36, -36].reduce((a, b) => (outside(b) < outside(a) ? b : a));
}

/**
 * A line with what its player puts between its tones: figures that lead from long notes to the next, notes that lead
 * up to it after a rest, and his ornaments.
 * @param notes of the line, ticks of the region, as they are written. @param region of who plays it.
 * @param seed what its chance hangs on.
 */
export function embellished(notes: readonly Note[], region: Region<LinePattern>, seed: string): Note[] {
  const first = region.settingsSpans[0];
  const line = topLine(notes);
  if (!first || !line.length) return [];
  const chance = hash(seed);
  const { low, high } = reachOf(region, first);
  const by = octavesInto(line, [low, high]);
  // It keeps its way wherever its instrument has the tones.
  const { range } = rangeOfInstrument(first.settings.instrument);
  const pitchOf = ({ pitch }: Note): MidiNote => intoRange(pitch + by, range);
  const put: Note[] = [];
  const between = (places: readonly Ticks[], from: MidiNote, to: MidiNote, velocity: number): Note[] => {
    const stretch = settingsSpanAt(region.settingsSpans, places[0]!);
    const { habits, chromatic } = planOf(stretch);
    const readHarmony = harmonyReader(region, stretch.settings.tones);
    const spots = places.flatMap((start, i): Spot[] => {
      const harmony = readHarmony(start);
      if (!harmony) return [];
      return [
        {
          start,
          length: EIGHTH,
          motif: -1,
          place: start,
          harmony,
          aim: from + ((to - from) * (i + 1)) / (places.length + 1),
          anchor: false,
          delays: false,
          beatInBar: beatPosition(barAt(region.bars, start), start),
          inThirds: false,
        },
      ];
    });
    if (spots.length < places.length) return [];
    const reach = {
      low: Math.min(low, from, to),
      high: Math.max(high, from, to),
      leap: stretch.pattern.leap,
      seed: chance,
    };
    const next = stream(`${seed}/${places[0]!}`);
    const drawing = { spots, reach, habits, chromatic, contour: [], isHome: false, next };
    return figureBetween(drawing, 0, spots.length, from, to).map((pitch, i): Note => {
      const { harmony, start } = spots[i]!;
      return {
        start,
        duration: Math.round(NEARLY * EIGHTH),
        written: EIGHTH,
        pitch,
        velocity: Math.max(1, Math.round(BEHIND * velocity)),
        noteFunction: inChord(harmony, pitch)
          ? noteFunctionOf(harmony.chord, pitch)
          : inScale(harmony, pitch)
            ? 'passing tone'
            : 'approach',
        span: harmony.span,
      };
    });
  };
  for (const [i, note] of line.entries()) {
    const pitch = pitchOf(note);
    const length = note.written ?? note.duration;
    const before = line[i - 1];
    const after = line[i + 1];
    const { settings, pattern } = settingsSpanAt(region.settingsSpans, note.start);
    const share = SHARE[settings.density - 1] ?? 1;
    const rested = note.start - (before ? before.start + (before.written ?? before.duration) : 0);
    const { pickup } = planOf({ settings, pattern }).habits;
    if (rested >= RESTED && noise(chance, note.start, 1) < share * pickup.share) {
      const places = Array.from({ length: LEADS }, (_, n) => note.start - (LEADS - n) * EIGHTH);
      put.push(...between(places, before ? pitchOf(before) : pitch, pitch, note.velocity));
    }
    const goesOn = after && after.start - (note.start + length) < EIGHTH;
    const filled = goesOn && length >= LEAST && noise(chance, note.start, 2) < share;
    const free = filled ? Math.min(MOST, Math.floor((length * (1 - KEEPS)) / EIGHTH)) : 0;
    const end = (after?.start ?? 0) - free * EIGHTH;
    const places = Array.from({ length: free }, (_, n) => end + n * EIGHTH);
    const figure = places.length ? between(places, pitch, pitchOf(after!), note.velocity) : [];
    const written = figure.length ? end - note.start : length;
    put.push({ ...note, pitch, written, duration: Math.round(NEARLY * written) }, ...figure);
  }
  return ornamented(
    region,
    put.sort((a, b) => a.start - b.start),
  );
}
