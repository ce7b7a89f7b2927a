import type { Song } from '../song/schema';
import { agree } from '../ensemble';
import { expandForm } from '../timeline/occurrences';
import { regionsOf } from '../timeline/region';
import { styleOf, type Repertoire } from './repertoire';

/** A section as one part has it, before settings of single passes; null where there is no such part. */
export function sectionAlone(song: Song, repertoire: Repertoire, sectionId: string, partId: string) {
  const alone: Song = {
    ...song,
    form: [{ id: 'alone', section: sectionId, repeats: 1 }],
  };
  const style = styleOf(song, repertoire);
  const agreed = agree(alone, repertoire.kinds, style, expandForm(alone));
  const [occurrence] = agreed.occurrences;
  const index = alone.parts.findIndex((p) => p.id === partId);
  const region = regionsOf(alone, repertoire.kinds, style, agreed)[index]?.[0];
  return occurrence && region ? { occurrence, region } : null;
}

/** What a part plays for each chord of a section: the chord as its richness dresses it, by the chord's id. */
export function partSymbols(
  song: Song,
  repertoire: Repertoire,
  sectionId: string,
  partId: string,
): Map<string, string | null> {
  const spans = sectionAlone(song, repertoire, sectionId, partId)?.region.spans ?? [];
  return new Map(spans.map(({ id, symbol }) => [id, symbol]));
}
