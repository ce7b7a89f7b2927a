/** How notes of a line are adorned, as its player's habits have it and the setting for slides allows. */
import { hash, noise } from '../../random/stream';
import type { Slides } from '../../song/choices';
import { EIGHTH, PPQ } from '../../time/ticks';
import type { Region } from '../../timeline/region';
import { settingsSpanAt } from '../../timeline/settings';
import { wayInto } from '../articulation';
import type { Touch } from '../../song/choices';
import type { Note } from '../note';
import type { Habits, Ornament } from './habits';
import { habitsOf, type LinePattern } from './pattern';

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

/** A line with its ornaments, each stretch as it is set. Notes in order, each at its velocity. */
export function ornamented(region: Region<LinePattern>, notes: readonly Note[]): Note[] {
  const seed = hash(`${region.seed}/ornaments`);
  // What follows a window of a section goes on from it: only a rest ends a phrase there.
  const goesOn = region.next !== null && !region.next.newSection ? region.length : Infinity;
  return notes.map((note, i) => {
    const { settings, pattern } = settingsSpanAt(region.settingsSpans, note.start);
    const { ornaments } = habitsOf(pattern);
    const [before, after] = [notes[i - 1], notes[i + 1]];
    const ends = (after?.start ?? goesOn) - (note.start + note.duration) >= REST;
    const begins = !before || note.start - (before.start + before.duration) >= REST;
    const way = wayInto(before, note, settings.instrument);
    const slid = way === 'slide up' || way === 'slide down' ? way : null;
    /** What can be done with it, the first first: an ornament, and how that is touched. */
    const ways: readonly (readonly [Ornament, Touch | null])[] = [
      ['bend', way === 'bend' ? way : null],
      ['hammer', way === 'hammer' ? way : null],
      ['slide', slid],
      ['fall', ends && note.duration >= LEAST_FALLEN ? 'fall' : null],
      ['grace', begins || note.duration >= LEAST_GRACED ? 'grace' : null],
    ];
    const done = ways.find(
      ([name, touch], salt) =>
        touch !== null &&
        noise(seed, note.start, salt + 1) < SHARE[settings.slides] * shareOf(ornaments, name),
    );
    if (!done) return note;
    const touch = done[1]!;
    const velocity = touch === 'hammer' ? Math.max(1, Math.round(note.velocity * HAMMERED)) : note.velocity;
    return { ...note, velocity, touch };
  });
}
