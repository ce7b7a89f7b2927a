/**
 * How the demo songs and ten charts sound, by numbers, and how fast they are rendered: loudness, true peak, width, how
 * far each kind of part lies from its place; seconds of music a second of work, mix alone and with every part; what a
 * visitor downloads for the first demo song, and how far the piano's touch reaches.
 * Run with: npx tsx bench/sound.ts [--bars 24]
 */
import { statSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { renderBand } from '@backline/core/band/index';
import { targetLoudnessOf } from '@backline/core/band/targetLoudness';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { balanceOf } from '@backline/sound/measuring/balance';
import { middleOf } from '@backline/sound/score/scoreExcerpt';
import { OWN_BANKS, shippedBanks } from '@backline/sound/banks/nodeBanks';
import { renderSong } from '@backline/sound/files/render';
import { audibleParts, banksOf } from '@backline/sound/score/score';
import { scoreOf } from '@backline/sound/score/scoreOf';
import { demoSong } from '../apps/server/src/demo/seed';
import { DEMO_SONGS } from '../apps/server/src/demo/songs';
import { IDIOMS } from '../packages/core/test/measures/charts';

const { values } = parseArgs({ options: { bars: { type: 'string', default: '24' } } });
const MEASURED_AT = 22_050;
const RATE = 44_100;

const demos = DEMO_SONGS.map(demoSong);
const songs: Song[] = [
  ...demos,
  ...IDIOMS.slice(0, 10).map(([, make], i) => make(OURS.styles.all[i % OURS.styles.all.length]!.id)),
];

const off = new Map<string, number[]>();
for (const song of songs) {
  const band = renderBand(song, OURS);
  const score = middleOf(scoreOf(band, song), Number(values.bars));
  const balance = await balanceOf(score, await shippedBanks(banksOf(score)), MEASURED_AT);
  const places = targetLoudnessOf(song, OURS);
  const shown = [...balance.parts].map(([id, lu]) => {
    const { kind } = band.parts.find((p) => p.id === id)!;
    const far = lu - places.get(id)!;
    if (lu > -40) off.set(kind, [...(off.get(kind) ?? []), far]);
    return `${id} ${lu.toFixed(1)} (${far > 0 ? '+' : ''}${far.toFixed(1)})`;
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

for (const song of demos) {
  const score = middleOf(scoreOf(renderBand(song, OURS), song), 16);
  const banks = await shippedBanks(banksOf(score));
  const times: string[] = [];
  for (const parts of [[], audibleParts(score)]) {
    const started = performance.now();
    let frames = 0;
    for await (const { left } of renderSong(score, banks, RATE, { parts })) frames += left.length;
    times.push(
      `${parts.length ? `with ${parts.length} parts` : 'mix'} ${(frames / RATE / ((performance.now() - started) / 1000)).toFixed(1)}`,
    );
  }
  console.log(`${song.title}: times real time, ${times.join(', ')}`);
}

const first = scoreOf(renderBand(demos[0]!, OURS), demos[0]!);
const size = (id: string): number => {
  try {
    return statSync(join(OWN_BANKS, `${id}.sf3`)).size;
  } catch {
    return statSync(join(OWN_BANKS, `../../../apps/web/public/sound/${id}.sf3`)).size;
  }
};
const bytes = banksOf(first).reduce((sum, id) => sum + size(id), 0);
console.log(`First demo song: ${banksOf(first).join(', ')}: ${(bytes / 1e6).toFixed(2)} MB of sounds`);
