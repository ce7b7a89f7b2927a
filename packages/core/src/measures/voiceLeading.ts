/** How far the voices of a part go from chord to chord, within a playing and from one to the next. */
import { voicedParts, type Repertoire } from '../band/repertoire';
import { voicedInForm } from '../band/voicedInForm';
import type { Song } from '../song/schema';
import { movement } from '../voicing/costs';
import type { Semitones } from '../units/units';

/** Mean movement of a voice, semitones; null where there is none. */
export interface VoiceLeading {
  readonly part: string;
  /** From chord to chord of a playing. */
  readonly inside: Semitones | null;
  /** From the last chord of a playing to the first of the next. */
  readonly seams: Semitones | null;
}

const mean = (values: readonly number[]): number | null =>
  values.length ? values.reduce((sum, value) => sum + value, 0) / values.length : null;

/** Of each part that voices chords how far its voices go. */
export function voiceLeading(song: Song, repertoire: Repertoire): VoiceLeading[] {
  return voicedParts(song, repertoire).map(({ id }) => {
    const inside: number[] = [];
    const seams: number[] = [];
    let before: readonly number[] = [];
    for (const { voicings } of voicedInForm(song, repertoire, id)) {
      let moves = seams;
      for (const { pitches } of voicings) {
        if (!pitches.length) continue;
        if (before.length) moves.push(movement(before, pitches) / Math.max(before.length, pitches.length));
        before = pitches;
        moves = inside;
      }
    }
    return { part: id, inside: mean(inside), seams: mean(seams) };
  });
}
