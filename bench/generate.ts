/**
 * How long generation takes, against yardsticks of the same run: JSON.stringify on the result,
 * half the bars, and a full generation against one after a change of one chord.
 * Run with: npx tsx bench/generate.ts
 */
import { renderBand } from '@backline/core/band/index';
import { regionMemory } from '@backline/core/band/memory';
import { applyEdit } from '@backline/core/edits/apply';
import { setBar } from '@backline/core/edits/bars';
import { medians, ms } from './support';
import { longSong } from '../packages/core/test/support/music';
import { OURS } from '@backline/core/styles/index';

for (const { id } of OURS.styles.all) {
  const song = { ...longSong(128), style: id };
  const cold = performance.now();
  const band = renderBand(song, OURS);
  const first = performance.now() - cold;
  const notes = band.parts.reduce((sum, part) => sum + part.notes.length, 0);
  const shorter = { ...longSong(64), style: id };
  const memory = regionMemory();
  renderBand(song, OURS, memory);
  let turn = 0;
  const [full, stringify, half, edited] = medians([
    () => renderBand(song, OURS),
    () => JSON.stringify(band),
    () => renderBand(shorter, OURS),
    () => {
      const symbol = ['Bb7', 'Ebmaj7', 'F#m7'][turn++ % 3]!;
      renderBand(applyEdit(song, setBar('s4', turn % 16, symbol))!.song, OURS, memory);
    },
  ]) as [number, number, number, number];
  console.log(`${id}: 128 bars, ${band.parts.length} parts, ${notes} notes`);
  console.log(
    `  generated in ${ms(full)} (first time ${ms(first)}), ${(full / stringify).toFixed(1)} times JSON.stringify (${ms(stringify)}); bound 20`,
  );
  console.log(`  doubling the bars: ${(full / half).toFixed(2)} times as long; bound 2`);
  console.log(`  after one chord: ${ms(edited)}, ${(edited / full).toFixed(3)} of a full one; bound 0.333`);
}
