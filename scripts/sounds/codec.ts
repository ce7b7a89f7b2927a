/** Sound in and out of files, by Debian's ffmpeg and vorbis-tools. */
import { execFileSync } from 'node:child_process';

/** Room for half an hour of floats. */
const MOST = 1 << 29;

/** A file as two channels of floats at a rate. */
export function decoded(file: string, rate: number): readonly [Float32Array, Float32Array] {
  const out = execFileSync(
    'ffmpeg',
    ['-v', 'error', '-i', file, '-ac', '2', '-ar', String(rate), '-f', 'f32le', '-'],
    { maxBuffer: MOST },
  );
  const frames = new Float32Array(out.buffer.slice(out.byteOffset, out.byteOffset + out.byteLength));
  return [frames.filter((_, i) => i % 2 === 0), frames.filter((_, i) => i % 2 === 1)];
}

/** Samples at another rate. */
export function resampled(samples: Float32Array, from: number, to: number): Float32Array {
  if (from === to) return samples;
  const raw = ['-f', 'f32le', '-ac', '1'];
  const out = execFileSync(
    'ffmpeg',
    ['-v', 'error', ...raw, '-ar', String(from), '-i', '-', ...raw, '-ar', String(to), '-'],
    { input: Buffer.from(samples.buffer, samples.byteOffset, samples.byteLength), maxBuffer: MOST },
  );
  return new Float32Array(out.buffer.slice(out.byteOffset, out.byteOffset + out.byteLength));
}

/** 16-bit mono PCM in RIFF, as the encoder reads it. */
function pcm(samples: Float32Array, rate: number): Buffer {
  const bytes = Buffer.alloc(44 + samples.length * 2);
  bytes.write('RIFF', 0, 'latin1');
  bytes.writeUInt32LE(36 + samples.length * 2, 4);
  bytes.write('WAVEfmt ', 8, 'latin1');
  bytes.writeUInt32LE(16, 16);
  bytes.writeUInt16LE(1, 20);
  bytes.writeUInt16LE(1, 22);
  bytes.writeUInt32LE(rate, 24);
  bytes.writeUInt32LE(rate * 2, 28);
  bytes.writeUInt16LE(2, 32);
  bytes.writeUInt16LE(16, 34);
  bytes.write('data', 36, 'latin1');
  bytes.writeUInt32LE(samples.length * 2, 40);
  samples.forEach((x, i) => bytes.writeInt16LE(Math.round(Math.max(-1, Math.min(1, x)) * 32767), 44 + 2 * i));
  return bytes;
}

/** Samples as Vorbis; the fixed serial number makes the same bytes every time. */
export const vorbis =
  (quality: number) =>
  (samples: Float32Array, rate: number): Promise<Uint8Array> =>
    Promise.resolve(
      new Uint8Array(
        execFileSync('oggenc', ['-Q', '-s', '1', '-q', String(quality), '-o', '-', '-'], {
          input: pcm(samples, rate),
          maxBuffer: MOST,
        }),
      ),
    );
