/**
 * No two strokes alike: what is plucked or struck has several takes of each key. Where a neighbouring key was recorded by
 * itself its sample, brought to this key, is another take; where none was, tune, tone, level and start make one of the
 * sample there is.
 */
import { GeneratorTypes, type BasicPreset, type SpessaSynthProcessor } from 'spessasynth_core';
import { noise } from '@backline/core/random/stream';
import { cachedVoices, type CachedVoice } from './cachedVoices';

/** Takes of a key. */
export const TAKES = 3;
/** Keys up and down in which a neighbour's recording is looked for, semitones. */
const NEAR = 4;

/** Of General MIDI: keyboards and mallets but for organs, guitars, basses, harp and pizzicato, plucked and struck others. */
const STRUCK: readonly (readonly [number, number])[] = [
  [0, 15],
  [24, 39],
  [45, 47],
  [104, 108],
  [112, 115],
];

/** True for a program whose notes are struck or plucked, each by itself. */
export const isStruck = (program: number): boolean =>
  STRUCK.some(([from, to]) => program >= from && program <= to);

/** How far takes of a kind lie apart, up and down. */
interface Apart {
  readonly cents: number;
  /** Cents by which the filter closes at most. */
  readonly tone: number;
  /** Centibels. */
  readonly level: number;
  /** Samples of the start that are left out at most. */
  readonly start: number;
}

/** A drum has no pitch to keep; a string has. */
const DRUM: Apart = { cents: 22, tone: 250, level: 7, start: 20 };
const STRING: Apart = { cents: 2.5, tone: 700, level: 6, start: 0 };

/** What a take is made of: a voice of its own, before it is varied. */
type SampleVariation = readonly Readonly<CachedVoice>[];

const copyOf = (voice: CachedVoice): CachedVoice => ({ ...voice, generators: voice.generators.slice() });

/** Strokes of a sampler, each a little other than the one before. */
export class Strokes {
  /** Keys as they were recorded: what the sampler remembers of them is changed with each stroke. */
  private readonly recorded = new WeakMap<CachedVoice[], SampleVariation>();
  /** Keys of a preset that have a recording of their own near another: looked for once, whatever the strength. */
  private readonly near = new WeakMap<BasicPreset, Map<number, readonly number[]>>();
  /** How many times each key of each channel was struck. */
  private readonly struck = new Map<number, number>();

  constructor(private readonly synth: SpessaSynthProcessor) {}

  /** Begins anew: from the same place the same strokes follow. */
  begin(): void {
    this.struck.clear();
  }

  private recordedAt(preset: BasicPreset, pitch: number, velocity: number): SampleVariation {
    const voices = cachedVoices(this.synth, preset, pitch, velocity);
    const own = this.recorded.get(voices) ?? voices.map(copyOf);
    this.recorded.set(voices, own);
    return own;
  }

  /** A key, and those near it whose recordings can be brought to it. */
  private keysFor(preset: BasicPreset, pitch: number, velocity: number): readonly number[] {
    let known = this.near.get(preset);
    if (!known) this.near.set(preset, (known = new Map()));
    let keys = known.get(pitch);
    if (!keys) known.set(pitch, (keys = this.lookAround(preset, pitch, velocity)));
    return keys;
  }

  private lookAround(preset: BasicPreset, pitch: number, velocity: number): readonly number[] {
    const keys = [pitch];
    const found = [this.recordedAt(preset, pitch, velocity)];
    for (let by = 1; by <= NEAR; by++) {
      for (const key of [pitch + by, pitch - by]) {
        const other = this.recordedAt(preset, key, velocity);
        const isNew = found.every((take) => take[0]!.sampleData !== other[0]?.sampleData);
        if (found.length >= TAKES || other.length !== found[0]!.length || !isNew) continue;
        found.push(other);
        keys.push(key);
      }
    }
    return keys;
  }

  /** The recording that is played for a stroke of a key. */
  private takeFor(preset: BasicPreset, pitch: number, velocity: number, stroke: number): SampleVariation {
    const keys = this.keysFor(preset, pitch, velocity);
    const own = this.recordedAt(preset, pitch, velocity);
    const take = this.recordedAt(preset, keys[stroke % keys.length]!, velocity);
    return take.length === own.length ? take : own;
  }

  /**
   * Prepares the next stroke of a key: what comes after each other differs.
   * @param isAlone whether the keys beside it are other things: pieces of a kit, noises.
   */
  prepare(channel: number, pitch: number, velocity: number, isAlone: boolean): void {
    const preset = this.synth.midiChannels[channel]?.preset;
    const voices = preset ? cachedVoices(this.synth, preset, pitch, velocity) : [];
    if (!preset || !voices.length) return;
    const key = channel * 128 + pitch;
    const stroke = this.struck.get(key) ?? 0;
    this.struck.set(key, stroke + 1);
    const take = isAlone
      ? this.recordedAt(preset, pitch, velocity)
      : this.takeFor(preset, pitch, velocity, stroke);
    const apart = isAlone ? DRUM : STRING;
    const dice = (n: number): number => noise(key, stroke, n);
    // Of three after each other one lies below, one in the middle, one above: dice alone would bring like ones together.
    const place = (stroke % TAKES) - 1 + 0.4 * (dice(1) - 0.5);
    const ratio = 2 ** ((place * apart.cents) / 1200);
    voices.forEach((voice, i) => {
      const { generators, ...from } = take[i]!;
      Object.assign(voice, from);
      if (!isAlone) voice.targetKey = pitch;
      voice.playbackStep *= ratio;
      voice.generators.set(generators);
      voice.generators[GeneratorTypes.initialFilterFc]! -= Math.round(dice(2) * apart.tone);
      voice.generators[GeneratorTypes.initialAttenuation]! += Math.round(dice(3) * apart.level);
      voice.generators[GeneratorTypes.startAddrsOffset]! += Math.round(dice(4) * apart.start);
    });
  }
}
