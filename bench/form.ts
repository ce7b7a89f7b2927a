/**
 * A form of 2,000 bars with ten parts: what one changed cell costs against that part in that section alone, what
 * the whole of it costs, and what is told of it. Run with: bash scripts/bench.sh form
 */
import { renderBand } from '@backline/core/band/index';
import { regionMemory } from '@backline/core/band/windowCache';
import { applyEdit } from '@backline/core/edits/apply';
import { setSettings } from '@backline/core/edits/settings';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { tensionOf } from '@backline/core/words/tension';
import { longForm, medians, ms } from './support';

const song = longForm(2000);
const memory = regionMemory();
const cold = performance.now();
const band = renderBand(song, OURS, memory);
const whole = performance.now() - cold;
console.log(
  `${band.bars.length} bars, ${band.parts.length} parts, ${band.parts.reduce((n, p) => n + p.notes.length, 0)} notes: ${ms(whole)}`,
);

let turn = 0;
const cell = { entry: song.form[60]!.id, repeat: 0 };
let now = song;
const change = (): void => {
  now = applyEdit(now, setSettings('bass', cell, { density: (turn++ % 5) + 1, variation: turn }))!.song;
  renderBand(now, OURS, memory);
};
/** That part in that section, by itself and with nothing remembered. */
const alone: Song = structuredClone({
  ...song,
  parts: song.parts.filter((p) => p.id === 'bass'),
  form: [song.form[60]!],
});
// Warm, as in the hand of a writer who has been at it for a minute.
const [changed, one, same] = medians(
  [change, () => void renderBand(alone, OURS), () => void renderBand(now, OURS, memory)],
  51,
  150,
) as [number, number, number];
console.log(
  `one cell changed: ${ms(changed)}; the part in the section alone: ${ms(one)}; nothing changed: ${ms(same)}`,
);
console.log(
  `above the part alone: ${ms(changed - one)}; bound 2 ms; ${((changed - one) / 2).toFixed(2)} of it`,
);
const told = medians([() => void tensionOf({ ...band }, song.key)], 9, 3)[0]!;
console.log(`the line of tension: ${ms(told)}`);
