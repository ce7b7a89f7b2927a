import { agree } from '../ensemble';
import type { Song } from '../song/schema';
import { expandForm, type Occurrence } from '../timeline/occurrences';
import { regionsOf, type Region } from '../timeline/region';
import { styleOf, type Repertoire } from './repertoire';

/** A part through the form of a song: its regions, and the playings they are of. */
export interface PartInForm {
  /** None where there is no such part, or its kind is not at hand. */
  readonly regions: readonly Region[];
  readonly occurrences: readonly Occurrence[];
}

/** A part by its id, as it goes through the form. */
export function partInForm(song: Song, repertoire: Repertoire, partId: string): PartInForm {
  const style = styleOf(song, repertoire);
  const { kinds } = repertoire;
  const agreed = agree(song, kinds, style, expandForm(song));
  const index = song.parts.findIndex((p) => p.id === partId);
  return { regions: regionsOf(song, kinds, style, agreed)[index] ?? [], occurrences: agreed.occurrences };
}
