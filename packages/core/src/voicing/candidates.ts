import { hasForeignBass, isSlash, type Chord } from '../theory/chord';
import { mod } from '../theory/pitch';
import { COST, costsOf, muddyPairs, nodeCost } from './costs';
import { formsOf, leftHands, ordersOf, quartal, stack } from './forms';
import { guitarShapes } from './guitar/shapes';
import { voicingTypeTones } from './voicingTypeTones';
import { voicesIn } from './voicingType';
import type { VoicingType } from '../song/choices';
import { semitoneClashCount, semitonePitches } from './semitonePitches';
import { bassPc } from './tones';
import type { MidiNote, PitchClass } from '../units/units';

/** What a part asks of its voicings. */
export interface Aim {
  /** 3–8. */
  readonly voices: number;
  /** Target of the lowest tone, MIDI number; with two hands, of the right hand's lowest. */
  readonly register: number;
  /** Target mean distance of neighbouring tones, semitones. */
  readonly spread: number;
  readonly low: number;
  readonly high: number;
  readonly bassPlays: boolean;
  readonly voicingType?: VoicingType;
  /** True where the rules of strict part-writing count. */
  readonly strict?: boolean;
  /** True where players have agreed where a chord's own semitones lie. */
  readonly agreed?: boolean;
}

/** A way to voice a chord: pitches, MIDI numbers, ascending, and what it costs by itself. */
export interface Candidate {
  readonly pitches: readonly number[];
  readonly cost: number;
}

/** As many candidates of a chord as take part in the path search. */
const KEPT = 18;

/** A voicing that a voicing type proposes, what its makeshifts cost, and the tones register and spread are measured at. */
interface Proposal {
  readonly pitches: readonly number[];
  readonly extra: number;
  readonly measured?: readonly number[];
}

const OCTAVES = [-1, 0, 1] as const;

function* stacked(chord: Chord, aim: Aim, voicingType: VoicingType): Generator<Proposal> {
  const foreign = isSlash(chord) && !aim.bassPlays && hasForeignBass(chord) && voicesIn(voicingType, 8) === 8;
  const sets = voicingTypeTones(chord, voicingType, foreign ? aim.voices - 1 : aim.voices, aim.bassPlays);
  for (const [choice, set] of sets.entries()) {
    for (const order of ordersOf(voicingType, set)) {
      for (const octave of OCTAVES) {
        for (const form of formsOf(voicingType, stack(order, aim.register + 12 * octave - 6))) {
          const pitches = foreign ? [under(bassPc(chord), form[0]!), ...form] : form;
          yield { pitches, extra: choice * COST.secondDoubling };
        }
      }
    }
  }
}

function* inFourths(chord: Chord, aim: Aim): Generator<Proposal> {
  for (const octave of OCTAVES) {
    for (const pitches of quartal(chord, aim.voices, aim.register + 12 * octave - 6))
      yield { pitches, extra: 0 };
  }
}

function* withTwoHands(chord: Chord, aim: Aim): Generator<Proposal> {
  for (const left of leftHands(chord)) {
    const rightVoices = voicesIn('two hands', aim.voices) - left.length;
    for (const { pitches, extra } of stacked(
      chord,
      { ...aim, voices: rightVoices, bassPlays: true },
      'close',
    )) {
      if (pitches[0]! > left[left.length - 1]!) {
        yield { pitches: [...left, ...pitches], extra: extra + (2 - left.length) * 2, measured: pitches };
      }
    }
  }
}

function* onGuitar(chord: Chord): Generator<Proposal> {
  for (const { pitches, cost } of guitarShapes(chord).slice(0, 40)) yield { pitches, extra: cost };
}

function proposals(chord: Chord, aim: Aim, voicingType: VoicingType): Generator<Proposal> {
  if (voicingType === 'quartal') return inFourths(chord, aim);
  if (voicingType === 'two hands') return withTwoHands(chord, aim);
  return voicingType === 'guitar' ? onGuitar(chord) : stacked(chord, aim, voicingType);
}

const ascending = (pitches: readonly number[]): boolean =>
  pitches.every((p, i) => i === 0 || p > pitches[i - 1]!);

/** Voicings of a chord worth considering, cheapest first, at least one. */
export function candidates(chord: Chord, aim: Aim): Candidate[] {
  const voicingType = aim.voicingType ?? 'free';
  const costs = costsOf(voicingType);
  const slash = isSlash(chord) && !aim.bassPlays;
  const seams = aim.agreed ? semitonePitches(chord) : [];
  const found = new Map<string, Candidate>();
  for (const { pitches, extra, measured } of proposals(chord, aim, voicingType)) {
    if (!ascending(pitches) || pitches[0]! < aim.low || pitches[pitches.length - 1]! > aim.high) continue;
    const wrongBass = slash && mod(pitches[0]!, 12) !== bassPc(chord) ? costs.bassNotLowest : 0;
    const below = measured ? costs.muddy * (muddyPairs(pitches) - muddyPairs(measured)) : 0;
    const rubbing = seams.length ? COST.offSeam * semitoneClashCount(pitches, seams) : 0;
    const cost = nodeCost(measured ?? pitches, aim, costs) + below + wrongBass + extra + rubbing;
    const key = pitches.join();
    const known = found.get(key);
    if (!known || cost < known.cost) found.set(key, { pitches, cost });
  }
  // A voicing type that has nothing for a chord (fourths over a diminished one) leaves it to the free forms.
  if (!found.size && voicingType !== 'free') return candidates(chord, { ...aim, voicingType: 'free' });
  if (!found.size) return [clamped(chord, aim)];
  return [...found.values()].sort(byCost).slice(0, KEPT);
}

const byCost = (a: Candidate, b: Candidate): number =>
  a.cost - b.cost || (a.pitches.join() < b.pitches.join() ? -1 : 1);

const under = (pc: PitchClass, pitch: MidiNote): number => pitch - 1 - mod(pitch - 1 - pc, 12);

/** Where nothing fits the range, the close stack moved into it as far as it goes. */
function clamped(chord: Chord, aim: Aim): Candidate {
  const { tones } = voicingTypeTones(chord, 'free', aim.voices, aim.bassPlays)[0]!;
  const pitches = stack(
    [...tones].sort((a, b) => a - b),
    aim.low,
  );
  return { pitches: pitches.filter((p) => p <= aim.high), cost: 0 };
}
