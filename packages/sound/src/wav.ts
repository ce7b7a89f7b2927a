/** WAV files: 16-bit stereo PCM in RIFF (Multimedia Programming Interface and Data Specifications 1.0, 1991). */

export const WAV_HEADER = 44;
const CHANNELS = 2;
const BYTES = 2;
/** Most frames a file of this kind can hold: its length is written in 32 bits. */
export const MOST_FRAMES = Math.floor((0xffffffff - WAV_HEADER) / (CHANNELS * BYTES));

/**
 * The header of a file of so many frames.
 * @throws RangeError where they are more than a file can hold.
 */
export function wavHeader(frames: number, sampleRate: number): Uint8Array {
  if (frames > MOST_FRAMES) throw new RangeError('The song is too long for a WAV file.');
  const size = frames * CHANNELS * BYTES;
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
  view.setUint32(28, sampleRate * CHANNELS * BYTES, true);
  view.setUint16(32, CHANNELS * BYTES, true);
  view.setUint16(34, BYTES * 8, true);
  text(36, 'data');
  view.setUint32(40, size, true);
  return header;
}

const sample = (value: number): number => Math.round(Math.max(-1, Math.min(1, value)) * 32767);

/** Frames of two channels as the bytes of a file's data. */
export function wavData(left: Float32Array, right: Float32Array): Uint8Array {
  const bytes = new Uint8Array(left.length * CHANNELS * BYTES);
  const view = new DataView(bytes.buffer);
  for (let i = 0; i < left.length; i++) {
    view.setInt16(i * 4, sample(left[i]!), true);
    view.setInt16(i * 4 + 2, sample(right[i]!), true);
  }
  return bytes;
}
