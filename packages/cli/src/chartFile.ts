import { readFileSync } from 'node:fs';
import { ChartError, readChart } from '@backline/core/formats/chart/index';
import { bandOf, styleOf } from '@backline/core/band/repertoire';
import { endSong } from '@backline/core/edits/closing';
import { endsWithoutTag } from '@backline/core/edits/style';
import type { Song } from '@backline/core/song/schema';
import { findStyle } from '@backline/core/style/set';
import type { Given } from './given';
import { UsageError, wholeNumber } from './usage';
import { OURS } from '@backline/core/styles/index';

function readText(file: string): string {
  try {
    return readFileSync(file === '-' ? 0 : file, 'utf8');
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    const why = code === 'ENOENT' ? 'There is no such file' : 'It cannot be read';
    throw new UsageError(`${file}: ${why}.`, 'file-unreadable');
  }
}

/** A chart file as a song; what cannot be read is said with file, line and column. */
export function loadChart(
  file: string | undefined,
  options: { style?: string; seed?: string },
  warn: Given['warn'],
): Song {
  if (!file) throw new UsageError('Name a chart file, or - for standard input.');
  let song: Song;
  try {
    song = readChart(readText(file), OURS);
  } catch (error) {
    if (!(error instanceof ChartError)) throw error;
    const name = file === '-' ? 'standard input' : file;
    throw new UsageError(`${name}:${error.line}:${error.column}: ${error.reason}`, error.code);
  }
  if (options.style !== undefined && !findStyle(OURS.styles, options.style)) {
    const known = OURS.styles.all.map((s) => s.id).join(', ');
    throw new UsageError(`There is no style "${options.style}". Use one of ${known}.`, 'style-unknown');
  }
  const seed = wholeNumber('seed', options.seed, 0, 2_147_483_647);
  const style = options.style ?? song.style;
  if (!findStyle(OURS.styles, style)) {
    warn(`There is no style "${style}" here; ${styleOf({ style }, OURS).name} plays in its place.`);
  }
  const parts = style === song.style ? song.parts : bandOf(styleOf({ style }, OURS), OURS.kinds);
  // A chart says nothing of how a song ends: it ends as songs of its style do.
  const ends = endsWithoutTag(styleOf({ style }, OURS).ends);
  const read: Song = { ...song, style, parts, seed: seed ?? song.seed };
  if (ends) endSong(read, ends);
  return read;
}
