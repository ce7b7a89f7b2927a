import { isSlash, type Chord } from '../theory/chord';
import { degreeNumber, degreePc, type Degree } from '../theory/degree';
import { mod, pitchClass } from '../theory/pitch';
import { voicesIn } from './voicingType';
import type { VoicingType } from '../song/choices';
import { bassPc, toneSets, type ToneSet } from './tones';

const numbered = (chord: Chord, ...numbers: number[]): Degree | undefined => {
  for (const n of numbers) {
    const found = chord.degrees.find((d) => degreeNumber(d) === n);
    if (found) return found;
  }
  return undefined;
};

const pcOf = (chord: Chord, degree: Degree): number => mod(pitchClass(chord.root) + degreePc(degree), 12);

/** The chord's own fifth; a perfect one where its name has none. */
const fifthOf = (chord: Chord): Degree => numbered(chord, 5) ?? '5';

/** A chord without its root, as a pianist beside a bass player hears it; a bare fifth keeps it. */
function withoutRoot(chord: Chord): Chord {
  const degrees = chord.degrees.filter((d) => d !== '1');
  return degrees.length > 1 ? { ...chord, degrees } : chord;
}

const single = (tones: readonly number[], doubled: readonly number[] = []): ToneSet[] => [{ tones, doubled }];

/**
 * The pitch classes of a voicing of a voicing type, in ways that differ by what is doubled.
 * Shell: root, third (or what stands for it) and seventh (or sixth, or fifth), common practice.
 */
export function voicingTypeTones(
  chord: Chord,
  voicingType: VoicingType,
  asked: number,
  bassPlays: boolean,
): ToneSet[] {
  const voices = voicesIn(voicingType, asked);
  const root = pcOf(chord, '1');
  // Bare roots carry a slash bass that no bass part plays.
  const lowest = isSlash(chord) && !bassPlays ? bassPc(chord) : root;
  switch (voicingType) {
    case 'root':
      return single([lowest]);
    case 'root and octave':
      return single([lowest], [lowest]);
    case 'root and fifth':
      return single([root, pcOf(chord, fifthOf(chord))]);
    case 'power':
      return single([root, pcOf(chord, fifthOf(chord))], voices === 3 ? [root] : []);
    case 'shell': {
      const third = numbered(chord, 3, 4, 2);
      const seventh = numbered(chord, 7, 6) ?? fifthOf(chord);
      const tones = [...new Set([root, ...(third ? [pcOf(chord, third)] : []), pcOf(chord, seventh)])];
      return single(tones, tones.length < 3 ? [root] : []);
    }
    case 'rootless':
      return toneSets(withoutRoot(chord), voices, true);
    default:
      return toneSets(chord, voices, bassPlays);
  }
}
