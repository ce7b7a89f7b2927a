/**
 * Takes: how long a soloist needs for 32 bars, alone and in a band of ten, and the ranking of all soloists for a song.
 * Against JSON.stringify of the same song; the bound is 15 ms a take. Run with: bash scripts/bench.sh takes
 */
import { SOLOISTS } from '@backline/core/players/index';
import { rankPlayers } from '@backline/core/ranking/players';
import { OURS } from '@backline/core/styles/index';
import { takeOf } from '@backline/core/takes/take';
import { longForm, medians, ms } from './support';

const song = longForm(64);
const solo = song.parts.find(({ kind }) => kind === 'solo')!;
let turn = 0;
const [take, ranking, text] = medians([
  () => {
    const { settings } = SOLOISTS[turn % SOLOISTS.length]!;
    takeOf(song, OURS, solo.id, { from: 0, to: 32, seed: turn++, settings });
  },
  () => rankPlayers(SOLOISTS, song, OURS),
  () => JSON.stringify(song),
]) as [number, number, number];
console.log(
  `a take of 32 bars: ${ms(take)} (${(take / 15).toFixed(2)} of its bound, ${(take / text).toFixed(1)} × JSON)`,
);
console.log(`${SOLOISTS.length} soloists ranked: ${ms(ranking)} (${(ranking / text).toFixed(1)} × JSON)`);
