/** Choices that are the same wherever they are offered. */
import { repertoireTools } from '../../state/repertoire';

export const DENSITIES = [1, 2, 3, 4, 5].map((value) => ({ value, label: String(value) }));

/** How early chords are taken, ticks: on the beat, a sixteenth, an eighth. */
export const pushes = () =>
  [0, 120, 240].map((value) => ({ value, label: repertoireTools().pushInWords(value) }));
