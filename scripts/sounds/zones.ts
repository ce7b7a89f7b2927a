/** Banks put together: presets of zones, each a sample over keys and strengths. Units are those of SoundFont 2.04. */
import {
  BasicInstrument,
  BasicPreset,
  BasicSample,
  BasicSoundBank,
  Generator,
  GeneratorTypes,
  Modulator,
  ModulatorSource,
  ModulatorTransformTypes,
  SampleTypes,
  type GeneratorType,
} from 'spessasynth_core';
import { vorbis } from './codec';

export interface Voice {
  readonly name: string;
  readonly samples: Float32Array;
  readonly rate: number;
  /** MIDI number at which it sounds as recorded, and cents by which it is to be tuned up. */
  readonly root: number;
  readonly tune: number;
  readonly keys: readonly [number, number];
  readonly strengths?: readonly [number, number];
  readonly loop?: readonly [number, number];
  /** −1 left to 1 right. */
  readonly pan: number;
  readonly generators: Readonly<Partial<Record<keyof typeof GeneratorTypes, number>>>;
}

export interface Touch {
  /** Where the filter stands when struck hardest, cents over 8.176 Hz; none where 13500. */
  readonly open: number;
  /** Cents by which it closes toward the softest touch. */
  readonly closes: number;
}

/** SoundFont's seconds: 1200 to the octave of one second. */
export const timecents = (seconds: number): number => Math.round(1200 * Math.log2(Math.max(0.001, seconds)));

/** A key's velocity, linear, from 127 (nothing) to 0 (all). Source: SoundFont 2.04, 8.2: index 2, direction bit 8. */
const SOFTNESS = 0x0102;

/** Softness that shuts the filter. */
const dullsWhenSoft = ({ closes }: Touch): Modulator =>
  new Modulator(
    ModulatorSource.fromSourceEnum(SOFTNESS),
    new ModulatorSource(),
    GeneratorTypes.initialFilterFc,
    -closes,
    ModulatorTransformTypes.linear,
  );

export interface Preset {
  readonly name: string;
  /** General MIDI program, or null for the drum kit. */
  readonly program: number | null;
  readonly touch: Touch | null;
  readonly voices: readonly Voice[];
  /** Of Vorbis, −1 to 10; a voice of a rate over {@link WIDE} has one of its own. */
  readonly quality: number;
  readonly wideQuality?: number;
  readonly line: string;
  /** How wide the desk makes it, 0–1; left out where it is recorded in stereo. */
  readonly spread?: number;
}

/** Samples a second from which a sound keeps all that is heard. */
const WIDE = 44_100;

/** A bank of one preset, as the bytes of a file. */
export async function bankOf({
  name,
  program,
  touch,
  voices,
  quality,
  wideQuality = quality,
  line,
}: Preset): Promise<Uint8Array> {
  const bank = new BasicSoundBank();
  bank.soundBankInfo = {
    ...bank.soundBankInfo,
    name,
    creationDate: new Date(0),
    copyright: line,
    software: 'Vivid Backline, scripts/sounds',
  };
  const instrument = new BasicInstrument();
  instrument.name = name;
  if (touch) {
    instrument.globalZone.setGenerator(GeneratorTypes.initialFilterFc, touch.open);
    instrument.globalZone.addModulators(dullsWhenSoft(touch));
  }
  const known = new Map<Float32Array, BasicSample>();
  for (const voice of voices) {
    let sample = known.get(voice.samples);
    if (!sample) {
      const [start, end] = voice.loop ?? [0, voice.samples.length - 1];
      sample = new BasicSample(
        voice.name.slice(0, 20),
        voice.rate,
        voice.root,
        0,
        SampleTypes.monoSample,
        start,
        end,
      );
      sample.setAudioData(voice.samples, voice.rate);
      known.set(voice.samples, sample);
      bank.addSamples(sample);
    }
    const zone = instrument.createZone(sample);
    zone.keyRange = { min: voice.keys[0], max: voice.keys[1] };
    if (voice.strengths) zone.velRange = { min: voice.strengths[0], max: voice.strengths[1] };
    zone.setGenerator(GeneratorTypes.overridingRootKey, voice.root);
    zone.setGenerator(GeneratorTypes.coarseTune, Math.trunc(voice.tune / 100) || null);
    zone.setGenerator(GeneratorTypes.fineTune, Math.round(voice.tune % 100) || null);
    zone.setGenerator(GeneratorTypes.pan, Math.round(voice.pan * 500) || null);
    zone.setGenerator(GeneratorTypes.sampleModes, voice.loop ? 1 : 0);
    for (const [type, value] of Object.entries(voice.generators)) {
      if (value !== undefined) {
        zone.addGenerators(
          new Generator(
            GeneratorTypes[type as keyof typeof GeneratorTypes] as GeneratorType,
            Math.round(value),
          ),
        );
      }
    }
  }
  bank.addInstruments(instrument);
  const preset = new BasicPreset(bank);
  preset.name = name;
  preset.program = program ?? 0;
  preset.bankMSB = program === null ? 128 : 0;
  preset.isGMGSDrum = program === null;
  preset.createZone(instrument);
  bank.addPresets(preset);
  bank.flush();
  const compressionFunction = (samples: Float32Array, rate: number): Promise<Uint8Array> =>
    vorbis(rate >= WIDE ? wideQuality : quality)(samples, rate);
  await bank.setSampleFormat({ format: 'compressed', compressionFunction });
  return new Uint8Array(bank.writeSF2({}) as ArrayBuffer);
}
