/** The demo songs as they sound: neither silent nor clipped, as loud as they should be, every part in its place. */
import { renderBand } from '@backline/core/band/index';
import { tempoMap } from '@backline/core/time/tempo';
import { OURS } from '@backline/core/styles/index';
import { balanceOf } from '@backline/sound/measuring/balance';
import { CEILING } from '@backline/sound/master/limiter';
import { shippedBanks } from '@backline/sound/banks/nodeBanks';
import { renderSong } from '@backline/sound/files/render';
import { middleOf } from '@backline/sound/score/scoreExcerpt';
import type { DecodedBank } from '@backline/sound/engine/messages';
import { banksOf, type Score } from '@backline/sound/score/score';
import { scoreOf } from '@backline/sound/score/scoreOf';
import { demoSong } from '../src/demo/seed';
import { DEMO_SONGS } from '../src/demo/songs';

/** Enough to hear whether it sounds, and how loud. */
const RATE = 8000;
/** Seconds of sound that come together. */
const PIECE = (256 * 128) / RATE;
const FOR_LOUDNESS = 16_000;
/** Bars from the middle of a song, where its players are together. */
const BARS = 4;

/** Presets in their first forms, each decoded once. */
const decoded = new Map<string, DecodedBank>();
async function banksFor(score: Score): Promise<DecodedBank[]> {
  const names = banksOf(score);
  const missing = names.filter((name) => !decoded.has(name));
  for (const bank of await shippedBanks(missing, false)) decoded.set(bank.id, bank);
  return names.map((name) => decoded.get(name)!);
}

it('the shortest of them sounds from its beginning to its end, and is not clipped', async () => {
  const scores = DEMO_SONGS.map((demo) => scoreOf(renderBand(demoSong(demo), OURS), demoSong(demo)));
  const seconds = (one: (typeof scores)[number]): number => tempoMap(one.tempos).secondsAt(one.length);
  const score = scores.reduce((a, b) => (seconds(b) < seconds(a) ? b : a));
  const banks = await banksFor(score);
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
  // It may ring on for eight seconds, and comes in pieces.
  expect(frames / RATE).toBeLessThan(end + 8 + PIECE + 1);
});

it.each(DEMO_SONGS.map((demo) => [demoSong(demo)] as const))('$title', async (song) => {
  const band = renderBand(song, OURS);
  const score = middleOf(scoreOf(band, song), BARS);
  const { loudness, truePeak, sides, parts } = await balanceOf(score, await banksFor(score), FOR_LOUDNESS);
  // The whole stands about −15 LUFS; some bars of a verse or a chorus are softer or louder than that.
  expect(loudness).toBeGreaterThan(-20);
  expect(loudness).toBeLessThan(-12);
  expect(truePeak).toBeLessThan(-1);
  expect(sides).toBeGreaterThan(-20);
  for (const [id, level] of parts) {
    const { targetLoudness } = OURS.kinds.get(band.parts.find((p) => p.id === id)!.kind)!;
    // A part that rests through these bars has no loudness.
    if (level > -40) expect([id, Math.abs(level - targetLoudness) <= 6]).toEqual([id, true]);
  }
});
