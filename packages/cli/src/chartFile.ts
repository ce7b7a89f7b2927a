import { readFileSync } from 'node:fs';
import { ChartError, readChart } from '@backline/core/formats/chart/index';
import type { Song } from '@backline/core/song/schema';
import { STYLES, findStyle } from '@backline/core/style/index';
import { UsageError, wholeNumber } from './usage';

function readText(file: string): string {
  try {
    return readFileSync(file === '-' ? 0 : file, 'utf8');
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    const why = code === 'ENOENT' ? 'There is no such file' : 'It cannot be read';
    throw new UsageError(`${file}: ${why}.`);
  }
}

/** A chart file as a song; what cannot be read is said with file, line and column. */
export function loadChart(file: string | undefined, options: { style?: string; seed?: string }): Song {
  if (!file) throw new UsageError('Name a chart file, or - for standard input.');
  let song: Song;
  try {
    song = readChart(readText(file));
  } catch (error) {
    if (!(error instanceof ChartError)) throw error;
    const name = file === '-' ? 'standard input' : file;
    throw new UsageError(`${name}:${error.line}:${error.column}: ${error.reason}`);
  }
  if (options.style !== undefined && !findStyle(options.style)) {
    const known = STYLES.map((s) => s.id).join(', ');
    throw new UsageError(`There is no style "${options.style}". Use one of ${known}.`);
  }
  const seed = wholeNumber('seed', options.seed, 0, 2_147_483_647);
  return { ...song, style: options.style ?? song.style, seed: seed ?? song.seed };
}
