import type { BassEvent, BassPattern } from './pattern';
import { BASS_RANGE } from './range';
import { EIGHTH, PPQ } from '../../time/ticks';
import { degreeNumber } from '../../theory/degree';
import { degreePcOf, isSlash, type Chord } from '../../theory/chord';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import { atOrAbove, intoRange, velocityOf, noteFunctionOf, type Note } from '../note';
import { endOnHit, placeOnChords, soundsFrom, soundsUntil, type PlacedEvent } from '../placing';
import { withLeadIns } from './leadIns';
import { withKicks } from './lock';
import { withPickups } from './pickups';
import { inReach, type Levelled } from './octaves';
import { bassPitch, changeAfter } from './place';
import { placeWalk } from './walking';
import type { MidiNote, Ticks } from '../../units/units';

/** The bass: one voice, the chord's bass on its first beat. */
export function bassNotes(region: Region<BassPattern>): Note[] {
  return region.settingsSpans.flatMap((stretch) => {
    if (!stretch.settings.on) return [];
    const { density } = stretch.settings;
    const led = withLeadIns(region, stretch, stretchNotes(region, stretch));
    const line = inReach(led, rootAfter(region, stretch));
    return oneVoice(line.filter(({ level }) => level <= density).map(({ note }) => note));
  });
}

const ONSET: BassEvent = { at: 0, for: 4, minDensity: 1, accent: 1, tone: 'root' };

function stretchNotes(region: Region<BassPattern>, stretch: SettingsSpan<BassPattern>): Levelled[] {
  const { pattern } = stretch;
  if (pattern.generator === 'walking') return placeWalk(region, stretch);
  const locked = withPickups(
    region,
    stretch,
    withKicks(region, stretch, placeOnChords(region, stretch, pattern.grids, ONSET)),
  );
  const placed = endOnHit(region, stretch, withBassUnderChanges(region, locked), ONSET);
  return placed.map((p) => ({ level: p.event.minDensity, note: eventNote(region, stretch, p) }));
}

/** Tones that are the chord's bass, in whichever octave. */
const BASS_TONES: ReadonlySet<BassEvent['tone']> = new Set(['root', 'octave', 'approach', 'next root']);

/** Ticks a chord has sounded at least before its bass turns to the next one. */
const SETTLED = 1.5 * PPQ;

/**
 * What is struck where a new chord comes in is its bass, whatever the pattern has there; and so is its first stroke
 * where nothing was struck there and nothing rings into it.
 */
function withBassUnderChanges(
  region: Region,
  placed: readonly PlacedEvent<BassEvent>[],
): PlacedEvent<BassEvent>[] {
  const rungInto = new Set<number>();
  /** By span: the least density at which something has been struck in it. */
  const struck = new Map<number, number>();
  return placed.map((p) => {
    const span = region.spans[p.span];
    if (!span) return p;
    const { tone, minDensity } = p.event;
    const before = struck.get(p.span) ?? Infinity;
    const isFirst = before > minDensity;
    struck.set(p.span, Math.min(before, minDensity));
    // A chord whose bass has not been heard yet has it first.
    const isHeard = !isFirst || !span.isChange || rungInto.has(p.span) || p.span === 0;
    const turns = tone === 'next root' && isHeard && p.start - soundsFrom(span) >= SETTLED;
    if (turns && ringsOn(p)) rungInto.add(p.span + 1);
    if (BASS_TONES.has(tone) && (tone !== 'next root' || turns)) return p;
    const isStruckLate = !isHeard;
    // A chord that is only written again is no change.
    const comesIn = span.isChange && (p.start <= soundsFrom(span) || isStruckLate);
    return comesIn || tone === 'next root' ? { ...p, event: { ...p.event, tone: 'root' } } : p;
  });
}

/** Whether a stroke would sound past the change of chord that ends it. */
const ringsOn = ({ uncut }: PlacedEvent<BassEvent>): boolean => uncut !== undefined;

/** A half step into the next bass from the side nearer to where the line is, never the tone itself. */
function approachPitch(from: number, target: number): number {
  const below = target - 1;
  const above = target + 1;
  const side = Math.abs(from - below) <= Math.abs(from - above) ? below : above;
  return intoRange(side === from ? (side === below ? above : below) : side, BASS_RANGE);
}

function degreePitch(chord: Chord, root: number, numbers: readonly number[]): number | null {
  const degree = chord.degrees.find((d) => numbers.includes(degreeNumber(d)));
  return degree ? atOrAbove(degreePcOf(chord, degree), root) : null;
}

/** Degrees that a tone may be, the first that the chord has. */
const TONES = { third: [3, 4, 2], fifth: [5], 'low fifth': [5], sixth: [6, 7, 5], seventh: [7, 6] } as const;

/** Pitch and reason of a tone the pattern asks for. Over a slash bass only the bass, its octave and approaches play. */
function tonePitch(
  region: Region,
  stretch: SettingsSpan,
  placed: PlacedEvent<BassEvent>,
  chord: Chord,
): { pitch: MidiNote; why: string } {
  const root = bassPitch(chord, stretch);
  const plain = { pitch: root, why: isSlash(chord) ? 'slash bass' : 'root' };
  const tone = placed.event.tone;
  if (tone === 'octave') return { ...plain, pitch: intoRange(root + 12, BASS_RANGE) };
  if (tone === 'ghost') return { ...plain, why: 'ghost' };
  if (tone === 'next root') {
    // Only what would ring past a change is taken from behind it.
    const next = ringsOn(placed) ? changeAfter(region, placed.span) : null;
    return next ? { pitch: bassPitch(next, stretch), why: 'anticipation' } : plain;
  }
  if (tone === 'approach') {
    const next = changeAfter(region, placed.span);
    const span = region.spans[placed.span]!;
    // Only the last eighth before a change leads into it; elsewhere the root goes on.
    if (!next || placed.end < span.end - span.anticipation) return plain;
    return { pitch: approachPitch(root, bassPitch(next, stretch)), why: 'approach' };
  }
  if (tone === 'root' || isSlash(chord)) return plain;
  const numbers = TONES[tone];
  const above = degreePitch(chord, root, numbers);
  if (above === null) return plain;
  const pitch = tone === 'low fifth' && above - 12 >= 28 ? above - 12 : above;
  return { pitch: intoRange(pitch, BASS_RANGE), why: noteFunctionOf(chord, pitch) };
}

/** How long a dead note sounds, ticks. */
const DEAD = 60;

/** What is taken from the next chord rings over the change, as long as it lasts; into a new region an eighth. */
function ringsUntil(region: Region, { end, uncut = end, span }: PlacedEvent<BassEvent>): Ticks {
  const until = region.spans[span + 1] ? soundsUntil(region, span + 1) : end + EIGHTH;
  return Math.min(uncut, until);
}

function eventNote(region: Region, stretch: SettingsSpan, placed: PlacedEvent<BassEvent>): Note {
  const chord = region.spans[placed.span]!.chord!;
  const { pitch, why } = tonePitch(region, stretch, placed, chord);
  const lasts = (why === 'anticipation' ? ringsUntil(region, placed) : placed.end) - placed.start;
  return {
    start: placed.start,
    // A ghost is a dead note: the left hand lies on the string.
    duration: why === 'ghost' ? Math.min(lasts, DEAD) : lasts,
    pitch,
    velocity: velocityOf(stretch.settings, placed.event.accent),
    noteFunction: why,
    span: placed.span,
    ...(placed.event.touch && { touch: placed.event.touch }),
    ...(why === 'ghost' && { touch: 'dead' as const }),
    ...(why === 'anticipation' && { rings: true as const }),
  };
}

/** One note at a time: a note ends where the next begins. Of two at once the first stays. */
export function oneVoice(notes: readonly Note[]): Note[] {
  const line: Note[] = [];
  for (const note of [...notes].sort((a, b) => a.start - b.start)) {
    const before = line[line.length - 1];
    if (before && before.start === note.start) continue;
    if (before && before.start + before.duration > note.start) {
      line[line.length - 1] = { ...before, duration: note.start - before.start };
    }
    line.push(note);
  }
  return line;
}

/** Where the line goes on after a region, if it does. */
function rootAfter(region: Region, stretch: SettingsSpan): number | null {
  const next = region.next?.chord;
  return next && stretch.end >= region.length ? bassPitch(next, stretch) : null;
}
