/**
 * Takes: how long a soloist needs for 32 bars of a song of 64, against generating all of it (the bound is 15 ms a take),
 * and the ranking of all soloists against JSON.stringify of the song. Then
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
import { longForm, medians, ms, shareOf } from './support';

const song = longForm(64);
const solo = song.parts.find(({ kind }) => kind === 'solo')!;
let turn = 0;
const takeBy = (player: number) => (): void => {
  const { settings } = SOLOISTS[player % SOLOISTS.length]!;
  takeOf(song, OURS, solo.id, { from: 0, to: 32, seed: turn++, settings });
};
const generate = (): void => void renderBand(song, OURS);
// As it comes in use: one player is asked for several takes on end; now and then it is another one.
const again = shareOf(takeBy(3), generate);
const another = shareOf(() => takeBy(turn)(), generate);
const [ranking, text] = medians([() => rankPlayers(SOLOISTS, song, OURS), () => JSON.stringify(song)]) as [
  number,
  number,
];
const said = ({ small, ratio }: typeof again): string =>
  `${ms(small)} (${(small / 15).toFixed(2)} of its bound, ${ratio.toFixed(3)} of a full generation)`;
console.log(`a take of 32 bars, the same player again: ${said(again)}; by another: ${said(another)}`);
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
