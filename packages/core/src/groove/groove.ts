import { hash, noise } from '../random/stream';
import { DRUMS, PERCUSSION } from '../parts/drums/percussionMap';
import type { Note } from '../parts/note';
import type { Touch } from '../song/choices';
import { barIndexAt, tempoIn, type Bar } from '../time/bars';
import type { Region } from '../timeline/region';
import { settingsSpanAt, type Resolved, type SettingsSpan } from '../timeline/settings';
import { EIGHTH, PPQ, msToTicks } from '../time/ticks';
import type { Bpm, MidiNote, Ticks, Velocity } from '../units/units';

type SwingFeel = Pick<Resolved, 'swing' | 'unit'>;

/**
 * Where a straight tick falls under swing. The off-beat moves to `swing` percent of its pair
 * (50 straight, 66.7 a triplet) and what lies between is stretched with it; triplet places stay.
 * Ticks are counted from a bar line.
 * @example swung(240, { unit: 'eighth', swing: 66.7 }) // 320
 */
export function swung(tick: Ticks, { swing, unit }: SwingFeel): number {
  if (swing === 50) return tick;
  const pair = unit === 'eighth' ? PPQ : PPQ / 2;
  const half = pair / 2;
  const place = ((tick % pair) + pair) % pair;
  if (place === 0 || (place % (pair / 3) === 0 && place !== half)) return tick;
  const off = (pair * swing) / 100;
  const moved = place <= half ? (place * off) / half : off + ((place - half) * (pair - off)) / half;
  return Math.round(tick - place + moved);
}

/**
 * Swing within a bar. Where beats are made of three eighths, or of two and three, eighths stand as
 * they are and only sixteenths swing. In a pick-up pairs are counted from where its whole bar began.
 */
function swingIn(bar: Bar, feel: SwingFeel): (tick: Ticks) => number {
  if (feel.unit === 'eighth' && bar.groups.some((g) => g.beats.some((beat) => beat !== PPQ))) {
    return (tick) => tick;
  }
  const origin = bar.start + (bar.groups[0]?.at ?? 0);
  return (tick) => origin + swung(tick - origin, feel);
}

/** Up to this tempo (quarters a minute) swing is as it is set; at the second it has become even. */
const SWING_NARROWS = [180, 300] as const;

/**
 * Swing as it is played at a tempo: the faster, the nearer to even. Source: Friberg & Sundström, *Music
 * Perception* 19(3), 2002 (the long-short ratio of players falls towards 1:1 as the tempo nears 300; from memory).
 */
export function swingAt(swing: number, tempo: Bpm): number {
  const [from, even] = SWING_NARROWS;
  return 50 + (swing - 50) * Math.max(0, Math.min(1, (even - tempo) / (even - from)));
}

/** The share of a part's timing that is mere chance; the rest is how its player leans. */
const SCATTER = 0.4;

const DRIFT = 0.2;
/** Bars over which a player drifts from one lean to another. */
const DRIFTS_OVER = 4;

/** What strikes the backbeat. */
const BACKBEAT: ReadonlySet<MidiNote> = new Set([DRUMS.snare, DRUMS['side stick'], PERCUSSION.clap]);

/** How late a pattern has a note struck at 120 and slower, ms; undefined where the kind's usual lean holds. */
const leanOf = ({ pattern }: SettingsSpan, { pitch }: Note, isPitched: boolean): number | undefined =>
  !isPitched && BACKBEAT.has(pitch) ? (pattern.backbeatLean ?? pattern.lean) : pattern.lean;

/** A player's lean in a bar: its own, drifting slowly. It is less at fast tempos. */
function leanIn({ kind, firstBar }: Region, seed: number, index: number): number {
  const place = (firstBar + index) / DRIFTS_OVER;
  const from = noise(seed, Math.floor(place), 12);
  const to = noise(seed, Math.floor(place) + 1, 12);
  const drift = from + (to - from) * (place - Math.floor(place));
  return kind.lean + DRIFT * drift;
}

/** A note in its groove: ticks from the region's start, ready to sound, with its place on the grid beside it. */
export interface GroovedNote {
  /** Where it is written and how long, ticks: before swing, lean, strum and roll, and before the hand lets it go. */
  readonly at: number;
  readonly length: Ticks;
  readonly start: Ticks;
  readonly duration: Ticks;
  readonly pitch: MidiNote;
  readonly velocity: Velocity;
  readonly noteFunction: string;
  readonly span: number;
  readonly touch: Touch | null;
}

/** Swing, strum, seeded spread of time and strength; then clipped to the region and freed of overlaps. */
export function groove(region: Region, notes: readonly Note[]): readonly GroovedNote[] {
  const seed = hash(region.seed);
  const low = region.first ? 0 : -960;
  const until = regionEnd(region);
  const written = region.length - (region.next?.anticipation ?? 0);
  const leans = region.bars.map((_, index) => leanIn(region, seed, index));
  const grooved: GroovedNote[] = [];
  for (const note of notes) {
    if (note.played) {
      grooved.push(asPlayed(note, writtenOf(region, note)));
      continue;
    }
    const span = settingsSpanAt(region.settingsSpans, note.start);
    const { settings } = span;
    const index = barIndexAt(region.bars, note.start);
    const bar = region.bars[index]!;
    const tempo = tempoIn(bar, Math.max(bar.start, note.start));
    const warp = swingIn(bar, { unit: settings.unit, swing: swingAt(settings.swing, tempo) });
    // Notes struck together are moved together, late and never early, so that none sounds over the
    // chord before its own; only the strings of a stroke are spread.
    const over = note.rings && region.next?.newSection === false ? EIGHTH : 0;
    const end = Math.min(until + over, warp(note.start + note.duration));
    const room = Math.max(0, end - warp(note.start));
    // However short a note is at its tempo, lateness and strum leave it some time to sound.
    const lean = leanOf(span, note, region.kind.pitched) ?? settings.lateness * leans[index]!;
    const late =
      settings.lateness === 0
        ? 0
        : settings.lateness * SCATTER * noise(seed, note.start, 11) + lean * Math.min(1, 120 / tempo);
    const spread = Math.min(msToTicks(late, tempo), room / 5);
    const strum = Math.min(msToTicks(note.delay ?? 0, tempo), room * 0.4);
    const first = earliest(low, region, note);
    const start = Math.max(first, Math.round(warp(note.start) + spread + strum));
    const lift = region.terms.bars[index]?.strength ?? 0;
    const force = settings.strength * 2 * (noise(seed, note.start, note.pitch) - 0.5);
    if (end <= start) continue;
    grooved.push({
      at: Math.max(first, note.start),
      length: Math.max(1, Math.min(note.written ?? note.duration, written + over - note.start)),
      start,
      duration: end - start,
      pitch: note.pitch,
      velocity: Math.max(1, Math.min(127, Math.round(note.velocity + force + lift))),
      noteFunction: note.noteFunction,
      span: note.span,
      touch: note.touch ?? null,
    });
  }
  // What was played in, or kept, is struck as it was.
  return writtenApart(withoutOverlaps(grooved, notes.some((note) => note.played) ? 0 : ONE_STRIKE));
}

/** Notes of which none is written longer than until its pitch is written again. */
function writtenApart(notes: readonly GroovedNote[]): readonly GroovedNote[] {
  const before = new Map<number, number>();
  const apart = [...notes];
  const inOrder = notes.map((_, i) => i).sort((a, b) => notes[a]!.at - notes[b]!.at);
  for (const i of inOrder) {
    const { at, pitch } = notes[i]!;
    const last = before.get(pitch);
    const room = last === undefined ? 0 : at - apart[last]!.at;
    if (last !== undefined && room > 0 && apart[last]!.length > room) {
      apart[last] = { ...apart[last]!, length: room };
    }
    before.set(pitch, i);
  }
  return apart;
}

/** Steps of the grid on which what was played in is read: sixteenths, and triplets of eighths; ticks. */
const GRID = [PPQ / 4, PPQ / 3] as const;
/** A player comes late rather than early: of two places as near the one before is meant. */
const EARLIER = 0.35;

/** Where a note that was played in is written: the place of the grid from which its groove would bring it there. */
function writtenOf(region: Region, { start, duration }: Note): Pick<GroovedNote, 'at' | 'length'> {
  const index = barIndexAt(region.bars, start);
  const bar = region.bars[index]!;
  const { settings } = settingsSpanAt(region.settingsSpans, start);
  const tempo = tempoIn(bar, Math.max(bar.start, start));
  const warp = swingIn(bar, { unit: settings.unit, swing: swingAt(settings.swing, tempo) });
  const nearest = (tick: Ticks): number => {
    // Swung off-beats lie where triplets do: they are eighths.
    const steps = settings.swing === 50 ? GRID : GRID.slice(0, 1);
    const places = steps.flatMap((step) => {
      const first = bar.start + Math.floor((tick - bar.start) / step - 1) * step;
      return [0, 1, 2, 3].map((n) => first + n * step);
    });
    const off = (place: number): number => {
      const by = tick - warp(place);
      return by >= 0 ? by * (1 - EARLIER) : -by * (1 + EARLIER);
    };
    return places.reduce((a, b) => (off(b) < off(a) ? b : a));
  };
  const at = nearest(start);
  return { at, length: Math.max(GRID[0], nearest(start + duration) - at) };
}

/** What was played in has its own time and strength. */
const asPlayed = (
  { start, duration, pitch, velocity, noteFunction, span, touch }: Note,
  written: Pick<GroovedNote, 'at' | 'length'>,
): GroovedNote => ({
  ...written,
  start,
  duration,
  pitch,
  velocity,
  noteFunction,
  span,
  touch: touch ?? null,
});

/** Only the pushed first chord of a region may sound before the region begins. */
function earliest(low: number, { spans, terms }: Region, note: Note): number {
  if (note.start >= 0) return 0;
  const marked = terms.marks[0]?.at ?? 0;
  return Math.max(low, Math.min(marked, -(spans[0]?.anticipation ?? 0)));
}

/** A region falls silent where the pushed first chord of the next one begins. */
function regionEnd(region: Region): number {
  const push = region.next?.anticipation ?? 0;
  if (push === 0) return region.length;
  const last = region.settingsSpans[region.settingsSpans.length - 1]!;
  const bar = region.bars[region.bars.length - 1]!;
  return swingIn(bar, last.settings)(region.length - push);
}

interface NoteTimes {
  readonly at: number;
  readonly length: Ticks;
  readonly start: Ticks;
  readonly duration: Ticks;
  readonly pitch: MidiNote;
  readonly velocity: Velocity;
}

/** Ticks within which two strikes of a pitch are one: a hand strikes a key once, however its chords were put together. */
const ONE_STRIKE = 30;

/** Two strikes of a pitch as the one that is heard: from where the first begins, with the papers of the one it leads to. */
function asOne<N extends NoteTimes>(before: N, note: N): N {
  const end = Math.max(before.start + before.duration, note.start + note.duration);
  const velocity = Math.max(before.velocity, note.velocity);
  const at = Math.min(before.at, note.at);
  const length = Math.max(before.at + before.length, note.at + note.length) - at;
  return { ...note, at, length, start: before.start, duration: end - before.start, velocity };
}

/**
 * Notes in order of time, none of which overlaps another of its pitch: the earlier one ends where
 * the later begins; of two struck at once, or nearly, one stays, as long as the longer and as strong as the stronger.
 * @param oneStrike ticks within which two strikes of a pitch are one.
 */
export function withoutOverlaps<N extends NoteTimes>(notes: readonly N[], oneStrike = ONE_STRIKE): N[] {
  const inTime = (a: N, b: N): number => a.start - b.start || a.pitch - b.pitch || b.duration - a.duration;
  const isSorted = notes.every((note, i) => i === 0 || inTime(notes[i - 1]!, note) <= 0);
  const sorted = isSorted ? notes : [...notes].sort(inTime);
  const kept: N[] = [];
  const last = new Map<number, number>();
  for (const note of sorted) {
    const index = last.get(note.pitch);
    const before = index === undefined ? undefined : kept[index]!;
    if (before && index !== undefined) {
      if (note.start - before.start <= oneStrike) {
        kept[index] = asOne(before, note);
        continue;
      }
      if (before.start + before.duration > note.start) {
        kept[index] = { ...before, duration: note.start - before.start };
      }
    }
    last.set(note.pitch, kept.length);
    kept.push(note);
  }
  return kept;
}
