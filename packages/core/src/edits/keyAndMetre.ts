/** Edits of key and metre: for the song, for a section, or from a bar on. */
import type { Draft } from 'immer';
import { holdUntilNext } from '../song/hold';
import { LIMITS } from '../song/limits';
import { FASTEST, SLOWEST } from '../song/fields';
import type { Change, ChordEvent, Section, Song } from '../song/schema';
import { keyOf } from '../theory/key';
import { keyInterval, nearerWay, respell, transposeSymbol } from '../theory/transposition';
import { barIndexAt, barsLength, sectionBars, type Bar } from '../time/bars';
import { adaptedShare, inOtherMetre } from '../time/beatMap';
import { PPQ } from '../time/ticks';
import { inBeats, inQuarters, metreOf, type Metre } from '../time/metre';
import { moveAlong } from './anchors';
import { sayBars } from '../song/barMoves';
import { moveHands } from './hand';
import { edit, type Edit } from './apply';
import { chordLists, squeezed, chordsNow, putChords } from './within';
import type { BarIndex, Ticks } from '../units/units';

/** Where a key or metre holds from: the whole song, a section, or a bar (0-based) of a section. */
export interface KeyAndMetreScope {
  readonly section?: string;
  readonly bar?: BarIndex;
}

/** What a key change does to the chords after it: take them along, or keep their sound and spell them anew. */
export type KeyChangeMode = 'move' | 'keep';

/** What a metre change keeps: each chord in its bar, or every length in beats. */
export type MetreChangeMode = 'bars' | 'beats';

type Value = Pick<Change, 'key'> | Pick<Change, 'metre'> | Pick<Change, 'tempo' | 'over'>;

/** Writes a value where it belongs; undefined takes a section's or bar's own value away. */
function write(song: Draft<Song>, { section: id, bar = 0 }: KeyAndMetreScope, value: Value): void {
  if (id === undefined) {
    Object.assign(song, value);
    return;
  }
  const section = song.sections.find((s) => s.id === id);
  if (!section || bar >= section.bars) return;
  const there = section.changes.find((c) => c.bar === bar);
  const next: Change = { ...there, ...value, bar };
  for (const name of ['key', 'metre', 'tempo', 'over'] as const) {
    if (next[name] === undefined) delete next[name];
  }
  const others = section.changes.filter((c) => c.bar !== bar);
  section.changes = (Object.keys(next).length > 1 ? [...others, next] : others).sort((a, b) => a.bar - b.bar);
}

/** A chord taken from one key into another. */
function carried(chord: Draft<ChordEvent>, from: string, to: string, mode: KeyChangeMode): void {
  if (from === to || chord.symbol === null) return;
  if (mode === 'keep') {
    chord.symbol = respell(chord.symbol, keyOf(to));
    return;
  }
  const by = keyInterval(keyOf(from), keyOf(to));
  chord.symbol = transposeSymbol(chord.symbol, by);
  moveHands(chord, nearerWay(by.semitones));
}

/** Sets a key (null takes a section's or bar's own away) and carries the chords it now holds for. */
export const setKey = (place: KeyAndMetreScope, key: string | null, mode: KeyChangeMode): Edit =>
  edit(place.section === undefined ? 'change the key' : 'change a key', (song) => {
    if (key === null && place.section === undefined) return;
    const before = new Map(song.sections.map((s) => [s.id, sectionBars(s, song)]));
    write(song, place, { key: key ?? undefined });
    for (const section of song.sections) {
      const old = before.get(section.id)!;
      const now = sectionBars(section, song);
      if (old.every((bar, i) => bar.key === now[i]!.key)) continue;
      for (const list of chordLists(section)) {
        for (const chord of list.chords) {
          const bar = barIndexAt(old, chord.start);
          carried(chord, old[bar]!.key, now[bar]!.key, mode);
        }
      }
    }
  });

/** Sets a metre (null takes a section's or bar's own away); the chords stay in their bars or keep their beats. */
export const setMetre = (place: KeyAndMetreScope, metre: string | null, mode: MetreChangeMode): Edit =>
  edit('change the metre', (song) => {
    if (metre === null && place.section === undefined) return;
    const before = new Map(song.sections.map((s) => [s.id, sectionBars(s, song)]));
    if (metre !== null && place.section === undefined) keepPace(song, metreOf(metre));
    write(song, place, { metre: metre ?? undefined });
    for (const section of song.sections) {
      const old = before.get(section.id)!;
      const now = sectionBars(section, song);
      if (old.every((bar, i) => bar.metre === now[i]!.metre)) continue;
      if (mode === 'bars') keepBars(section, old, now);
      else keepBeats(section, song, old);
    }
  });

/** A song's eighths keep their pace in another metre; its tempo counts that metre's beat, in whole numbers. */
function keepPace(song: Draft<Song>, metre: Metre): void {
  const before = metreOf(song.metre);
  if (before.counted === metre.counted) return;
  const tempo = Math.round(inBeats(inQuarters(song.tempo, before), metre));
  song.tempo = Math.min(FASTEST, Math.max(SLOWEST, tempo));
}

/** Places of a bar in the bar it has become: beats go to beats, but where a bar has a length of its own. */
function placedIn(offsets: readonly number[], old: Bar, now: Bar): number[] {
  if (old.metre === now.metre) return squeezed(offsets, old.length, now.length);
  const isWhole = (bar: Bar): boolean => bar.length === metreOf(bar.metre).length;
  return isWhole(old) && isWhole(now)
    ? inOtherMetre(offsets, old, now)
    : squeezed(offsets, old.length, now.length);
}

/** Every chord and cue stays in its bar, on its beat where both metres have it. */
function keepBars(section: Draft<Section>, old: readonly Bar[], now: readonly Bar[]): void {
  for (const list of chordLists(section)) {
    const byBar = old.map((): ChordEvent[] => []);
    for (const chord of chordsNow(list)) byBar[barIndexAt(old, chord.start)]!.push(chord);
    const placed = byBar.flatMap((chords, i) => {
      const offsets = placedIn(
        chords.map((c) => c.start - old[i]!.start),
        old[i]!,
        now[i]!,
      );
      return chords.map((c, n) => ({ ...c, start: now[i]!.start + offsets[n]! }));
    });
    putChords(list, holdUntilNext(placed, barsLength(now)));
  }
  const to = (tick: Ticks): number => {
    if (tick >= barsLength(old)) return barsLength(now);
    const i = barIndexAt(old, tick);
    return now[i]!.start + placedIn([tick - old[i]!.start], old[i]!, now[i]!)[0]!;
  };
  moveAlong(section, old, now, to);
}

/** A change at the tick it stood at. */
interface AtTick {
  readonly tick: Ticks;
  readonly change: Change;
}

/** Changes that take hold at a bar line: those nearer to it than to the next one. */
const nearest = (pending: readonly AtTick[], start: number, metre: Metre): readonly AtTick[] =>
  pending.filter(({ tick }) => tick <= start + metre.length / 2);

/**
 * Bars counted anew over a length, each change at the bar line nearest to where it stood.
 * @param pickUp ticks of a first bar of its own length, or null.
 */
function countedAnew(changes: readonly AtTick[], length: number, metre: Metre, pickUp: number | null) {
  const starts: number[] = [];
  const found: Change[] = [];
  let pending = [...changes].sort((a, b) => a.tick - b.tick);
  let now = metre;
  const size = (): number => (starts.length === 1 && pickUp !== null ? pickUp : now.length);
  for (let start = 0; start < length; start += size()) {
    const here = nearest(pending, start, now);
    pending = pending.slice(here.length);
    const merged = here.reduce<Change>((all, { change }) => ({ ...all, ...change }), { bar: 0 });
    if (here.length) found.push({ ...merged, bar: starts.length });
    now = merged.metre === undefined ? now : metreOf(merged.metre);
    starts.push(start);
  }
  // What would come in on the section's end holds for its last bar, which keeps its length.
  const last = pending.reduce<Change>((all, { change }) => ({ ...all, ...change }), { bar: 0 });
  const { metre: _metre, ...rest } = last;
  const at = starts.length - 1;
  const there = found.find((c) => c.bar === at);
  if (there) Object.assign(there, rest, { bar: at });
  else if (Object.keys(rest).length > 1) found.push({ ...rest, bar: at });
  return { bars: starts.length, changes: found };
}

/** The length of a metre's beats where all are alike and there are several, else null. */
function beatLength(metre: Metre): number | null {
  const beats = metre.groups.flat();
  return beats.length > 1 && beats.every((beat) => beat === beats[0]) ? beats[0]! : null;
}

/**
 * Where ticks go that keep their beats: a section that goes from plain beats to dotted ones, or back, all of it, has
 * its beats made longer or shorter. Uneven metres share their eighths with all others.
 */
function beatMap(old: readonly Bar[], metre: Metre): (tick: Ticks) => number {
  const from = old.every((bar) => bar.metre === old[0]!.metre) ? beatLength(metreOf(old[0]!.metre)) : null;
  const to = beatLength(metre);
  if (from === null || to === null || from === to) return (tick) => tick;
  return (tick) => {
    const beat = Math.floor(tick / from);
    const share = (tick - beat * from) / from;
    return Math.round((beat + adaptedShare(share, from > PPQ, to > PPQ)) * to);
  };
}

/** Every chord keeps its length in beats, and every cue its place; the bars are counted anew, a pick-up stays one. */
function keepBeats(section: Draft<Section>, song: Draft<Song>, old: readonly Bar[]): void {
  const first = metreOf(section.changes.find((c) => c.bar === 0)?.metre ?? song.metre);
  const isWhole = section.changes.every((c) => c.bar === 0 || c.metre === undefined);
  const to = isWhole ? beatMap(old, first) : (tick: Ticks): number => tick;
  const placed = section.changes.map((change) => ({
    tick: to(old[change.bar]!.start),
    change: { ...change },
  }));
  const pickUp = section.ownLengths.find((o) => o.bar === 0);
  const kept = pickUp && { ...pickUp, length: to(pickUp.length) };
  const own = kept && kept.length < first.length ? kept : null;
  const counted = countedAnew(placed, to(barsLength(old)), metreOf(song.metre), own?.length ?? null);
  section.changes = counted.changes;
  section.ownLengths = own ? [own] : [];
  if (section.endings && counted.bars !== section.bars) delete section.endings;
  section.bars = counted.bars;
  const now = sectionBars(section, song);
  const end = barsLength(now);
  const barOf = (bar: BarIndex): number => barIndexAt(now, to(old[bar]!.start));
  sayBars(song, section.id, old.length, now.length, barOf);
  moveAlong(section, old, now, to, barOf);
  for (const list of chordLists(section)) {
    const moved = chordsNow(list).map((chord) => {
      const start = to(chord.start);
      return start === chord.start ? chord : { ...chord, start };
    });
    putChords(list, holdUntilNext(moved, end));
  }
}

/**
 * Sets a tempo for a section, or from a bar of it on; null takes it away. It counts the beat of the
 * metre there. Over so many bars it is reached little by little: a ritardando, an accelerando.
 */
export const setTempoAt = (
  place: Required<KeyAndMetreScope>,
  tempo: number | null,
  over: number | null = null,
): Edit =>
  edit(
    'change a tempo',
    (song) => write(song, place, { tempo: tempo ?? undefined, over: (tempo !== null && over) || undefined }),
    `tempo/${place.section}/${place.bar}`,
  );

/** Gives a bar a length of its own, in ticks shorter than its metre; null makes it whole again. What does not fit any more is squeezed. */
export const setBarLength = (sectionId: string, bar: BarIndex, length: number | null): Edit =>
  edit('change the length of a bar', (song) => {
    const section = song.sections.find((s) => s.id === sectionId);
    const old = section && sectionBars(section, song);
    if (!section || !old?.[bar]) return;
    const others = section.ownLengths.filter((own) => own.bar !== bar);
    const whole = metreOf(old[bar].metre).length;
    const isShort = length !== null && length < whole;
    const own = isShort ? [{ bar, length: Math.max(LIMITS.shortestBar, Math.round(length)) }] : [];
    section.ownLengths = [...others, ...own].sort((a, b) => a.bar - b.bar);
    keepBars(section, old, sectionBars(section, song));
  });
