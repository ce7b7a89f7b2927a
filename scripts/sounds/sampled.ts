/** Instruments out of the stereo bank: begun at their onset, tuned, equally loud, wider, with a touch of their own. */
import {
  GeneratorTypes,
  type BasicInstrumentZone,
  type BasicPreset,
  type BasicSoundBank,
} from 'spessasynth_core';
import { PICK_UP, isPicked } from '@backline/sound/score/pickNoises';
import { LEVEL } from './level';
import { pickVoices } from './pick';
import { keysOf } from './keys';
import type { Brighter, SampledRecipe } from './recipes';
import {
  brightened,
  centsOff,
  cutTo,
  endAt,
  leveled,
  looped,
  loudnessOfNote,
  middleOf,
  onsetOf,
  unrolled,
} from './sample';
import { evened, steadied } from './steady';
import { timecents, type Preset, type Voice } from './zones';

/** A recorded note: one channel, or two. */
interface Recorded {
  readonly name: string;
  readonly root: number;
  readonly keys: readonly [number, number];
  readonly rate: number;
  /** Cents by which the zones tune it. */
  readonly tune: number;
  readonly zones: readonly BasicInstrumentZone[];
}

const value = (zone: BasicInstrumentZone, type: keyof typeof GeneratorTypes, none: number): number =>
  zone.getGenerator(GeneratorTypes[type], none);

const rootOf = (zone: BasicInstrumentZone): number => {
  const root = value(zone, 'overridingRootKey', -1);
  return root >= 0 ? root : zone.sample.originalKey;
};

const tuneOf = (zone: BasicInstrumentZone): number =>
  value(zone, 'coarseTune', 0) * 100 + value(zone, 'fineTune', 0) + zone.sample.pitchCorrection;

/** The notes of a preset as they are struck hardest, each with its one or two channels. */
export function recordedOf(preset: BasicPreset): Recorded[] {
  const flat = preset.toFlattenedInstrument();
  const hardest = flat.zones.filter((z) => z.velRange.max >= 127 || z.velRange.max < 0);
  const byKeys = new Map<string, BasicInstrumentZone[]>();
  for (const zone of hardest) {
    const key = `${Math.max(0, zone.keyRange.min)}-${zone.keyRange.max}`;
    byKeys.set(key, [...(byKeys.get(key) ?? []), zone]);
  }
  return [...byKeys.values()]
    .map((zones) => {
      const sides = [...zones].sort((a, b) => value(a, 'pan', 0) - value(b, 'pan', 0));
      const [left, right] = [sides[0]!, sides[sides.length - 1]!];
      return {
        name: left.sample.name.trim(),
        root: rootOf(left),
        keys: [Math.max(0, left.keyRange.min), left.keyRange.max] as const,
        rate: left.sample.sampleRate,
        tune: tuneOf(left),
        zones: left === right || left.sample === right.sample ? [left] : [left, right],
      };
    })
    .sort((a, b) => a.keys[0] - b.keys[0]);
}

interface Made {
  readonly channels: readonly Float32Array[];
  readonly loops: readonly (readonly [number, number] | undefined)[];
  readonly tune: number;
}

const AS_IT_IS: Brighter = { decibels: 0, from: 1000 };

/** Where a steadied note goes round: from so long after its beginning, for as long as it was recorded, at most so long. */
const ROUND_FROM = 0.5;
const ROUND_FOR = 1.6;

/** A held note laid straight, which goes round a long stretch of itself. */
function steadyOf(
  channels: readonly Float32Array[],
  rate: number,
  hz: number,
): Pick<Made, 'channels' | 'loops'> {
  const straight = steadied(channels, rate, hz);
  const { length } = straight[0]!;
  const start = Math.min(Math.round(ROUND_FROM * rate), length >> 1);
  // Rounded up to whole periods it still ends within the note.
  const end = Math.min(length - 64 - Math.ceil(rate / hz), start + Math.round(ROUND_FOR * rate));
  const held = looped(straight, rate, [start, end], rate / hz);
  return { channels: held.channels, loops: channels.map(() => [held.start, held.end] as const) };
}

function madeOf(note: Recorded, recipe: SampledRecipe): Made {
  const { rate } = note;
  const raw = brightened(
    note.zones.map((z) => z.sample.getAudioData()),
    rate,
    recipe.brighter ?? AS_IT_IS,
  );
  const from = onsetOf(raw, rate, recipe.onset);
  const sounds = 440 * 2 ** ((note.root - 69) / 12 - note.tune / 1200);
  const begun = raw.map((samples) => cutTo(samples, from, rate));
  const cut = recipe.even ? evened(begun, rate) : begun;
  if (recipe.vibrato) {
    const steady = steadyOf(cut, rate, sounds);
    const level = LEVEL + (recipe.louder ?? 0) - loudnessOfNote(steady.channels, rate);
    return { ...steady, channels: leveled(steady.channels, level), tune: note.tune };
  }
  const loops = note.zones.map((zone): readonly [number, number] | undefined => {
    const { loopStart, loopEnd } = zone.sample;
    const isLooped = value(zone, 'sampleModes', 0) !== 0 && loopEnd - loopStart > 8;
    return isLooped && loopStart > from ? [loopStart - from, loopEnd - from] : undefined;
  });
  const longest = Math.round(recipe.longest * rate);
  const channels = cut.map((samples, i) => {
    const loop = loops[i];
    if (loop) return samples.slice(0, Math.min(samples.length, loop[1] + 16));
    return samples.length > longest ? endAt(samples, longest, Math.round(0.3 * rate)) : samples;
  });
  const heard = channels.map((samples, i) => unrolled(samples, loops[i], 2 * rate));
  const off = recipe.bell ? null : centsOff(middleOf(heard), rate, sounds);
  const level = LEVEL + (recipe.louder ?? 0) - loudnessOfNote(channels, rate);
  return { channels: leveled(channels, level), loops, tune: note.tune - (off ?? 0) };
}

/** SoundFont's frequencies are cents over this one. */
const LOWEST_HZ = 8.176;

const KEPT = [
  'attackVolEnv',
  'holdVolEnv',
  'decayVolEnv',
  'sustainVolEnv',
  'freqVibLFO',
  'delayVibLFO',
  'vibLfoToPitch',
  'modLfoToVolume',
  'freqModLFO',
  'delayModLFO',
  'keyNumToVolEnvDecay',
] as const;

function generatorsOf(zone: BasicInstrumentZone, recipe: SampledRecipe): Voice['generators'] {
  const kept = Object.fromEntries(
    KEPT.flatMap((type) => {
      const set = zone.getGenerator(GeneratorTypes[type], null);
      return set === null ? [] : [[type, set]];
    }),
  );
  // A vibrato is the engine's: it moves the pitch of what lies still.
  if (recipe.vibrato) for (const type of ['vibLfoToPitch', 'modLfoToVolume'] as const) delete kept[type];
  return {
    ...kept,
    ...(recipe.vibrato && {
      delayVibLFO: -12_000,
      freqVibLFO: Math.round(1200 * Math.log2(recipe.vibrato.hz / LOWEST_HZ)),
    }),
    ...(recipe.attack !== undefined && { attackVolEnv: timecents(recipe.attack) }),
    releaseVolEnv: timecents(recipe.release),
  };
}

/** So many of the notes, as evenly as they come; all where no number is given. */
function thinned(notes: readonly Recorded[], wanted: number | undefined): readonly Recorded[] {
  if (!wanted || notes.length <= wanted) return notes;
  const kept = Array.from(
    { length: wanted },
    (_, i) => notes[Math.round((i * (notes.length - 1)) / (wanted - 1))]!,
  );
  const roots = kept.map((n) => n.root);
  return kept.map((note, i) => ({ ...note, keys: keysOf(roots, i, 0, 127) }));
}

export function sampledPreset(bank: BasicSoundBank, recipe: SampledRecipe, line: string): Preset {
  const preset = bank.presets.find((p) => p.program === recipe.program && p.bankMSB === 0 && !p.isGMGSDrum)!;
  const notes = thinned(recordedOf(preset), recipe.roots);
  const made = notes.map((note) => madeOf(note, recipe));
  const isStereo = made.some(({ channels }) => channels.length === 2);
  const voices = notes.flatMap((note, i): Voice[] => {
    const { channels, loops, tune } = made[i]!;
    return channels.map((samples, side): Voice => {
      const loop = loops[side];
      return {
        name: `${note.name}${channels.length === 2 ? (side ? 'R' : 'L') : ''}`,
        samples,
        rate: note.rate,
        root: note.root,
        tune,
        keys: note.keys,
        ...(loop && { loop }),
        pan: channels.length === 2 ? (side ? recipe.width : -recipe.width) : 0,
        generators: generatorsOf(note.zones[side]!, recipe),
      };
    });
  });
  // Keys under the lowest note are the pick's.
  const lowest = (voice: Voice): Voice => ({
    ...voice,
    keys: [Math.max(voice.keys[0], PICK_UP + 1), voice.keys[1]],
  });
  const all = isPicked(recipe.program) ? [...voices.map(lowest), ...pickVoices()] : voices;
  const { name, program, touch, quality, width } = recipe;
  return { name, program, touch, voices: all, quality, line, ...(!isStereo && { spread: width }) };
}
