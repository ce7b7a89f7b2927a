/** Where a stretch of the song lies in the playings of its sections, and what of a take lies in it. */
import type { BandBar } from '../band/index';
import type { Part, Song } from '../song/schema';
import type { CompPlace, CompSpan, KeptTakeNote, Take } from '../song/takeSchema';
import { sectionBars } from '../time/bars';
import type { OccurrenceId } from '../timeline/occurrenceKey';
import type { Stretch } from '../timeline/stretches';
import type { Ticks } from '../units/units';

/** What of a stretch of the song lies in one playing: ticks of its section, and how far the song's ticks are from them. */
export interface StretchInPlaying extends CompPlace {
  /** Added to ticks of the section it gives ticks of the song. */
  readonly by: Ticks;
}

type BarOfForm = Pick<BandBar, 'occurrenceKey' | 'sectionId' | 'index' | 'start' | 'length'>;

/** Which place of the form a bar is played in, and which of its repeats that is. */
export function occurrenceIdOf({ occurrenceKey }: Pick<BandBar, 'occurrenceKey'>): OccurrenceId {
  const cut = occurrenceKey.lastIndexOf('/');
  return { entry: occurrenceKey.slice(0, cut), repeat: Number(occurrenceKey.slice(cut + 1)) };
}

/**
 * Where a stretch of the song lies, in order: one place for each run of bars that follow each other in their section.
 * @param stretch ticks from the song's start. @param bars those of the song as it is played.
 */
export function placesOf(song: Song, bars: readonly BarOfForm[], { from, to }: Stretch): StretchInPlaying[] {
  const places: StretchInPlaying[] = [];
  for (const bar of bars) {
    const [start, end] = [Math.max(from, bar.start), Math.min(to, bar.start + bar.length)];
    const section = start < end ? song.sections.find(({ id }) => id === bar.sectionId) : undefined;
    const own = section && sectionBars(section, song)[bar.index];
    if (!section || !own) continue;
    const by = bar.start - own.start;
    const before = places[places.length - 1];
    const { entry, repeat } = occurrenceIdOf(bar);
    if (before?.by === by && before.entry === entry && before.repeat === repeat && before.to === start - by)
      places[places.length - 1] = { ...before, to: end - by };
    else places.push({ section: section.id, entry, repeat, from: start - by, to: end - by, by });
  }
  return places;
}

const isIn = (a: StretchInPlaying, b: Pick<CompSpan, 'entry' | 'repeat'>): boolean =>
  a.entry === b.entry && a.repeat === b.repeat;

/** Whether a take has something for all of some places: then it can be played there as a whole. */
export const reachesOver = ({ pieces }: Take, places: readonly StretchInPlaying[]): boolean =>
  places.every((place) =>
    pieces.some((piece) => isIn(place, piece) && piece.from <= place.from && piece.to >= place.to),
  );

/** Whether a take has something for any of some places. */
export const reachesInto = ({ pieces }: Take, places: readonly StretchInPlaying[]): boolean =>
  places.some((place) =>
    pieces.some((piece) => isIn(place, piece) && piece.from < place.to && piece.to > place.from),
  );

/** Notes of a take in some places, in ticks of the song. */
export const notesInPlaces = (
  { pieces }: Pick<Take, 'pieces'>,
  places: readonly StretchInPlaying[],
): readonly KeptTakeNote[] =>
  places.flatMap((place) =>
    pieces
      .filter((piece) => isIn(place, piece))
      .flatMap(({ notes }) =>
        notes
          .filter(([start]) => start >= place.from && start < place.to)
          .map(([start, ...rest]): KeptTakeNote => [start + place.by, ...rest]),
      ),
  );

/** Which take is played at a tick of the song; null where the part itself plays. */
export function takeAt(
  { comp = [] }: Pick<Part, 'comp'>,
  places: readonly StretchInPlaying[],
  tick: Ticks,
): string | null {
  const place = places.find(({ from, to, by }) => tick - by >= from && tick - by < to);
  const own = place && tick - place.by;
  return (
    comp.find((span) => own !== undefined && isIn(place!, span) && span.from <= own && own < span.to)?.take ??
    null
  );
}

/**
 * Which take is played through all of some places.
 * @returns its id; null where the part itself plays all of them; 'several' where not one and the same does.
 */
export function takeThrough(
  { comp = [] }: Pick<Part, 'comp'>,
  places: readonly StretchInPlaying[],
): string | null | 'several' {
  const found = places.map((place): string | null | 'several' => {
    const own = comp.filter((span) => isIn(place, span) && span.from < place.to && span.to > place.from);
    if (!own.length) return null;
    const takes = new Set(own.map(({ take }) => take));
    const filled = own.reduce((sum, s) => sum + Math.min(s.to, place.to) - Math.max(s.from, place.from), 0);
    return takes.size === 1 && filled === place.to - place.from ? own[0]!.take : 'several';
  });
  return new Set(found).size === 1 ? found[0]! : found.length ? 'several' : null;
}
