/**
 * WAV files: stereo PCM of 16 or 24 bits in RIFF (Multimedia Programming Interface and Data Specifications 1.0, 1991).
 */
import { noise } from '@backline/core/random/stream';

export const WAV_HEADER = 44;
const CHANNELS = 2;

/** Bits a sample of a WAV file. */
export type Depth = 16 | 24;

const frameBytes = (depth: Depth): number => (CHANNELS * depth) / 8;

/** Most frames a file of this kind can hold: its length is written in 32 bits. */
export const mostFrames = (depth: Depth): number => Math.floor((0xffffffff - WAV_HEADER) / frameBytes(depth));

/**
 * The header of a file of so many frames.
 * @throws RangeError where they are more than a file can hold.
 */
export function wavHeader(frames: number, sampleRate: number, depth: Depth = 16): Uint8Array {
  if (frames > mostFrames(depth)) throw new RangeError('The song is too long for a WAV file.');
  const size = frames * frameBytes(depth);
  const header = new Uint8Array(WAV_HEADER);
  const view = new DataView(header.buffer);
  const text = (at: number, word: string): void =>
    header.set(
      [...word].map((c) => c.charCodeAt(0)),
      at,
    );
  text(0, 'RIFF');
  view.setUint32(4, WAV_HEADER - 8 + size, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, CHANNELS, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, sampleRate * frameBytes(depth), true);
  view.setUint16(32, frameBytes(depth), true);
  view.setUint16(34, depth, true);
  text(36, 'data');
  view.setUint32(40, size, true);
  return header;
}

/**
 * Two channels as the bytes of a file, piece by piece. Rounding to 16 bits is hidden by noise of two steps' width
 * (triangular dither, common practice), the same noise every time; silence stays silent.
 */
export class WavWriter {
  /** Frames that were written. */
  count = 0;

  constructor(private readonly depth: Depth = 16) {}

  data(left: Float32Array, right: Float32Array): Uint8Array {
    const { depth } = this;
    const bytes = new Uint8Array(left.length * frameBytes(depth));
    const view = new DataView(bytes.buffer);
    for (let i = 0; i < left.length; i++) {
      const at = i * frameBytes(depth);
      if (depth === 16) {
        view.setInt16(at, this.rounded(left[i]!, i, 0), true);
        view.setInt16(at + 2, this.rounded(right[i]!, i, 1), true);
      } else {
        put24(view, at, left[i]!);
        put24(view, at + 3, right[i]!);
      }
    }
    this.count += left.length;
    return bytes;
  }

  private rounded(value: number, i: number, side: number): number {
    if (value === 0) return 0;
    const at = this.count + i;
    const dither = noise(31 + side, at, 1) - noise(31 + side, at, 2);
    return Math.max(-32767, Math.min(32767, Math.round(value * 32767 + dither)));
  }
}

function put24(view: DataView, at: number, value: number): void {
  const whole = Math.round(Math.max(-1, Math.min(1, value)) * 8_388_607);
  view.setUint8(at, whole & 0xff);
  view.setInt16(at + 1, whole >> 8, true);
}
