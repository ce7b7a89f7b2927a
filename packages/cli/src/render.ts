/** `backline render`: a chart as sound, whole or part by part. */
import { closeSync, mkdirSync, openSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { renderBand } from '@backline/core/band/index';
import { OURS } from '@backline/core/styles/index';
import { fileNames } from '@backline/sound/fileNames';
import { shippedBanks } from '@backline/sound/node/bank';
import { LoudnessMeter } from '@backline/sound/loudness';
import { StemRenderer, audibleParts, renderSong, type Frames } from '@backline/sound/render';
import { banksOf } from '@backline/sound/score';
import { scoreOf } from '@backline/sound/scoreOf';
import { wavData, wavHeader } from '@backline/sound/wav';
import { loadChart } from './chartFile';
import { withPartOptions } from './partOptions';
import { UsageError } from './usage';

/** Frames a second of the files: as on a compact disc. */
const RATE = 44_100;

interface Written {
  readonly file: string;
  readonly seconds: number;
  /** Loudest sample, 1 full scale. */
  readonly peak: number;
  /** Loudness, LUFS, and peak between samples, dBTP (ITU-R BS.1770); null of silence. */
  readonly loudness: number | null;
  readonly truePeak: number | null;
}

/** Writes frames as they come; the header is put in front when their number is known. */
async function writeWav(file: string, frames: AsyncIterable<Frames>): Promise<Written> {
  let out: number;
  try {
    out = openSync(file, 'w');
  } catch {
    throw new UsageError(`${file} cannot be written.`);
  }
  try {
    writeSync(out, wavHeader(0, RATE));
    let count = 0;
    let peak = 0;
    const meter = new LoudnessMeter(RATE);
    for await (const { left, right } of frames) {
      writeSync(out, wavData(left, right));
      count += left.length;
      meter.add(left, right);
      for (let i = 0; i < left.length; i++) peak = Math.max(peak, Math.abs(left[i]!), Math.abs(right[i]!));
    }
    writeSync(out, wavHeader(count, RATE), 0, undefined, 0);
    const tenths = (value: number): number | null =>
      Number.isFinite(value) ? Math.round(10 * value) / 10 : null;
    return {
      file,
      seconds: Math.round((count / RATE) * 1000) / 1000,
      peak: Math.round(peak * 1e4) / 1e4,
      loudness: tenths(meter.loudness),
      truePeak: tenths(meter.truePeak),
    };
  } finally {
    closeSync(out);
  }
}

function openFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true });
  } catch {
    throw new UsageError(`${folder} cannot be made.`);
  }
}

export async function render({
  operands,
  options,
  parts: settings,
}: {
  readonly operands: readonly string[];
  readonly options: Readonly<Record<string, string | undefined>>;
  readonly parts: readonly string[];
}): Promise<unknown> {
  const { out, stems } = options;
  if (!out) throw new UsageError('Say where to write the file, like: --out song.wav');
  const song = withPartOptions(loadChart(operands[0], options), settings);
  const band = renderBand(song, OURS);
  const score = scoreOf(band, song.guide);
  const banks = await shippedBanks(banksOf(score));
  if (stems === undefined) return { ...(await writeWav(out, renderSong(score, banks, RATE))), stems: [] };
  openFolder(stems);
  const renderer = new StemRenderer(score, banks, RATE);
  const whole = await writeWav(out, renderer.song());
  const parts = audibleParts(score);
  const names = fileNames(parts.map((id) => band.parts.find((p) => p.id === id)!.name));
  const written: Written[] = [];
  for (const [i, part] of parts.entries()) {
    written.push(await writeWav(join(stems, `${names[i]!}.wav`), renderer.part(part)));
  }
  return { ...whole, stems: written };
}
