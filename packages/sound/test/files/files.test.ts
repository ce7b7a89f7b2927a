/**
 * Files of sound, read by a second program: Debian's ffmpeg decodes them and measures them (its ebur128 filter is an
 * independent meter of ITU-R BS.1770 and EBU R 128).
 */
import { execFileSync, spawnSync } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { renderBand } from '@backline/core/band/index';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { AUDIO_FORMATS } from '@backline/sound/files/audioFormats';
import { ENDING } from '@backline/sound/files/encoders';
import { scoreExcerpt } from '@backline/sound/score/scoreExcerpt';
import { shippedBanks } from '@backline/sound/banks/nodeBanks';
import { packagedEncoders } from '@backline/sound/files/nodeEncoders';
import { BEND, FIELDS, GESTURE_FIELDS, audibleParts, banksOf, lastAt } from '@backline/sound/score/score';
import { scoreOf } from '@backline/sound/score/scoreOf';
import { writeFiles, type Sink, type Taken } from '@backline/sound/files/takeaway';
import { newFolder } from '../../../core/test/support/folder';

const SONG = readChart('style: firebreak\ntempo: 132\n[A]\nE5 | A5\n[B]\nC | G', OURS);
const band = renderBand(SONG, OURS);
const score = scoreOf(band, SONG);

let folder: string;
beforeAll(() => (folder = newFolder()));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

class Kept implements Sink {
  readonly pieces: Uint8Array[] = [];
  write(bytes: Uint8Array): void {
    this.pieces.push(bytes);
  }
  end(head: Uint8Array): void {
    if (head.length) this.pieces[0] = head;
  }
}

const written = new Map<string, { readonly file: string; readonly taken: Taken }>();
let banks: Awaited<ReturnType<typeof shippedBanks>>;
beforeAll(async () => {
  banks = await shippedBanks(banksOf(score));
  for (const format of AUDIO_FORMATS) {
    const kept = new Kept();
    const [taken] = await writeFiles(
      { score, banks, format, mastered: true, tracks: [null], modules: packagedEncoders },
      () => kept,
    );
    const file = join(folder, format + ENDING[format]);
    writeFileSync(file, Buffer.concat(kept.pieces));
    written.set(format, { file, taken: taken! });
  }
}, 120_000);

/** What ffmpeg's meter says of a file: LUFS, dBTP. */
function metered(file: string): { loudness: number; peak: number } {
  const { stderr } = spawnSync('ffmpeg', [
    '-hide_banner',
    '-nostats',
    '-i',
    file,
    '-af',
    'ebur128=peak=true',
    '-f',
    'null',
    '-',
  ]);
  const summary = stderr.toString().split('Summary:')[1] ?? '';
  const number = (pattern: RegExp): number => Number(pattern.exec(summary)?.[1]);
  return { loudness: number(/I:\s+(-?[\d.]+) LUFS/), peak: number(/Peak:\s+(-?[\d.]+) dBFS/) };
}

const secondsOf = (file: string): number =>
  execFileSync('ffmpeg', ['-v', 'error', '-i', file, '-f', 's16le', '-ac', '2', '-ar', '44100', '-'], {
    maxBuffer: 1 << 28,
  }).length /
  4 /
  44_100;

it.each(AUDIO_FORMATS)('%s decodes to the length that was played', (format) => {
  const { file, taken } = written.get(format)!;
  // An MP3 encoder puts up to two frames of 1152 samples of its own in front and behind.
  expect(Math.abs(secondsOf(file) - taken.seconds)).toBeLessThan(format === 'mp3' ? 0.08 : 0.001);
});

it.each(AUDIO_FORMATS)('%s is as loud as our meter says, and its true peak as high', (format) => {
  const { file, taken } = written.get(format)!;
  const { loudness, peak } = metered(file);
  expect(Math.abs(loudness - taken.loudness!)).toBeLessThan(0.2);
  // What is compressed has peaks of its own: only what is stored as it is can be held to ours.
  if (format.startsWith('wav')) expect(Math.abs(peak - taken.truePeak!)).toBeLessThan(0.3);
  expect(taken.truePeak!).toBeLessThanOrEqual(-1);
});

it('without the master nothing is held back, and a part alone is what it adds', async () => {
  const [first] = audibleParts(score);
  const kept: Kept[] = [];
  const tracks = [null, first!];
  const taken = await writeFiles(
    { score, banks, format: 'wav24', mastered: false, tracks, modules: packagedEncoders },
    () => (kept.push(new Kept()), kept.at(-1)!),
  );
  expect(taken.map((t) => t.part)).toEqual(tracks);
  expect(taken[0]!.seconds).toBe(taken[1]!.seconds);
  expect(taken[1]!.peak).toBeLessThan(taken[0]!.peak);
  const size = kept[0]!.pieces.reduce((sum, p) => sum + p.length, 0);
  expect(size).toBe(44 + Math.round(taken[0]!.seconds * 44_100) * 6);
});

describe('a stretch by itself', () => {
  const song = readChart('style: lamplight\ntempo: 120\n[A]\nC | Am\ntempo: 90\nF | G', OURS);
  const told = scoreOf(renderBand(song, OURS), song);

  it('begins at its first bar, with everything as it stood there', () => {
    const bar = told.bars[2]!;
    const part = scoreExcerpt(told, 2, 2);
    expect(part.length).toBe(told.length - bar.tick);
    expect(part.bars[0]!.tick).toBe(0);
    expect(part.tempos[0]).toMatchObject({ tick: 0, tempo: 90 });
    const count = told.notes.filter((tick, i) => i % FIELDS === 0 && tick >= bar.tick).length;
    expect(part.notes.length / FIELDS).toBe(count);
    expect(part.channels.map((c) => lastAt(c.programs, 0)!.program)).toEqual(
      told.channels.map((c) => lastAt(c.programs, bar.tick)!.program),
    );
    // Every controller that was moved before it has its place at the start.
    const before = new Set<string>();
    for (let at = 0; at < told.gestures.length; at += GESTURE_FIELDS) {
      if (told.gestures[at]! < bar.tick) before.add(`${told.gestures[at + 1]}/${told.gestures[at + 2]}`);
    }
    const starts = new Set<string>();
    for (let at = 0; at < part.gestures.length && part.gestures[at] === 0; at += GESTURE_FIELDS) {
      starts.add(`${part.gestures[at + 1]}/${part.gestures[at + 2]}`);
    }
    for (const key of before) expect(starts).toContain(key);
    expect(BEND).toBeLessThan(0);
  });
});
