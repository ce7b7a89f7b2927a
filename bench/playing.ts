/**
 * Playing in the browser, by numbers: from the tap on play to the first sound on a fresh visit, which sounds are read
 * for it, the share of a core the audio thread takes in a minute of the fullest demo song, and gaps in what came out.
 * The app has to run (npm start). Run with: BACKLINE_URL=… npx tsx bench/playing.ts [--seconds 60] [--title "…"]
 */
import { readFileSync, readdirSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { chromium } from '@playwright/test';
import { listen, takeHeard } from '../e2e/support/hearing';

const { values } = parseArgs({
  options: {
    seconds: { type: 'string', default: '60' },
    title: { type: 'string', default: 'Last Ferry Out' },
  },
});
const url = process.env['BACKLINE_URL'];
if (!url) throw new Error('Say where the app runs, like: BACKLINE_URL=http://127.0.0.1:4310');

/** Clock ticks a second of /proc. */
const TICKS = 100;

/** Processor time of all audio worklet threads (by their name in Chromium), seconds. */
function workletSeconds(): number {
  let ticks = 0;
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name))) {
    try {
      for (const tid of readdirSync(`/proc/${pid}/task`)) {
        if (!readFileSync(`/proc/${pid}/task/${tid}/comm`, 'utf8').startsWith('Realtime AudioW')) continue;
        const fields = readFileSync(`/proc/${pid}/task/${tid}/stat`, 'utf8').split(') ')[1]!.split(' ');
        ticks += Number(fields[11]) + Number(fields[12]);
      }
    } catch {
      // A process that has just ended.
    }
  }
  return ticks / TICKS;
}

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--autoplay-policy=no-user-gesture-required'],
});
const page = await browser.newPage({ baseURL: url });
const sounds: string[] = [];
page.on('response', (response) => {
  if (response.url().endsWith('.sf3')) sounds.push(response.url().split('/').pop()!);
});
await listen(page);
const { songs } = (await (await page.request.get('/api/songs?limit=100')).json()) as {
  songs: { id: string; title: string }[];
};
const song = songs.find((s) => s.title === values.title);
if (!song) throw new Error(`There is no song "${values.title}".`);
await page.addInitScript(() => localStorage.setItem('backline/visited', '1'));
await page.goto(`/song/${song.id}/chart`);
const play = page.getByRole('button', { name: /^Play/ }).first();
await play.waitFor();
await page.waitForTimeout(3000);
const started = performance.now();
await play.click();
let heard = await takeHeard(page);
while (heard.loudness < 1e-4) heard = await takeHeard(page);
console.log(`From the tap to the first sound: ${((performance.now() - started) / 1000).toFixed(2)} s`);
console.log(`Read before it: ${sounds.join(', ')}`);

await page.waitForTimeout(4000);
const [cpu, clock] = [workletSeconds(), performance.now()];
await takeHeard(page);
let [silent, samples] = [0, 0];
for (let second = 0; second < Number(values.seconds); second++) {
  await page.waitForTimeout(1000);
  const heardNow = await takeHeard(page);
  samples += heardNow.samples;
  if (heardNow.loudness < 1e-5) silent++;
}
const took = (performance.now() - clock) / 1000;
console.log(
  `Audio thread: ${((100 * (workletSeconds() - cpu)) / took).toFixed(1)} % of a core over ${took.toFixed(0)} s`,
);
const rate = await page.evaluate(() => new AudioContext().sampleRate);
console.log(
  `Sound that came out: ${(samples / rate).toFixed(1)} s of ${took.toFixed(1)} s; silent seconds: ${silent}`,
);
console.log(`Read in all: ${sounds.join(', ')}`);
await browser.close();
