/** `backline render`: a chart as sound, whole or part by part. */
import { closeSync, mkdirSync, openSync, writeSync } from 'node:fs';
import { extname, join } from 'node:path';
import { renderBand, type Band } from '@backline/core/band/index';
import { OURS } from '@backline/core/styles/index';
import type { AudioFormat } from '@backline/sound/files/audioFormats';
import { ENDING } from '@backline/sound/files/encoders';
import { scoreExcerpt } from '@backline/sound/score/scoreExcerpt';
import { fileNames } from '@backline/sound/files/fileNames';
import { shippedBanks } from '@backline/sound/banks/nodeBanks';
import { packagedEncoders } from '@backline/sound/files/nodeEncoders';
import { audibleParts, banksOf, type Score } from '@backline/sound/score/score';
import { scoreOf } from '@backline/sound/score/scoreOf';
import { writeFiles, type Sink, type Taken } from '@backline/sound/files/takeaway';
import { loadChart } from './chartFile';
import type { Given } from './given';
import { notWritten } from './notWritten';
import { withPartOptions } from './partOptions';
import { UsageError, oneOf } from './usage';

type Options = Readonly<Record<string, string | undefined>>;

/** A file that is written as its bytes come; its front is filled in at the end. */
function fileSink(file: string): Sink {
  let out: number;
  try {
    out = openSync(file, 'w');
  } catch (error) {
    throw notWritten(file, error);
  }
  return {
    write: (bytes) => void writeSync(out, bytes),
    end: (head) => {
      if (head.length) writeSync(out, head, 0, undefined, 0);
      closeSync(out);
    },
  };
}

function formatOf(out: string, { bits }: Options): AudioFormat {
  const depth = oneOf('bits', bits, ['16', '24']);
  const ending = extname(out).toLowerCase();
  if (ending === '.mp3' || ending === '.ogg') {
    if (depth) throw new UsageError(`--bits belongs to WAV files, not to ${ending} ones.`);
    return ending === '.mp3' ? 'mp3' : 'ogg';
  }
  if (ending !== '.wav')
    throw new UsageError(`Files of sound end in .wav, .mp3 or .ogg, not in "${ending}".`);
  return depth === '24' ? 'wav24' : 'wav16';
}

/** Bars of the first playing of a section. */
function sectionOf(score: Score, band: Band, name: string | undefined): Score {
  if (name === undefined) return score;
  const first = band.bars.findIndex((bar) => bar.section.toLowerCase() === name.toLowerCase());
  if (first < 0) {
    const known = [...new Set(band.bars.map((bar) => bar.section))].join(', ');
    throw new UsageError(`No section "${name}" is played. There are ${known}.`);
  }
  const { occurrenceKey } = band.bars[first]!;
  return scoreExcerpt(score, first, band.bars.filter((bar) => bar.occurrenceKey === occurrenceKey).length);
}

function partOf(band: Band, score: Score, name: string | undefined): string | null {
  if (name === undefined) return null;
  const heard = audibleParts(score);
  const part = band.parts.find((p) => p.id === name || p.name.toLowerCase() === name.toLowerCase());
  if (part && heard.includes(part.id)) return part.id;
  throw new UsageError(`No part "${name}" is heard. There are ${heard.join(', ')}.`);
}

function openFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true });
  } catch {
    throw new UsageError(`${folder} cannot be made.`, 'file-unwritable');
  }
}

const rounded = (value: number | null, digits: number): number | null =>
  value === null ? null : Math.round(value * 10 ** digits) / 10 ** digits;

const told = (file: string, { seconds, peak, loudness, truePeak }: Taken) => ({
  file,
  seconds: rounded(seconds, 3),
  peak: rounded(peak, 4),
  loudness: rounded(loudness, 1),
  truePeak: rounded(truePeak, 1),
});

export async function render({ operands, options, parts: settings, warn }: Given): Promise<unknown> {
  const { out, stems, section, only } = options;
  if (!out) throw new UsageError('Say where to write the file, like: --out song.wav');
  const format = formatOf(out, options);
  const song = withPartOptions(loadChart(operands[0], options, warn), settings);
  const band = renderBand(song, OURS);
  const score = sectionOf(scoreOf(band, song), band, section);
  const first = partOf(band, score, only);
  if (stems !== undefined) openFolder(stems);
  const parts = stems === undefined ? [] : audibleParts(score);
  const names = fileNames(parts.map((id) => band.parts.find((p) => p.id === id)!.name));
  const files = [out, ...names.map((name) => join(stems!, name + ENDING[format]))];
  const tracks = [first, ...parts];
  let next = 0;
  const taken = await writeFiles(
    {
      score,
      banks: await shippedBanks(banksOf(score)),
      format,
      mastered: options.plain !== 'true',
      tracks,
      modules: packagedEncoders,
    },
    () => fileSink(files[next++]!),
  );
  const [whole, ...rest] = taken.map((one, i) => told(files[i]!, one));
  return { ...whole!, stems: rest };
}
