/** Who plays in each playing of a section, and by which settings. */
import type { Song } from '../song/schema';
import type { KindSet } from '../style/kind';
import type { Style } from '../style/schema';
import type { Player } from './doubles';
import type { Pass } from './passes';
import { inRhythm } from './rhythm';
import { stretchesOf } from './settings';

/** By playing and part; null for a part of a kind that is not at hand. */
export const playersOf = (
  song: Song,
  kinds: KindSet,
  style: Style,
  passes: readonly Pass[],
): (Player | null)[][] =>
  passes.map((pass) =>
    inRhythm(
      song.parts.map((part) => {
        const kind = kinds.get(part.kind);
        return kind ? { kind, stretches: stretchesOf(kind, style, song, part, pass) } : null;
      }),
      song.parts.map((p) => p.id),
    ),
  );
