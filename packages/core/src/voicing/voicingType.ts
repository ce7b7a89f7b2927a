/** How many voices a way of laying chords out can have. */
import type { VoicingType } from '../song/choices';

/** Least and most voices of manners that cannot have as many as are asked for. */
const BOUNDS: Partial<Record<VoicingType, readonly [number, number]>> = {
  power: [2, 3],
  root: [1, 1],
  'root and fifth': [2, 2],
  'root and octave': [2, 2],
  shell: [3, 3],
  'two hands': [4, 8],
  guitar: [3, 6],
};

/** Voices a voicing type sounds when so many are asked for (3–8). */
export function voicesIn(voicingType: VoicingType, asked: number): number {
  const bounds = BOUNDS[voicingType];
  return bounds ? Math.max(bounds[0], Math.min(bounds[1], asked)) : asked;
}
