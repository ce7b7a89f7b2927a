import type { Song } from '../song/schema';
import { partInForm } from './partInForm';
import type { Repertoire } from './repertoire';

/** A section as one part has it, before settings of single passes; null where there is no such part. */
export function sectionAlone(song: Song, repertoire: Repertoire, sectionId: string, partId: string) {
  const alone: Song = {
    ...song,
    form: [{ id: 'alone', section: sectionId, repeats: 1 }],
  };
  const { regions, occurrences } = partInForm(alone, repertoire, partId);
  const [region, occurrence] = [regions[0], occurrences[0]];
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
