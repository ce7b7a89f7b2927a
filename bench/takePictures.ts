/**
 * Twelve takes of 32 bars drawn over the chords' lanes, as the page of takes does; the bound is 200 ms. Run with:
 * bash scripts/bench.sh takePictures
 *
 * It stands by itself: with the app's modules beside it the core is loaded in a form in which all of it runs at half its speed.
 */
import { renderBand } from '@backline/core/band/index';
import { SOLOISTS } from '@backline/core/players/index';
import { OURS } from '@backline/core/styles/index';
import { keptTake } from '@backline/core/takes/keep';
import { notesInPlaces, placesOf } from '@backline/core/takes/places';
import { lanesOf, pitchesOf, strokesOf } from '../apps/web/src/features/takes/lanes';
import { longForm, medians, ms } from './support';

const TAKES = 12;
const song = longForm(64);
const solo = song.parts.find(({ kind }) => kind === 'solo')!;
const { bars, chords } = renderBand(song, OURS);
const stretch = { from: 0, to: 32 * 1920 };
const places = placesOf(song, bars, stretch);
const takes = Array.from({ length: TAKES }, (_, seed) => {
  const { settings } = SOLOISTS[seed % SOLOISTS.length]!;
  return keptTake(song, OURS, solo.id, { from: 0, to: 32, seed, settings })!;
});
const [drawn, text] = medians([
  () => {
    const notes = takes.map((take) => notesInPlaces(take, places));
    const frame = { stretch, pitches: pitchesOf(notes), width: 266, height: 58 };
    for (const own of notes) {
      lanesOf(chords, frame);
      strokesOf(own, frame);
    }
  },
  () => JSON.stringify(takes),
]) as [number, number];
console.log(
  `${TAKES} takes of 32 bars drawn: ${ms(drawn)} (${(drawn / 200).toFixed(2)} of its bound, ${(drawn / text).toFixed(1)} × JSON)`,
);
