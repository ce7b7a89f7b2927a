/** Parts that are frozen: what was played is kept by playing, and played again whatever becomes of chords and settings. */
import type { Kind } from '../parts/kind';
import type { Note } from '../parts/note';
import type { KeptPlaying } from '../song/schema';
import type { Pass } from '../timeline/passes';
import type { Region } from '../timeline/region';
import { settingsAt } from '../timeline/settings';
import type { BandNote } from './bandNote';
import { playChosen, type Played } from './playRegion';

/** What of a bar has to be known: the playing it belongs to, and where that begins. */
interface Placed {
  readonly playing: string;
  readonly sectionId: string;
  readonly start: number;
}

/** What a part of a band plays through its bars, to be kept. */
export function keptOf(bars: readonly Placed[], played: readonly BandNote[]): KeptPlaying[] {
  const playings = new Map<string, { start: number; section: string; notes: KeptPlaying['notes'] }>();
  for (const bar of bars) {
    if (!playings.has(bar.playing))
      playings.set(bar.playing, { start: bar.start, section: bar.sectionId, notes: [] });
  }
  for (const { start, duration, pitch, velocity, playing } of played) {
    const own = playings.get(playing);
    own?.notes.push([start - own.start, duration, pitch, velocity]);
  }
  return [...playings].map(([playing, { section, notes }]) => {
    const cut = playing.lastIndexOf('/');
    return { section, entry: playing.slice(0, cut), repeat: Number(playing.slice(cut + 1)), notes };
  });
}

/** What is kept for a playing: its own, else that of another of its section; null where the section is new. */
export function keptFor(
  { section, entry, repeat }: Pick<Pass, 'section' | 'entry' | 'repeat'>,
  frozen: readonly KeptPlaying[],
): KeptPlaying | null {
  const of = frozen.filter((kept) => kept.section === section.id);
  return of.find((kept) => kept.entry === entry && kept.repeat === repeat) ?? of[0] ?? null;
}

/** A region as it was kept. It rests where the part rests, and ends with its bars. */
export function playKept(kind: Kind, region: Region, { notes }: KeptPlaying): Played {
  const { spans, stretches, length } = region;
  let at = 0;
  const kept = notes.flatMap(([start, duration, pitch, velocity]): Note[] => {
    while (at + 1 < spans.length && spans[at + 1]!.start - spans[at + 1]!.push <= start) at++;
    const left = Math.min(duration, length - start);
    if (left <= 0 || (start < 0 && region.first) || !settingsAt(stretches, start).on) return [];
    const isChord = kind.nature !== 'percussion' && spans[at]?.chord != null;
    return [{ start, duration: left, pitch, velocity, why: 'frozen', span: isChord ? at : -1, played: true }];
  });
  return playChosen(region, kept);
}
