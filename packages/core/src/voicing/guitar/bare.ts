import type { Chord } from '../../theory/chord';
import { mod } from '../../theory/pitch';
import type { VoicingType } from '../../song/choices';
import { voicingTypeTones } from '../voicingTypeTones';
import { stack } from '../forms';
import { POSITION_COST, SPAN, fretted, isPlayable, type NeckShape } from './shapes';

/** Manners a guitar plays on its low strings as bare roots, fifths and octaves. */
const BARE: readonly VoicingType[] = ['power', 'root', 'root and fifth', 'root and octave'];

/** Whether a voicing type has less than a chord: fifths, a root alone. */
export const isBare = (voicingType: VoicingType): boolean => BARE.includes(voicingType);

const HIGHEST_ROOT = 12;
/** What each string further from the lowest costs: bare chords live on the low ones. */
const LOW_STRINGS = 2;

/** Frets that sound rising pitches on rising strings from a string on, or null where they do not lie under a hand. */
function fretsFor(
  pitches: readonly number[],
  from: number,
  open: readonly number[],
): (number | null)[] | null {
  const frets = open.map((): number | null => null);
  let string = from;
  const first = pitches[0]! - open[from]!;
  for (const pitch of pitches) {
    const near = (s: number): boolean => {
      const fret = pitch - open[s]!;
      return fret >= 0 && Math.abs(fret - first) <= SPAN;
    };
    while (string < open.length && !near(string)) string++;
    if (string >= open.length) return null;
    frets[string] = pitch - open[string]!;
    string++;
  }
  return isPlayable(frets) ? frets : null;
}

/** Bare shapes of a chord, lowest on the neck first: root on a low string, fifth and octave on the next ones. */
export function bareShapes(chord: Chord, voicingType: VoicingType, open: readonly number[]): NeckShape[] {
  const { tones, doubled } = voicingTypeTones(chord, voicingType, 3, true)[0]!;
  const shapes: NeckShape[] = [];
  for (let string = 0; string < open.length - 2; string++) {
    for (let fret = mod(tones[0]! - open[string]!, 12); fret <= HIGHEST_ROOT; fret += 12) {
      const pitches = stack([...tones, ...doubled], open[string]! + fret);
      const frets = fretsFor(pitches, string, open);
      if (!frets) continue;
      const pressed = fretted(frets);
      const position = pressed.length ? Math.min(...pressed) : 0;
      shapes.push({ frets, pitches, position, cost: POSITION_COST * position + LOW_STRINGS * string });
    }
  }
  return shapes.sort((a, b) => a.cost - b.cost);
}
