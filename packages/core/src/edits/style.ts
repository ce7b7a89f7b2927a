/** Another style for the whole song: chords, voicings and what the writer has set stay. */
import { newPart, type Repertoire } from '../band/repertoire';
import type { Song } from '../song/schema';
import { findStyle } from '../style/set';
import { edit, type Edit } from './apply';

/** Kinds of part that a style's band has and the song has not, in the band's order. */
export function missingFrom(song: Pick<Song, 'parts'>, styleId: string, { styles }: Repertoire): string[] {
  const band = findStyle(styles, styleId)?.band ?? [];
  return [...new Set(band)].filter((kind) => !song.parts.some((p) => p.kind === kind));
}

/** Changes the style, and brings in the parts of its band that the song does not have. No part is taken away. */
export const bringStyle = (styleId: string, repertoire: Repertoire): Edit =>
  edit('change the style and its band', (song) => {
    const style = findStyle(repertoire.styles, styleId);
    if (!style) return;
    const missing = missingFrom(song, styleId, repertoire);
    song.style = styleId;
    for (const id of missing) {
      const kind = repertoire.kinds.get(id);
      if (kind) song.parts.push(newPart(kind, song.parts, style));
    }
  });
