/** What is kept of a part that is frozen: its notes, playing by playing. */
import type { KeptPlaying } from '../song/schema';
import type { Occurrence } from '../timeline/occurrences';
import type { BandNote } from './bandNote';
import type { Ticks } from '../units/units';

/** What of a bar has to be known: the playing it belongs to, and where that begins. */
interface OccurrenceBar {
  readonly occurrenceKey: string;
  readonly sectionId: string;
  readonly start: Ticks;
}

type NoteToKeep = Pick<BandNote, 'start' | 'duration' | 'pitch' | 'velocity' | 'occurrenceKey'>;

/** What a part of a band plays through its bars, to be kept. */
export function keptOf(bars: readonly OccurrenceBar[], played: readonly NoteToKeep[]): KeptPlaying[] {
  const occurrences = new Map<string, { start: Ticks; section: string; notes: KeptPlaying['notes'] }>();
  for (const bar of bars) {
    if (!occurrences.has(bar.occurrenceKey))
      occurrences.set(bar.occurrenceKey, { start: bar.start, section: bar.sectionId, notes: [] });
  }
  for (const { start, duration, pitch, velocity, occurrenceKey } of played) {
    const own = occurrences.get(occurrenceKey);
    own?.notes.push([start - own.start, duration, pitch, velocity]);
  }
  return [...occurrences].map(([playing, { section, notes }]) => {
    const cut = playing.lastIndexOf('/');
    return { section, entry: playing.slice(0, cut), repeat: Number(playing.slice(cut + 1)), notes };
  });
}

/** What is kept for a playing: its own, else that of another of its section; null where the section is new. */
export function keptFor(
  {
    section,
    entry,
    repeat,
  }: Pick<Occurrence, 'entry' | 'repeat'> & { readonly section: Pick<Occurrence['section'], 'id'> },
  frozen: readonly KeptPlaying[],
): KeptPlaying | null {
  const of = frozen.filter((kept) => kept.section === section.id);
  return of.find((kept) => kept.entry === entry && kept.repeat === repeat) ?? of[0] ?? null;
}
