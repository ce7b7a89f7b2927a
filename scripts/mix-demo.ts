/**
 * Mixes the demo songs as a writer does: each is measured whole, its parts are set to their places and the song to its
 * loudness, twice over, and what comes of it is written beside the songs. Run with: npx tsx scripts/mix-demo.ts
 */
import { writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { renderBand } from '@backline/core/band/index';
import { targetLoudnessOf } from '@backline/core/band/targetLoudness';
import { applyEdit } from '@backline/core/edits/apply';
import { setBalance } from '@backline/core/edits/song';
import { USUAL_MASTER } from '@backline/core/song/create';
import { OURS } from '@backline/core/styles/index';
import { balanceOf } from '@backline/sound/measuring/balance';
import { rebalanced } from '@backline/sound/measuring/rebalance';
import { shippedBanks } from '@backline/sound/banks/nodeBanks';
import { banksOf } from '@backline/sound/score/score';
import { scoreOf } from '@backline/sound/score/scoreOf';
import { demoSong } from '../apps/server/src/demo/seed';
import { DEMO_SONGS } from '../apps/server/src/demo/songs';

const RATE = 22_050;
const ROUNDS = 2;

const mixes: Record<string, { levels: Record<string, number>; gain: number }> = {};
for (const demo of DEMO_SONGS) {
  let song = demoSong(demo);
  for (let round = 0; round < ROUNDS; round++) {
    const score = scoreOf(renderBand(song, OURS), song);
    const balance = await balanceOf(score, await shippedBanks(banksOf(score)), RATE);
    const levels = new Map(song.parts.map((p) => [p.id, p.mix.level]));
    const master = { ...USUAL_MASTER, ...song.master };
    const next = rebalanced(balance, levels, targetLoudnessOf(song, OURS), master);
    song = applyEdit(song, setBalance(next.levels, next.gain))?.song ?? song;
    console.log(`${song.title}: ${balance.loudness.toFixed(1)} LUFS, gain ${next.gain}`);
  }
  mixes[song.title] = {
    levels: Object.fromEntries(song.parts.map((p) => [p.id, p.mix.level])),
    gain: song.master!.gain,
  };
}
const out = join(dirname(fileURLToPath(import.meta.url)), '../apps/server/src/demo/mixes.json');
writeFileSync(out, `${JSON.stringify(mixes, null, 2)}\n`);
