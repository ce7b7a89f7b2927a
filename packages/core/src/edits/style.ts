/** Another style for the whole song: chords, voicings and what the writer has set stay. */
import { partOfBand, type Repertoire } from '../band/repertoire';
import { LIMITS } from '../song/limits';
import type { Song } from '../song/schema';
import { kindsOfBand } from '../style/bandKinds';
import { findStyle } from '../style/set';
import { edit, type Edit } from './apply';

/** Kinds of part that a style's band has and the song has not, in the band's order. */
export function missingFrom(song: Pick<Song, 'parts'>, styleId: string, { styles }: Repertoire): string[] {
  const style = findStyle(styles, styleId);
  return [...new Set(style ? kindsOfBand(style) : [])].filter(
    (kind) => !song.parts.some((p) => p.kind === kind),
  );
}

/** Changes the style, and brings in the parts of its band that the song does not have. No part is taken away. */
export const bringStyle = (styleId: string, repertoire: Repertoire): Edit =>
  edit('change the style and its band', (song) => {
    const style = findStyle(repertoire.styles, styleId);
    if (!style) return;
    const missing = missingFrom(song, styleId, repertoire);
    song.style = styleId;
    for (const one of style.band) {
      if (!missing.includes(typeof one === 'string' ? one : one.kind)) continue;
      if (song.parts.length >= LIMITS.parts) break;
      const part = partOfBand(one, repertoire.kinds, song.parts, style);
      if (part) song.parts.push(part);
    }
  });
