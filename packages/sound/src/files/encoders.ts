/** Files of sound, written piece by piece: frames in, bytes out. */
import { createEncoder } from 'wasm-media-encoders';
import { BITRATE, type AudioFormat } from './audioFormats';
import { WAV_HEADER, WavWriter, wavHeader, type Depth } from './wav';

export const ENDING: Readonly<Record<AudioFormat, string>> = {
  wav16: '.wav',
  wav24: '.wav',
  mp3: '.mp3',
  ogg: '.ogg',
};

export const MIME: Readonly<Record<AudioFormat, string>> = {
  wav16: 'audio/wav',
  wav24: 'audio/wav',
  mp3: 'audio/mpeg',
  ogg: 'audio/ogg',
};

/** Vorbis's quality, about as good as the MP3. */
const QUALITY = 7;

/** Writes samples in one format, piece by piece. */
export interface Encoder {
  /** Bytes at the front of a file whose place is kept until its end is known; 0 for formats that need none. */
  readonly head: number;
  add(left: Float32Array, right: Float32Array): Uint8Array;
  /** The last bytes, and what belongs in the place at the front. */
  end(): { readonly tail: Uint8Array; readonly head: Uint8Array };
}

/** Gives the bytes of an encoder's module: where they come from is the caller's to know. */
export type EncoderModules = (format: 'mp3' | 'ogg') => Promise<ArrayBuffer>;

const NOTHING = new Uint8Array(0);

function wavEncoder(sampleRate: number, depth: Depth): Encoder {
  const writer = new WavWriter(depth);
  return {
    head: WAV_HEADER,
    add: (left, right) => writer.data(left, right),
    end: () => ({ tail: NOTHING, head: wavHeader(writer.count, sampleRate, depth) }),
  };
}

export async function encoderFor(
  format: AudioFormat,
  sampleRate: number,
  modules: EncoderModules,
): Promise<Encoder> {
  if (format === 'wav16') return wavEncoder(sampleRate, 16);
  if (format === 'wav24') return wavEncoder(sampleRate, 24);
  const bytes = await modules(format);
  const settings = { channels: 2, sampleRate } as const;
  // What an encoder gives lies in its own memory until it is asked again: it is copied.
  if (format === 'mp3') {
    const encoder = await createEncoder('audio/mpeg', bytes);
    encoder.configure({ ...settings, bitrate: BITRATE });
    return {
      head: 0,
      add: (left, right) => encoder.encode([left, right]).slice(),
      end: () => ({ tail: encoder.finalize().slice(), head: NOTHING }),
    };
  }
  const encoder = await createEncoder('audio/ogg', bytes);
  encoder.configure({ ...settings, vbrQuality: QUALITY, oggSerialNo: 1 });
  return {
    head: 0,
    add: (left, right) => encoder.encode([left, right]).slice(),
    end: () => ({ tail: encoder.finalize().slice(), head: NOTHING }),
  };
}
