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
import type { SampledRecipe } from './recipes';
import { centsOff, cutTo, endAt, leveled, loudnessOfNote, onsetOf } from './sample';
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

function madeOf(note: Recorded, recipe: SampledRecipe): Made {
  const { rate } = note;
  const raw = note.zones.map((z) => z.sample.getAudioData());
  const from = onsetOf(raw, rate, recipe.onset);
  const loops = note.zones.map((zone): readonly [number, number] | undefined => {
    const { loopStart, loopEnd } = zone.sample;
    const isLooped = value(zone, 'sampleModes', 0) !== 0 && loopEnd - loopStart > 8;
    return isLooped && loopStart > from ? [loopStart - from, loopEnd - from] : undefined;
  });
  const longest = Math.round(recipe.longest * rate);
  const channels = raw.map((samples, i) => {
    const cut = cutTo(samples, from, rate);
    const loop = loops[i];
    if (loop) return cut.slice(0, Math.min(cut.length, loop[1] + 16));
    return cut.length > longest ? endAt(cut, longest, Math.round(0.3 * rate)) : cut;
  });
  const sounds = 440 * 2 ** ((note.root - 69) / 12 - note.tune / 1200);
  const off = centsOff(channels[0]!, rate, sounds);
  const level = LEVEL + (recipe.louder ?? 0) - loudnessOfNote(channels, rate);
  return { channels: leveled(channels, level), loops, tune: note.tune - (off ?? 0) };
}

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
  return {
    ...kept,
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
