import type { GuitarEvent, GuitarPattern } from './pattern';
import { degreeAt, degreePcOf, type Chord } from '../../theory/chord';
import { degreeNumber } from '../../theory/degree';
import { mod } from '../../theory/pitch';
import { barAt, tempoIn } from '../../time/bars';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import { ticksToMs } from '../../time/ticks';
import { PALM_RING } from '../articulation';
import { riffPitches } from './riffs';
import { intoRange, isSoft, velocityOf, noteFunctionOf, type Note } from '../note';
import { lastHit } from '../ending';
import { changesAfter, endOnHit, placeOnChords, type PlacedEvent } from '../placing';
import type { SpanVoicing } from '../voicings';
import type { Bpm, Ticks } from '../../units/units';

/** From a low string let down to D2 to the highest fret; MIDI numbers. */
export const GUITAR_RANGE = [38, 88] as const;

const ONSET: GuitarEvent = {
  at: 0,
  for: 4,
  minDensity: 1,
  accent: 1,
  stroke: 'down',
  strings: 'all',
  muted: false,
};

/** Guitar: strokes and picked strings over real shapes. A stroke rings until the next one. */
export function guitarNotes(region: Region<GuitarPattern>, voicings: readonly SpanVoicing[]): Note[] {
  return region.settingsSpans.flatMap((stretch) => {
    if (!stretch.settings.on) return [];
    const { pattern } = stretch;
    const placed = endOnHit(
      region,
      stretch,
      placeOnChords(region, stretch, pattern.grids, ONSET),
      ONSET,
    ).filter((p) => p.event.minDensity <= stretch.settings.density);
    const hit = lastHit(region);
    return placed.flatMap((p, i) => {
      const struckLast = hit !== null && p.start >= hit - region.spans[p.span]!.anticipation;
      const limit = struckLast ? p.end : Math.min(changesAfter(region, p.span), stretch.end);
      return strokeNotes(region, stretch, p, voicings[p.span]!.pitches, ringsUntil(placed, i, limit));
    });
  });
}

/** Strokes damp all strings; a picked string rings under the picks that follow it. */
function ringsUntil(placed: readonly PlacedEvent<GuitarEvent>[], index: number, limit: number): number {
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

/**
 * The strings that single fingers take, from the highest: three of them, and where third or seventh would not
 * sound with them and the bass, one of those in the place of a root or a fifth.
 */
function fingered(pitches: readonly number[], chord: Chord): readonly number[] {
  const [bass, ...upper] = pitches;
  const fingers = upper.slice(-FINGERS).reverse();
  const essential = chord.degrees.filter((degree) => [3, 7].includes(degreeNumber(degree)));
  for (const degree of essential) {
    const pc = degreePcOf(chord, degree);
    const sounds = (pitch: number | undefined): boolean => pitch !== undefined && mod(pitch, 12) === pc;
    if (sounds(bass) || fingers.some(sounds)) continue;
    const has = upper.find(sounds);
    const spare = fingers.findLastIndex((pitch) => ['1', '5'].includes(degreeAt(chord, pitch) ?? '1'));
    if (has !== undefined && spare >= 0) fingers[spare] = has;
  }
  return fingers;
}

const FINGERS = 3;

/** Without the lowest string, or the low ones; where few sound, and the lowest is what the chord needs, all of them. */
function highStrings(pitches: readonly number[], chord: Chord): readonly number[] {
  const spares = ['1', '5'].includes(degreeAt(chord, pitches[0]!) ?? '1');
  return pitches.length <= 4 && !spares
    ? pitches
    : pitches.slice(-Math.min(4, Math.max(2, pitches.length - 1)));
}

/** Strings a stroke meets, in the order it meets them: down from the lowest, up from the highest. */
export function struckStrings(event: GuitarEvent, pitches: readonly number[], chord: Chord): number[] {
  const { strings, stroke } = event;
  const riff = riffPitches(event, chord);
  if (riff) return stroke === 'up' ? riff.reverse() : riff;
  if (stroke === 'pick') {
    if (strings === 'bass') return [pitches[0]!];
    const fingers = fingered(pitches, chord);
    return [fingers[Number(strings) - 1] ?? fingers[fingers.length - 1] ?? pitches[0]!];
  }
  const half = Math.max(2, Math.ceil(pitches.length / 2));
  const met =
    strings === 'low' ? pitches.slice(0, half) : strings === 'high' ? highStrings(pitches, chord) : pitches;
  return stroke === 'up' ? [...met].reverse() : [...met];
}

/** Played softly, a stroke back meets the high strings only. */
const touchedLightly = (event: GuitarEvent, { settings }: SettingsSpan): GuitarEvent =>
  event.stroke === 'up' && event.strings === 'all' && isSoft(settings.dynamics)
    ? { ...event, strings: 'high' }
    : event;

/** A stroke without the roots and fifths outside its room: they are the bass's, or the lead's place. What else the chord needs stays. */
function inRoom(
  met: readonly number[],
  [low, high]: Region['registerRange'],
  chord: Chord,
): readonly number[] {
  const left = met.filter((pitch) => {
    const degree = degreeAt(chord, pitch);
    return (pitch >= low && pitch <= high) || (degree !== '1' && degree !== '5');
  });
  return left.length >= Math.min(3, met.length) ? left : met;
}

/** At this tempo (quarters a minute) a stroke takes the time that is set; faster songs are strummed faster. */
const USUAL_TEMPO = 120;
/** An upward stroke is quicker than a downward one, a strong one than a soft one (common practice). */
const UPWARD = 0.8;
const BY_STRENGTH = 0.5;

const strumShare = ({ stroke, accent }: GuitarEvent, tempo: Bpm): number =>
  Math.min(1.2, Math.sqrt(USUAL_TEMPO / tempo)) *
  (stroke === 'up' ? UPWARD : 1) *
  Math.max(0.7, Math.min(1.3, 1 - BY_STRENGTH * (accent - 1)));

function strokeNotes(
  region: Region,
  stretch: SettingsSpan,
  placed: PlacedEvent<GuitarEvent>,
  voicing: readonly number[],
  until: Ticks,
): Note[] {
  const chord = region.spans[placed.span]!.chord!;
  const strings = struckStrings(touchedLightly(placed.event, stretch), voicing, chord);
  // What lies low on purpose is not lifted out of the way.
  const met = riffPitches(placed.event, chord) ? strings : inRoom(strings, region.registerRange, chord);
  const { palm = false } = placed.event;
  // Who plays off the beat damps the chord where its stroke ends; all others let it ring into the next.
  const isDamped = stretch.pattern.changeStroke !== undefined;
  const rings = Math.min(
    until - placed.start,
    palm ? PALM_RING : Infinity,
    isDamped ? placed.end - placed.start : Infinity,
  );
  // A stroke is across before half of its time is over, however fast the song: no string is swallowed.
  const tempo = tempoIn(barAt(region.bars, placed.start), placed.start);
  const wanted = stretch.settings.strum * strumShare(placed.event, tempo);
  const strum = Math.min(wanted, ticksToMs(until - placed.start, tempo) / 2);
  const gap = met.length > 1 ? strum / (met.length - 1) : 0;
  return met.map((pitch, i) => ({
    start: placed.start,
    duration: rings,
    pitch: intoRange(pitch + 12 * stretch.settings.octave, GUITAR_RANGE),
    // A pick loses a little force on its way across.
    velocity: velocityOf(stretch.settings, placed.event.accent * (1 - 0.02 * i)),
    noteFunction: placed.event.muted ? 'muted stroke' : noteFunctionOf(chord, pitch),
    span: placed.span,
    delay: gap * i,
    ...(palm && { touch: 'palm' as const }),
    ...(placed.event.muted && { touch: 'dead' as const }),
  }));
}
