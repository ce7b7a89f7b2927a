/** The demo songs as they sound: neither silent nor clipped, and as long as they should be. */
import { renderBand } from '@backline/core/band/index';
import { tempoMap } from '@backline/core/time/tempo';
import { OURS } from '@backline/core/styles/index';
import { CEILING } from '@backline/sound/master';
import { shippedBanks } from '@backline/sound/node/bank';
import { renderSong } from '@backline/sound/render';
import { banksOf } from '@backline/sound/score';
import { scoreOf } from '@backline/sound/scoreOf';
import { demoSong } from '../src/demo/seed';
import { DEMO_SONGS } from '../src/demo/songs';

/** Enough to hear whether it sounds. */
const RATE = 11_025;

it.each(DEMO_SONGS.map((demo) => [demoSong(demo)] as const))('$title', async (song) => {
  const score = scoreOf(renderBand(song, OURS));
  const banks = await shippedBanks(banksOf(score));
  let frames = 0;
  let peak = 0;
  /** Seconds in which hardly anything sounds. */
  let quiet = 0;
  const end = tempoMap(score.tempos).secondsAt(score.length);
  for await (const { left, right } of renderSong(score, banks, RATE)) {
    let loudest = 0;
    for (let i = 0; i < left.length; i++)
      loudest = Math.max(loudest, Math.abs(left[i]!), Math.abs(right[i]!));
    if (loudest < 0.01 && frames / RATE < end - 1) quiet += left.length / RATE;
    peak = Math.max(peak, loudest);
    frames += left.length;
  }
  expect(peak).toBeGreaterThan(0.2);
  expect(peak).toBeLessThanOrEqual(CEILING + 1e-6);
  expect(quiet).toBe(0);
  expect(frames / RATE).toBeGreaterThan(end);
  expect(frames / RATE).toBeLessThan(end + 10);
});
