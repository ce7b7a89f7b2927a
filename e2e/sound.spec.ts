/** Sound that leaves the house: the worklet and Node make the same samples, and the app's files hold them. */
import { readFileSync } from 'node:fs';
import { expect, type Download, type Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import { renderBand } from '@backline/core/band/index';
import { newPart } from '@backline/core/band/repertoire';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { shippedBanks } from '@backline/sound/banks/nodeBanks';
import { renderSong } from '@backline/sound/files/render';
import type { DecodedBank } from '@backline/sound/engine/messages';
import { banksOf, type Score } from '@backline/sound/score/score';
import { scoreOf } from '@backline/sound/score/scoreOf';
import { newSong, openBar, typeSong } from './support/songs';
import { test } from './support/test';

const RATE = 44_100;

/** Peak of a WAV file's samples, 1 full scale, and its seconds. */
function heard(bytes: Uint8Array): { peak: number; seconds: number } {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  expect(String.fromCharCode(...bytes.subarray(0, 4))).toBe('RIFF');
  expect(view.getUint32(40, true)).toBe(bytes.length - 44);
  let peak = 0;
  for (let at = 44; at < bytes.length; at += 2) peak = Math.max(peak, Math.abs(view.getInt16(at, true)));
  return { peak: peak / 32767, seconds: (bytes.length - 44) / 4 / view.getUint32(24, true) };
}

/** A score as the audio thread of the page makes it, ahead of time. */
async function madeThere(page: Page, score: Score, banks: readonly DecodedBank[], frames: number) {
  const sent = {
    frames,
    score: { ...score, notes: [...score.notes], gestures: [...score.gestures] },
    banks: banks.map(({ id, bank, samples }) => ({
      id,
      bank: Buffer.from(bank).toString('base64'),
      samples: samples.map(({ data, rate }) => ({
        rate,
        data: Buffer.from(data.buffer, data.byteOffset, data.byteLength).toString('base64'),
      })),
    })),
  };
  const sides = await page.evaluate(async (given) => {
    const bytes = (text: string): ArrayBuffer => Uint8Array.from(atob(text), (c) => c.charCodeAt(0)).buffer;
    const context = new OfflineAudioContext(2, given.frames, 44_100);
    await context.audioWorklet.addModule('/sound/engine.js');
    const messages = [
      ...given.banks.map(({ id, bank, samples }) => ({
        type: 'bank',
        bank: {
          id,
          bank: bytes(bank),
          samples: samples.map(({ data, rate }) => ({ rate, data: new Float32Array(bytes(data)) })),
        },
      })),
      {
        type: 'score',
        number: 1,
        score: {
          ...given.score,
          notes: Int32Array.from(given.score.notes),
          gestures: Int32Array.from(given.score.gestures),
        },
        loop: null,
      },
      { type: 'play', from: 0, countIn: false },
    ];
    const node = new AudioWorkletNode(context, 'backline', {
      numberOfInputs: 0,
      outputChannelCount: [2],
      processorOptions: { messages },
    });
    node.connect(context.destination);
    const rendered = await context.startRendering();
    return [0, 1].map((side) => {
      const samples = new Uint8Array(rendered.getChannelData(side).buffer.slice(0));
      let text = '';
      for (let at = 0; at < samples.length; at += 8192)
        text += String.fromCharCode(...samples.subarray(at, at + 8192));
      return btoa(text);
    });
  }, sent);
  const [left, right] = sides.map((text) => {
    const buffer = Buffer.from(text, 'base64');
    return Array.from(new Float32Array(buffer.buffer, buffer.byteOffset, buffer.byteLength / 4));
  });
  return { left: left!, right: right! };
}

const fileOf = async (download: Download) => readFileSync((await download.path())!);

async function take(page: Page, name: string): Promise<Download> {
  await page.getByRole('button', { name: 'Take the song away' }).click();
  const waiting = page.waitForEvent('download', { timeout: 300_000 });
  await page.getByRole('button', { name, exact: true }).click();
  const download = await waiting;
  await page.getByRole('button', { name: 'Close Take the song away' }).click();
  return download;
}

test('the audio thread makes the very samples that Node makes', async ({ page }) => {
  const chart = readChart('tempo: 150\n{bar 1/4} C | Am7\ntempo: 90 over 1\nF | G7', OURS);
  // Instruments whose sounds are small enough to be handed over as text.
  const parts = ['bass', 'guitar', 'arp'].map((kind) => newPart(OURS.kinds.get(kind)!, []));
  const score = scoreOf(renderBand({ ...chart, parts }, OURS));
  const banks = await shippedBanks(banksOf(score));
  const frames = 6 * RATE - ((6 * RATE) % 128);
  const ours: number[] = [];
  for await (const { left } of renderSong(score, banks, RATE)) {
    for (const x of left) ours.push(x);
    if (ours.length >= frames) break;
  }
  await page.goto('/');
  const { left } = await madeThere(page, score, banks, frames);
  expect(left.some((x) => Math.abs(x) > 0.05)).toBe(true);
  const off = left.findIndex((x, i) => x !== ours[i]);
  expect({ off, there: left[off], here: ours[off] }).toEqual({ off: -1, there: undefined, here: undefined });
});

test('what the audio thread makes has touch, width, bends and levels', async ({ page }) => {
  const strip = (changes: object) => ({
    channel: 0,
    part: 'guitar',
    percussion: false,
    programs: [{ tick: 0, program: 25 }],
    level: 110,
    pan: 64,
    reverbSend: 0,
    tone: { low: 0, middle: 0, high: 0 },
    drive: 0,
    spread: 0.35,
    audible: true,
    ...changes,
  });
  // One second each: softly, hard; hard by half the level; bent down a whole step.
  const score: Score = {
    length: 480 * 8,
    tempos: [{ tick: 0, tempo: 120 }],
    bars: [0, 1].map((bar) => ({ tick: bar * 1920, length: 1920, beats: [0, 480, 960, 1440] })),
    channels: [strip({}), strip({ channel: 1, part: 'half', level: 78 })],
    notes: Int32Array.of(
      0,
      900,
      0,
      57,
      30,
      960,
      900,
      0,
      57,
      120,
      1920,
      900,
      1,
      57,
      120,
      2880,
      900,
      0,
      57,
      120,
    ),
    gestures: Int32Array.of(2880, 0, -1, 0),
    master: { tone: { low: 0, middle: 0, high: 0 }, gain: -12, glue: 0 },
  };
  await page.goto('/');
  const { left, right } = await madeThere(page, score, await shippedBanks(['25']), 4 * RATE);
  const second = (n: number) =>
    left.map((x, i) => (x + right[i]!) / 2).slice(n * RATE + 4000, n * RATE + 30_000);
  const power = (samples: readonly number[]) => samples.reduce((sum, x) => sum + x * x, 0) / samples.length;
  const steps = (samples: readonly number[]) => samples.slice(1).map((x, i) => x - samples[i]!);
  // How much of a sound lies high: its steps against itself.
  const brightness = (samples: readonly number[]) =>
    10 * Math.log10(power(steps(steps(samples))) / power(samples));
  expect(brightness(second(1)) - brightness(second(0))).toBeGreaterThan(3);
  expect(power(second(1))).toBeGreaterThan(10 * power(second(0)));
  const sides = power(left.map((x, i) => x - right[i]!)) / power(left.map((x, i) => x + right[i]!));
  expect(10 * Math.log10(sides)).toBeGreaterThan(-20);
  // General MIDI: 40 dB to a tenth of the level. Of the same stroke: two are never quite as loud.
  const half = { ...score, channels: [strip({ level: 78 }), strip({ channel: 1, part: 'half' })] };
  const lower = await madeThere(page, half, await shippedBanks(['25']), 2 * RATE);
  const stroke = lower.left.map((x, i) => (x + lower.right[i]!) / 2).slice(RATE + 4000, RATE + 30_000);
  expect(10 * Math.log10(power(stroke) / power(second(1)))).toBeCloseTo(40 * Math.log10(78 / 110), 0);
  const period = (samples: readonly number[]) => {
    const like = (lag: number) =>
      samples.slice(0, 12_000).reduce((sum, x, i) => sum + x * samples[i + lag]!, 0);
    const lags = Array.from({ length: 90 }, (_, i) => 170 + i);
    return lags.reduce((best, lag) => (like(lag) > like(best) ? lag : best));
  };
  // A3 is 220 Hz: 200.5 samples; a whole step lower they are 225.
  expect(Math.abs(period(second(1)) - 200)).toBeLessThanOrEqual(2);
  expect(Math.abs(period(second(3)) - 225)).toBeLessThanOrEqual(2);
});

test('the song is taken away as sound: whole, and part by part', async ({ page }) => {
  await typeSong(page, ['C', 'G']);
  const wav = await take(page, 'Take it as it is heard');
  expect(wav.suggestedFilename()).toMatch(/\.wav$/);
  const whole = heard(await fileOf(wav));
  expect(whole.peak).toBeGreaterThan(0.1);
  expect(whole.peak).toBeLessThan(0.9);
  // A part that is silenced is written all the same; what is not is left out by hand.
  await page.getByRole('link', { name: 'Band' }).click();
  await page.getByRole('button', { name: 'Silence Guitar' }).click();
  const zip = await take(page, 'A file a part (ZIP)');
  const files = unzipSync(await fileOf(zip));
  const names = Object.keys(files);
  expect(names).toHaveLength(8);
  expect(names).toEqual(expect.arrayContaining(['Bass.wav', 'Drums.wav', 'Keys.wav']));
  for (const name of names) {
    const { peak, seconds } = heard(files[name]!);
    expect([name, peak > 0.002, Math.abs(seconds - whole.seconds) < 0.01]).toEqual([name, true, true]);
  }
});

test('writing can be stopped, and a sound file that is missing is told', async ({ page }) => {
  await newSong(page);
  await openBar(page, 1);
  await page.getByLabel('Chords of this bar').fill('C F');
  await page.getByRole('button', { name: /^Close/ }).click();
  await page.getByRole('button', { name: 'Take the song away' }).click();
  await page.getByRole('button', { name: 'A file a part (ZIP)' }).click();
  await page.getByRole('button', { name: 'Stop writing' }).click();
  await expect(page.getByRole('button', { name: 'Take it as it is heard' })).toBeVisible();
  await page.route('**/sound/*.sf3', (route) => route.fulfill({ status: 404, body: 'gone' }));
  await page.getByRole('button', { name: 'Take it as it is heard' }).click();
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText(
    'could not be written: the sound file is not there (404)',
  );
});
