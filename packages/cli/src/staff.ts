/** `backline staff`: one part of the band as notation, for any program that reads MusicXML. */
import { writeFileSync } from 'node:fs';
import { renderBand } from '@backline/core/band/index';
import { musicXmlOf } from '@backline/core/formats/musicXml/index';
import { OURS } from '@backline/core/styles/index';
import { loadChart } from './chartFile';
import type { Given } from './given';
import { notWritten } from './notWritten';
import { withPartOptions } from './partOptions';
import { UsageError } from './usage';

export function staff({ operands, options, parts, warn }: Given): unknown {
  const { out, only = 'solo' } = options;
  if (!out) throw new UsageError('Say where to write the file, like: --out solo.musicxml');
  const song = withPartOptions(loadChart(operands[0], options, warn), parts);
  const band = renderBand(song, OURS);
  const forInstrument = options['for-instrument'] === 'true';
  const xml = musicXmlOf(band, only, { title: song.title, forInstrument });
  if (xml === null) {
    const pitched = band.parts.filter((part) => part.pitched).map(({ id }) => id);
    throw new UsageError(
      `There is no part "${only}" with pitches to write. Use --only with one of ${pitched.join(', ')}.`,
    );
  }
  try {
    writeFileSync(out, xml);
  } catch (error) {
    throw notWritten(out, error);
  }
  return { file: out, part: only, bars: band.bars.length, forInstrument };
}
