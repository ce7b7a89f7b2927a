/** Takes of the demo songs: several tries at the same bars, and which of them is played where. */
import type { Edit } from '@backline/core/edits/apply';
import { chooseTake, freeTakeId, keepTake, sayOfTake, type TakeSaid } from '@backline/core/edits/takes';
import { renderBand } from '@backline/core/band/index';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { joiningTry } from '@backline/core/takes/join';
import { keptTake } from '@backline/core/takes/keep';
import { placesOf } from '@backline/core/takes/places';
import type { Stretch } from '@backline/core/timeline/stretches';

/** A take that a demo song has: of whom it was asked, by which chance, and what is noted of it. */
export interface DemoTake extends TakeSaid {
  readonly seed: number;
  readonly player: string;
}

const partIn = (song: Song, id: string) => song.parts.find((part) => part.id === id)!;

/** The bars of a section where it is played first, and where they lie: from one (from 1) to another. */
function barsOf(song: Song, section: string, from: number, to: number) {
  const { bars, parts } = renderBand(song, OURS);
  const first = bars.findIndex((bar) => bar.section === section) + from - 1;
  const last = first + to - from;
  const stretch: Stretch = { from: bars[first]!.start, to: bars[last]!.start + bars[last]!.length };
  return { first, last, stretch, bars, parts };
}

/** Makes takes of some bars of a section, in the order in which they are listed. */
export const takesOf = (
  section: string,
  [from, to]: readonly [from: number, to: number],
  part: string,
  takes: readonly DemoTake[],
): readonly ((song: Song) => Edit)[] =>
  takes.flatMap(({ seed, player, ...said }) => [
    (song: Song): Edit => {
      const { first, last, stretch, parts } = barsOf(song, section, from, to);
      const { settings } = OURS.players.find(({ id }) => id === player)!;
      const asked = { from: first, to: last + 1, seed, settings };
      const notes = parts.find(({ id }) => id === part)!.notes;
      const again = joiningTry(song, OURS, part, asked, notes, [stretch.from, stretch.to]) ?? 0;
      const made = keptTake(song, OURS, part, { ...asked, again, player })!;
      return keepTake(part, { id: freeTakeId(partIn(song, part)), ...made }, true);
    },
    (song: Song): Edit => sayOfTake(part, partIn(song, part).takes!.at(-1)!.id, said),
  ]);

/** Plays a take, by its number (from 1), through some bars of a section. */
export const playTake =
  (section: string, [from, to]: readonly [from: number, to: number], part: string, number: number) =>
  (song: Song): Edit => {
    const { stretch, bars } = barsOf(song, section, from, to);
    return chooseTake(part, placesOf(song, bars, stretch), partIn(song, part).takes![number - 1]!.id);
  };
