import type { GuitarEvent, GuitarPattern } from './pattern';
import { barAt, tempoIn } from '../../time/bars';
import type { Region } from '../../timeline/region';
import type { Stretch } from '../../timeline/settings';
import { ticksToMs } from '../../time/ticks';
import { intoRange, velocityOf, whyOf, type Note } from '../note';
import { endOnHit, lastHit, letGoAt, placeOnChords, type Placed } from '../placing';
import { regionVoicings } from '../voicings';

/** From a low string let down to D2 to the highest fret; MIDI numbers. */
export const GUITAR_RANGE = [38, 88] as const;

const ONSET: GuitarEvent = {
  at: 0,
  for: 4,
  level: 1,
  accent: 1,
  stroke: 'down',
  strings: 'all',
  muted: false,
};

/** Guitar: strokes and picked strings over real shapes. A stroke rings until the next one. */
export function guitarNotes(region: Region<GuitarPattern>): Note[] {
  const voicings = regionVoicings(region);
  return region.stretches.flatMap((stretch) => {
    if (!stretch.settings.on) return [];
    const { pattern } = stretch;
    const placed = endOnHit(
      region,
      stretch,
      placeOnChords(region, stretch, pattern.grids, ONSET),
      ONSET,
    ).filter((p) => p.event.level <= stretch.settings.density);
    const until = letGoAt(region, placed);
    const hit = lastHit(region);
    return placed.flatMap((p, i) => {
      const struckLast = hit !== null && p.start >= hit - region.spans[p.span]!.push;
      const limit = struckLast ? p.end : Math.min(until(p.span), stretch.end);
      return strokeNotes(region, stretch, p, voicings[p.span]!.pitches, ringsUntil(placed, i, limit));
    });
  });
}

/** Strokes damp all strings; a picked string rings under the picks that follow it. */
function ringsUntil(placed: readonly Placed<GuitarEvent>[], index: number, limit: number): number {
  const own = placed[index]!;
  if (own.event.muted) return own.end;
  if (own.event.stroke === 'pick') {
    const again = placed
      .slice(index + 1)
      .find(
        (p) => p.start > own.start && (p.event.stroke !== 'pick' || p.event.strings === own.event.strings),
      );
    return Math.max(Math.min(own.end, limit), Math.min(again?.start ?? limit, limit));
  }
  const next = placed.slice(index + 1).find((p) => p.start > own.start);
  return Math.max(own.start + 1, Math.min(next?.start ?? limit, limit));
}

/** Strings a stroke meets, in the order it meets them: down from the lowest, up from the highest. */
export function struckStrings(event: GuitarEvent, pitches: readonly number[]): number[] {
  const { strings, stroke } = event;
  if (stroke === 'pick') {
    if (strings === 'bass') return [pitches[0]!];
    const nth = Number(strings);
    const upper = pitches.slice(1);
    return [upper[upper.length - nth] ?? upper[0] ?? pitches[0]!];
  }
  const half = Math.max(2, Math.ceil(pitches.length / 2));
  const met =
    strings === 'low'
      ? pitches.slice(0, half)
      : strings === 'high'
        ? pitches.slice(-Math.min(4, Math.max(2, pitches.length - 1)))
        : pitches;
  return stroke === 'up' ? [...met].reverse() : [...met];
}

function strokeNotes(
  region: Region,
  stretch: Stretch,
  placed: Placed<GuitarEvent>,
  voicing: readonly number[],
  until: number,
): Note[] {
  const chord = region.spans[placed.span]!.chord!;
  const met = struckStrings(placed.event, voicing);
  // A stroke is across before half of its time is over, however fast the song: no string is swallowed.
  const tempo = tempoIn(barAt(region.bars, placed.start), placed.start);
  const strum = Math.min(stretch.settings.strum, ticksToMs(until - placed.start, tempo) / 2);
  const gap = met.length > 1 ? strum / (met.length - 1) : 0;
  return met.map((pitch, i) => ({
    start: placed.start,
    duration: until - placed.start,
    pitch: intoRange(pitch + 12 * stretch.settings.octave, GUITAR_RANGE),
    // A pick loses a little force on its way across.
    velocity: velocityOf(stretch.settings, placed.event.accent * (1 - 0.02 * i)),
    why: placed.event.muted ? 'muted stroke' : whyOf(chord, pitch),
    span: placed.span,
    delay: gap * i,
  }));
}
