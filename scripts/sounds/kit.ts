/** The kit: hits in one room, struck soft, plain and hard. */
import { GeneratorTypes, type BasicSoundBank } from 'spessasynth_core';
import type { KitRecipe } from './recipes';
import { roomed } from './room';
import { resampled } from './codec';
import { brightened, cutTo, endAt, loudnessOfNote, onsetOf } from './sample';
import { recordedOf } from './sampled';
import { timecents, type Preset, type Voice } from './zones';

/** A hi-hat that is stepped on or closed ends one that is open; likewise whistles, guiros, cuicas, triangles. */
const CHOKES: Readonly<Record<number, number>> = {
  42: 1,
  44: 1,
  46: 1,
  71: 2,
  72: 2,
  73: 3,
  74: 3,
  78: 4,
  79: 4,
  80: 5,
  81: 5,
};
/** Metal and wires: what they say lies high. */
const BRIGHT = new Set([37, 38, 39, 40, 42, 44, 46, 49, 51, 52, 53, 54, 55, 57, 59, 69, 70, 80, 81, 82]);
/** Cymbals ring for seconds. */
const RINGS = new Set([49, 51, 52, 53, 55, 57, 59]);
const SOFT_TO = 58;
const PLAIN_TO = 102;

/** Struck softly: the stick rests a little, the highs and the snap are less. */
function soft(hit: Float32Array, rate: number): Float32Array {
  const share = 1 - Math.exp((-2 * Math.PI * 2600) / rate);
  let low = 0;
  const snap = 0.006 * rate;
  return hit.map((x, i) => {
    low += share * (x - low);
    const dulled = 0.3 * x + 0.7 * low;
    return dulled * (0.55 + 0.45 * Math.min(1, i / snap));
  });
}

/** Struck hard: more snap, and the head gives way at the peaks. */
function hard(hit: Float32Array, rate: number): Float32Array {
  const share = 1 - Math.exp((-2 * Math.PI * 3200) / rate);
  const peak = hit.reduce((most, x) => Math.max(most, Math.abs(x)), 1e-6);
  let low = 0;
  return hit.map((x, i) => {
    low += share * (x - low);
    const snap = 1 + 0.8 * Math.exp(-i / (0.008 * rate));
    const bright = x + 0.45 * (x - low) * snap;
    return (peak * Math.tanh((1.5 * bright) / peak)) / Math.tanh(1.5);
  });
}

export function kitPreset(bank: BasicSoundBank, recipe: KitRecipe, line: string): Preset {
  const preset = bank.presets.find((p) => p.isGMGSDrum && p.program === 0)!;
  const voices = recordedOf(preset).flatMap((note): Voice[] => {
    const { zones, keys } = note;
    const rate = BRIGHT.has(keys[0]) ? recipe.brightRate : recipe.rate;
    const longest = RINGS.has(keys[0]) ? recipe.ringsFor : recipe.longest;
    const raw = brightened(
      zones.map((z) => resampled(z.sample.getAudioData(), note.rate, rate)),
      rate,
      { ...recipe.brighter, decibels: BRIGHT.has(keys[0]) ? recipe.brighter.decibels : 0 },
    );
    const from = onsetOf(raw, rate, 0.03);
    const attenuation = zones[0]!.getGenerator(GeneratorTypes.initialAttenuation, 0) * 0.4;
    const gain = 10 ** (-attenuation / 200);
    const dry = raw.map((c) =>
      endAt(cutTo(c, from, rate), Math.round(longest * rate), Math.round(0.6 * longest * rate)).map(
        (x) => x * gain,
      ),
    );
    const both = dry.length === 2 ? dry : [dry[0]!, dry[0]!];
    const plain = roomed(both, rate, recipe.room);
    const level = loudnessOfNote(plain, rate, 0.5);
    const layers = recipe.layered.includes(keys[0])
      ? [
          {
            strengths: [1, SOFT_TO] as const,
            sound: roomed(
              both.map((c) => soft(c, rate)),
              rate,
              recipe.room,
            ),
          },
          { strengths: [SOFT_TO + 1, PLAIN_TO] as const, sound: plain },
          {
            strengths: [PLAIN_TO + 1, 127] as const,
            sound: roomed(
              both.map((c) => hard(c, rate)),
              rate,
              recipe.room,
            ),
          },
        ]
      : [{ strengths: [1, 127] as const, sound: plain }];
    return layers.flatMap(({ strengths, sound }) => {
      const peak = Math.max(...sound.map((c) => c.reduce((m, x) => Math.max(m, Math.abs(x)), 0)));
      const by = Math.min(10 ** ((level - loudnessOfNote(sound, rate, 0.5)) / 20), 0.97 / peak);
      return sound.map((samples, side) => ({
        name: `${note.name.replace(/\([LR]\)/, '')}${strengths[0]}${side ? 'R' : 'L'}`,
        samples: samples.map((x) => x * by),
        rate,
        root: note.root,
        tune: note.tune,
        keys,
        strengths,
        pan: side ? 0.75 : -0.75,
        generators: {
          releaseVolEnv: timecents(RINGS.has(keys[0]) ? recipe.ringsFor * 2.5 : 3),
          scaleTuning: zones[0]!.getGenerator(GeneratorTypes.scaleTuning, 100),
          ...(CHOKES[keys[0]] !== undefined && { exclusiveClass: CHOKES[keys[0]] }),
        },
      }));
    });
  });
  return {
    name: recipe.name,
    program: null,
    touch: recipe.touch,
    voices,
    quality: recipe.quality,
    wideQuality: recipe.brightQuality,
    line,
  };
}
