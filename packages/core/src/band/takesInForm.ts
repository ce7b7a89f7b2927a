/** The takes that a part plays through the form, and how it is set where it plays them. */
import equal from 'fast-deep-equal';
import { derived } from '../memo/derived';
import type { Kind } from '../parts/kind';
import type { Part, Song } from '../song/schema';
import type { Style } from '../style/schema';
import type { Occurrence } from '../timeline/occurrences';
import type { Region } from '../timeline/region';
import { settingsWithTakes, takesPlayedIn, type TakePlayed } from '../timeline/takesPlayed';
import { kindOf, styleOf, type Repertoire } from './repertoire';

const NO_TAKES: readonly TakePlayed[] = [];

interface TakesAsked {
  readonly kind: Kind;
  readonly style: Style;
  readonly song: Song;
  readonly part: Part;
  readonly occurrence: Occurrence;
}

/** Takes in a playing: the very same where neither they nor what is set for them is another. */
const takesIn = derived(
  ({ kind, style, song, part, occurrence }: TakesAsked): readonly TakePlayed[] =>
    takesPlayedIn(kind, style, song, part, occurrence),
  { song: 1, part: 1 },
  equal,
);

/** By playing, the takes that a part plays; none for a part that has none, or is of a kind that is not at hand. */
export function takesInForm(
  song: Song,
  repertoire: Repertoire,
  part: Part,
  occurrences: readonly Occurrence[],
): readonly (readonly TakePlayed[])[] {
  const { comp = [] } = part;
  const kind = comp.length ? kindOf(part, repertoire) : null;
  if (!kind) return [];
  const style = styleOf(song, repertoire);
  return occurrences.map((occurrence) =>
    comp.some(({ entry, repeat }) => entry === occurrence.entry && repeat === occurrence.repeat)
      ? takesIn(occurrence, part.id, { kind, style, song, part, occurrence })
      : NO_TAKES,
  );
}

/** A region as it is set where takes are played in it; the very same where they bring no settings. */
const regionWithTakes = derived(
  ({ region, takes }: { readonly region: Region; readonly takes: readonly TakePlayed[] }): Region => ({
    ...region,
    settingsSpans: settingsWithTakes(region.settingsSpans, takes),
  }),
);

/** A region as it is set where takes are played in it. */
export const withTakes = (region: Region, takes: readonly TakePlayed[]): Region =>
  takes.some(({ settings }) => Object.keys(settings).length)
    ? regionWithTakes(region, 'takes', { region, takes })
    : region;
