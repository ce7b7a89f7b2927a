/** Takes beside each other: each as a part of its own, so that they leave the house together. */
import type { Part, Song } from '../song/schema';
import type { CompSpan, Take } from '../song/takeSchema';
import { listedTakes, takeName } from './listed';

/** A take as a part that rests wherever it plays nothing. */
function asPart({ id, name, takes, ...part }: Part, take: Take): Part {
  return {
    ...part,
    id: `${id}-${take.id}`,
    name: `${name}, ${takeName({ takes }, take.id)}`,
    settings: { ...part.settings, on: false },
    takes: [take],
    comp: take.pieces.map(({ section, entry, repeat, from, to }): CompSpan => ({
      section,
      entry,
      repeat,
      from,
      to,
      take: take.id,
      whileOff: true,
    })),
    frozen: undefined,
  };
}

/**
 * A song in which every take that is not put away is a part of its own, behind the others. It is no song that is kept:
 * it may have more parts than one may have.
 * @returns the song, and the ids of those parts; none where there is no take.
 */
export function withTakesAsParts(song: Song): { readonly song: Song; readonly added: readonly string[] } {
  const own = song.parts.flatMap((part) => listedTakes(part).map((take) => asPart(part, take)));
  return { song: { ...song, parts: [...song.parts, ...own] }, added: own.map(({ id }) => id) };
}
