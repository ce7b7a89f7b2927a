/**
 * Takes: how long a soloist needs for 32 bars, alone and in a band of ten, and the ranking of all soloists for a song.
 * Against JSON.stringify of the same song; the bound is 15 ms a take. Then
 * stepping from one of twelve takes to another in a song of 64 bars: against generating the whole band. Pictures of takes
 * stand in takePictures.ts. Run with: bash scripts/bench.sh takes
 */
import { SOLOISTS } from '@backline/core/players/index';
import { rankPlayers } from '@backline/core/ranking/players';
import { OURS } from '@backline/core/styles/index';
import { renderBand } from '@backline/core/band/index';
import { regionMemory } from '@backline/core/band/windowCache';
import { applyEdit } from '@backline/core/edits/apply';
import { chooseTake, keepTake } from '@backline/core/edits/takes';
import type { Song } from '@backline/core/song/schema';
import { keptTake } from '@backline/core/takes/keep';
import { placesOf } from '@backline/core/takes/places';
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

const TAKES = 12;
const stretch = { from: 0, to: 32 * 1920 };
const withTakes = Array.from({ length: TAKES }).reduce<Song>((now, _, i) => {
  const { settings } = SOLOISTS[i % SOLOISTS.length]!;
  const made = keptTake(now, OURS, solo.id, { from: 0, to: 32, seed: i, settings })!;
  return applyEdit(now, keepTake(solo.id, { id: `t${i + 1}`, ...made }, true))!.song;
}, song);
const memory = regionMemory();
const band = renderBand(withTakes, OURS, memory);
const places = placesOf(withTakes, band.bars, stretch);
let stepped = withTakes;
let at = 0;
const [step, whole] = medians([
  () => {
    at = (at + 1) % TAKES;
    stepped = applyEdit(stepped, chooseTake(solo.id, places, `t${at + 1}`))?.song ?? stepped;
    renderBand(stepped, OURS, memory);
  },
  () => renderBand(song, OURS),
]) as [number, number];
console.log(`another take chosen and heard: ${ms(step)} (${(step / whole).toFixed(2)} of a full generation)`);
