/** The changes of a band's chords: when they are felt, and who misses them. */
import type { Band, BandChord } from '../band/index';
import type { BandNote } from '../band/bandNote';
import { chordPitchClasses } from '../theory/chord';
import { mod } from '../theory/pitch';
import { barIndexAt } from '../time/bars';
import type { Ticks } from '../units/units';
import { TOGETHER } from './bars';

/** When a chord is felt: its start less its push, ticks. */
export const felt = (chord: BandChord): number => chord.start - chord.anticipation;

/** A change from one chord to another, as the band should feel it. */
export interface ChordChange {
  readonly at: number;
  readonly from: BandChord;
  readonly to: BandChord;
}

/** The changes of a song's chords, in order; one behind a rest, or the song's first, is none. */
export function changesOf(band: Band): ChordChange[] {
  const changes: ChordChange[] = [];
  band.chords.forEach((to, i) => {
    const from = band.chords[i - 1];
    if (!from || from.symbol === null || to.symbol === null) return;
    if (from.start + from.duration !== to.start) return;
    changes.push({ at: felt(to), from, to });
  });
  return changes;
}

/** The playing in which a tick of the song lies. */
export const playingOf =
  (band: Band) =>
  (tick: Ticks): string =>
    band.bars[barIndexAt(band.bars, tick)]?.occurrenceKey ?? '';

/**
 * When a pushed chord is felt: where those sound who are written there, since swing moves them from their place on the
 * grid; on the grid where nobody is.
 */
export function feltTogether(band: Band, chord: BandChord, playing: string): number {
  const place = felt(chord);
  const starts = band.parts.flatMap((part) =>
    part.notes
      .filter((n) => n.at === place && n.chord === chord.chordId && n.occurrenceKey === playing)
      .map((n) => n.start),
  );
  starts.sort((a, b) => a - b);
  return starts[Math.floor(starts.length / 2)] ?? place;
}

/** Places where a part takes a chord up before it is felt, or holds the one before into it. */
export function changesMissed(
  band: Band,
): { readonly part: string; readonly tick: Ticks; readonly chord: string }[] {
  const playing = playingOf(band);
  const missed: { part: string; tick: Ticks; chord: string }[] = [];
  // Swing moves an early chord from its place on the grid: it is felt where most begin it.
  const changes = changesOf(band).map((change) =>
    change.to.anticipation
      ? { ...change, at: feltTogether(band, change.to, playing(change.to.start)) }
      : change,
  );
  for (const part of band.parts) {
    // A ground stays through the changes: that is what it is for.
    if (!part.pitched || part.role === 'ground') continue;
    const byChord = new Map<string, BandNote[]>();
    for (const note of part.notes) {
      const key = `${note.occurrenceKey}/${note.chord}`;
      const list = byChord.get(key);
      if (list) list.push(note);
      else byChord.set(key, [note]);
    }
    for (const { at, from, to } of changes) {
      const own = byChord.get(`${playing(to.start)}/${to.chordId}`) ?? [];
      const early = own.some((n) => n.start < at - TOGETHER);
      const before = byChord.get(`${playing(from.start)}/${from.chordId}`) ?? [];
      const late = before.some((n) => n.start >= at + TOGETHER && n.start < to.start + to.duration);
      const tones = chordPitchClasses(to.chord!);
      const held = before.some(
        (n) => n.start < at && n.start + n.duration > at + TOGETHER && !tones.includes(mod(n.pitch, 12)),
      );
      if (early || late || held) missed.push({ part: part.id, tick: at, chord: to.symbol! });
    }
  }
  return missed;
}
