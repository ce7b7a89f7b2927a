/** Sound that leaves the house: the worklet and Node make the same samples, and the app's files hold them. */
import { readFileSync } from 'node:fs';
import { expect, test, type Download, type Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import { renderBand } from '@backline/core/band/index';
import { newPart } from '@backline/core/band/repertoire';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { shippedBanks } from '@backline/sound/node/bank';
import { renderSong } from '@backline/sound/render';
import { banksOf } from '@backline/sound/score';
import { scoreOf } from '@backline/sound/scoreOf';
import { newSong, openBar, typeSong } from './support/songs';

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
  for await (const { left } of renderSong(score, structuredClone(banks), RATE)) {
    for (const x of left) ours.push(x);
    if (ours.length >= frames) break;
  }
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
  await page.goto('/');
  const theirs = await page.evaluate(async (given) => {
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
    const left = new Uint8Array(rendered.getChannelData(0).buffer.slice(0));
    let text = '';
    for (let at = 0; at < left.length; at += 8192)
      text += String.fromCharCode(...left.subarray(at, at + 8192));
    return btoa(text);
  }, sent);
  const buffer = Buffer.from(theirs, 'base64');
  const heardThere = new Float32Array(buffer.buffer, buffer.byteOffset, buffer.byteLength / 4);
  expect(heardThere.some((x) => Math.abs(x) > 0.05)).toBe(true);
  const off = heardThere.findIndex((x, i) => x !== ours[i]);
  expect({ off, there: heardThere[off], here: ours[off] }).toEqual({
    off: -1,
    there: undefined,
    here: undefined,
  });
});

test('the song is taken away as sound: whole, and part by part', async ({ page }) => {
  await typeSong(page, ['C', 'G']);
  const wav = await take(page, 'Take it as it is heard');
  expect(wav.suggestedFilename()).toMatch(/\.wav$/);
  const whole = heard(await fileOf(wav));
  expect(whole.peak).toBeGreaterThan(0.1);
  expect(whole.peak).toBeLessThan(0.9);
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
  await expect(page.getByRole('alert')).toContainText(
    'could not be written: the sound file is not there (404)',
  );
});
