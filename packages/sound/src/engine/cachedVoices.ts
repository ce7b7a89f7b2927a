/**
 * The sampler's own memory of how a key sounds at a strength, from which it copies as it strikes: what is changed here is
 * heard in the next stroke and in none that already rings. Its package has it at hand without a type.
 */
import type { BasicPreset, SpessaSynthProcessor } from 'spessasynth_core';

/** One sample of a stroke. */
export interface CachedVoice {
  sampleData: Float32Array;
  /** Units of SoundFont 2.04, by number of generator. */
  generators: Int16Array;
  /** Key at which the sample sounds as recorded, and the key that is struck. */
  rootKey: number;
  targetKey: number;
  /** Samples. */
  loopStart: number;
  loopEnd: number;
  /** Samples read for each one written, at the root. */
  playbackStep: number;
}

interface WithVoices {
  getVoicesForPreset(preset: BasicPreset, pitch: number, velocity: number): CachedVoice[];
}

const hasVoices = (synth: object): synth is WithVoices => 'getVoicesForPreset' in synth;

/**
 * What sounds where a key of a preset is struck.
 * @param pitch MIDI number.
 * @param velocity 1 to 127.
 */
export const cachedVoices = (
  synth: SpessaSynthProcessor,
  preset: BasicPreset,
  pitch: number,
  velocity: number,
): CachedVoice[] => (hasVoices(synth) ? synth.getVoicesForPreset(preset, pitch, velocity) : []);
