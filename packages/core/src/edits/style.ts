/** Another style for the whole song: chords, voicings and what the writer has set stay. */
import { partOfBand, type Repertoire } from '../band/repertoire';
import { endsSo } from '../song/ends';
import { LIMITS } from '../song/limits';
import type { Ends, Song } from '../song/schema';
import type { Style } from '../style/schema';
import { findStyle } from '../style/set';
import { edit, type Edit } from './apply';
import { endSong } from './closing';

/**
 * Who of a style's band the song has not, in the band's order: of a kind that the band has twice, one is missing where
 * the song has one.
 */
export function missingFrom(
  song: Pick<Song, 'parts'>,
  styleId: string,
  { styles }: Repertoire,
): Style['band'][number][] {
  const there = song.parts.map((p) => p.kind);
  return (findStyle(styles, styleId)?.band ?? []).filter((one) => {
    const at = there.indexOf(typeof one === 'string' ? one : one.kind);
    if (at >= 0) there.splice(at, 1);
    return at < 0;
  });
}

/** How songs of a style end, but for a tag, which makes a song longer and comes with no style by itself; null where the style says nothing. */
export function endsWithoutTag(ends: Ends | undefined): Ends | null {
  if (!ends) return null;
  const { tag: _tag, ...others } = ends;
  return others;
}

/**
 * How a song ends in another style: as that one does, where it ended as its own did; null where the writer has said
 * how it ends, or the style says nothing.
 */
export function endsWith(
  song: Pick<Song, 'style' | 'ending' | 'close'>,
  styleId: string,
  { styles }: Repertoire,
): Ends | null {
  const own = endsWithoutTag(findStyle(styles, song.style)?.ends);
  const next = endsWithoutTag(findStyle(styles, styleId)?.ends);
  return own && next && endsSo(song, own) && !endsSo(song, next) ? next : null;
}

/** Changes the style, with the end that goes with it, and brings in the parts of its band that the song does not have. No part is taken away. */
export const bringStyle = (styleId: string, repertoire: Repertoire): Edit =>
  edit('change the style and its band', (song) => {
    const style = findStyle(repertoire.styles, styleId);
    if (!style) return;
    const missing = missingFrom(song, styleId, repertoire);
    const ends = endsWith(song, styleId, repertoire);
    if (ends) endSong(song, ends);
    song.style = styleId;
    for (const one of missing) {
      if (song.parts.length >= LIMITS.parts) break;
      const part = partOfBand(one, repertoire.kinds, song.parts, style);
      if (part) song.parts.push(part);
    }
  });
