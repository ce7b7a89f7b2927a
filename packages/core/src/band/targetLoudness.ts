/** Where a song's parts should stand in its mix: each in the place of its kind, as the song's style has it. */
import type { Song } from '../song/schema';
import { isAudible } from './audible';
import { kindOf, styleOf, type Repertoire } from './repertoire';

/** Loudness of each part that is heard against the whole band's, LU; parts of one kind share its place. */
export function targetLoudnessOf(song: Song, repertoire: Repertoire): Map<string, number> {
  const style = styleOf(song, repertoire);
  const heard = song.parts.filter((part) => isAudible(part, song.parts));
  const loudness = new Map<string, number>();
  for (const part of heard) {
    const kind = kindOf(part, repertoire);
    if (!kind) continue;
    const alike = heard.filter((p) => p.kind === part.kind).length;
    loudness.set(
      part.id,
      (style.parts[kind.id]?.targetLoudness ?? kind.targetLoudness) - 10 * Math.log10(alike),
    );
  }
  return loudness;
}
