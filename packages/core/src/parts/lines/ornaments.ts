/** How notes of a line are adorned, as its player's habits have it and the setting for slides allows. */
import { hash, noise } from '../../random/stream';
import type { Slides } from '../../song/choices';
import { EIGHTH, PPQ } from '../../time/ticks';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import { wayInto } from '../articulation';
import type { Note, Touch } from '../note';
import type { Habits, Ornament } from './habits';

/** How much of what is usual a player adorns. */
const SHARE: Readonly<Record<Slides, number>> = { none: 0, some: 1, many: 2.5 };
/** A rest of so many ticks behind a note ends its phrase; a fall lasts from a note of so many. */
const REST = EIGHTH;
const LEAST_FALLEN = PPQ;
/** What has a grace lasts so many ticks. */
const LEAST_GRACED = EIGHTH;

/** In a line in front a hammered note is brought out, against one that is struck. */
const HAMMERED = 0.87;

/** Who says nothing of hands on strings slides on them: bends and hammers as often. */
const shareOf = (ornaments: Habits['ornaments'], name: Ornament): number =>
  ornaments[name] ?? (name === 'bend' || name === 'hammer' ? (ornaments.slide ?? 0) : 0);

/** A line with its ornaments; what has one already keeps it. Notes in order, each at its velocity. */
export function ornamented(
  region: Region,
  { settings }: Pick<SettingsSpan, 'settings'>,
  { ornaments }: Habits,
  notes: readonly Note[],
): readonly Note[] {
  const how = SHARE[settings.slides];
  if (how === 0) return notes;
  const seed = hash(`${region.seed}/ornaments`);
  const drawn = (note: Note, name: Ornament, salt: number): boolean =>
    noise(seed, note.start, salt) < how * shareOf(ornaments, name);
  return notes.map((note, i) => {
    const [before, after] = [notes[i - 1], notes[i + 1]];
    const ends = !after || after.start - (note.start + note.duration) >= REST;
    const begins = !before || note.start - (before.start + before.duration) >= REST;
    const way = wayInto(before, note, settings.instrument);
    const touch: Touch | null =
      way === 'bend' && drawn(note, 'bend', 1)
        ? 'bend'
        : way === 'hammer' && drawn(note, 'hammer', 2)
          ? 'hammer'
          : (way === 'slide up' || way === 'slide down') && drawn(note, 'slide', 3)
            ? way
            : ends && note.duration >= LEAST_FALLEN && drawn(note, 'fall', 4)
              ? 'fall'
              : (begins || note.duration >= LEAST_GRACED) && drawn(note, 'grace', 5)
                ? 'grace'
                : null;
    if (!touch) return note;
    const velocity = touch === 'hammer' ? Math.max(1, Math.round(note.velocity * HAMMERED)) : note.velocity;
    return { ...note, velocity, touch };
  });
}
