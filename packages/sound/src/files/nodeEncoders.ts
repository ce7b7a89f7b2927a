/** The encoders' modules out of their package. For Node only. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { EncoderModules } from './encoders';

/** Path of an encoder's module. */
export const encoderFile = (format: 'mp3' | 'ogg'): string =>
  createRequire(import.meta.url).resolve(`wasm-media-encoders/wasm/${format}`);

export const packagedEncoders: EncoderModules = (format) => {
  const file = readFileSync(encoderFile(format));
  return Promise.resolve(
    file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength) as ArrayBuffer,
  );
};
