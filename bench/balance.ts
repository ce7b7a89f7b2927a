/**
 * How loud the demo songs and ten charts are, and how their parts stand to each other: each part against the place
 * of its kind. Run with: npx tsx bench/balance.ts [--bars 24]
 */
import { parseArgs } from 'node:util';
import { renderBand } from '@backline/core/band/index';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { balanceOf } from '@backline/sound/balance';
import { shippedBanks } from '@backline/sound/node/bank';
import { middleOf } from '@backline/sound/excerpt';
import { banksOf } from '@backline/sound/score';
import { scoreOf } from '@backline/sound/scoreOf';
import { demoSong } from '../apps/server/src/demo/seed';
import { DEMO_SONGS } from '../apps/server/src/demo/songs';
import { IDIOMS } from '../packages/core/test/listening/charts';

const { values } = parseArgs({ options: { bars: { type: 'string', default: '24' } } });
const RATE = 22_050;

const songs: Song[] = [
  ...DEMO_SONGS.map(demoSong),
  ...IDIOMS.slice(0, 10).map(([, make], i) => make(OURS.styles.all[i % OURS.styles.all.length]!.id)),
];

const off = new Map<string, number[]>();
for (const song of songs) {
  const band = renderBand(song, OURS);
  const score = middleOf(scoreOf(band, song), Number(values.bars));
  const balance = await balanceOf(score, await shippedBanks(banksOf(score)), RATE);
  const shown = [...balance.parts].map(([id, lu]) => {
    const kind = band.parts.find((p) => p.id === id)!.kind;
    const { place } = OURS.kinds.get(kind)!;
    off.set(kind, [...(off.get(kind) ?? []), lu - place]);
    return `${id} ${lu.toFixed(1)} (${lu - place > 0 ? '+' : ''}${(lu - place).toFixed(1)})`;
  });
  console.log(
    `${song.title} (${song.style}): ${balance.loudness.toFixed(1)} LUFS, ${balance.truePeak.toFixed(1)} dBTP, sides ${balance.sides.toFixed(1)} dB`,
  );
  console.log(`  ${shown.join(', ')}`);
}
for (const [kind, list] of off) {
  const mean = list.reduce((a, b) => a + b, 0) / list.length;
  console.log(
    `${kind}: ${mean.toFixed(1)} from its place; ${Math.min(...list).toFixed(1)} to ${Math.max(...list).toFixed(1)}`,
  );
}
