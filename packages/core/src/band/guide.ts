import type { Pass } from '../timeline/passes';
import { passSpans } from '../timeline/region';
import { guideVoicings } from '../voicing/guide';
import type { BandNote } from './bandNote';

const VELOCITY = 70;

/** The chords of the chart as held notes in the song's time, voiced as the chart's threads show them. */
export function guideNotes(passes: readonly Pass[]): BandNote[] {
  return passes.flatMap((pass) => {
    const voicings = guideVoicings(pass.chords);
    const { playing } = pass;
    return passSpans(pass).flatMap((span, i) => {
      const start = Math.max(0, pass.start + span.start - span.push);
      const duration = pass.start + span.end - start;
      return voicings[i]!.map((pitch) => ({
        start,
        duration,
        pitch,
        velocity: VELOCITY,
        why: 'guide',
        chord: span.id,
        against: null,
        touch: null,
        playing,
      }));
    });
  });
}
