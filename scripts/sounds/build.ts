/**
 * Makes the banks of sounds anew from their sources, into packages/sound/banks. Needs the Debian packages ffmpeg and
 * vorbis-tools, and a network to Debian's and npm's registries; takes about three minutes. What is made is the same
 * every time. Run with: npx tsx scripts/sounds/build.ts [BANK …]
 */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { BasicSoundBank, SoundBankLoader } from 'spessasynth_core';
import { DRUM_BANK } from '@backline/sound/banks/bankNames';
import type { ShippedBank } from '@backline/sound/banks/shipped';
import { kitPreset } from './kit';
import { organPreset } from './organ';
import { pianoPresets } from './piano';
import { RECIPES } from './recipes';
import { sampledPreset } from './sampled';
import { fluidBank } from './sources';
import { speaksOf } from './speaks';
import { bankOf, type Preset } from './zones';

const root = join(dirname(fileURLToPath(import.meta.url)), '../..');
const cache = join(root, '.data/sounds');
const out = join(root, 'packages/sound/banks');
const index = join(out, 'index.json');

const SOURCES = [
  {
    key: 'piano',
    licence: 'CC BY 3.0',
    line: 'Salamander Grand Piano V3 by Alexander Holm, CC BY 3.0; trimmed, retuned, brightened, looped, compressed',
  },
  {
    key: 'fluid',
    licence: 'MIT',
    line: 'FluidR3 © 2000-2002, 2008 Frank Wen, MIT; trimmed, retuned, steadied, brightened, compressed',
  },
  {
    key: 'mono',
    licence: 'MIT',
    line: 'FluidR3 Mono by Michael Cowgill, after FluidR3 © 2000-2002, 2008 Frank Wen, MIT; cut into presets',
  },
  { key: 'formula', licence: 'our own', line: 'Made by a formula for this app (scripts/sounds/organ.ts)' },
] as const;
type Key = (typeof SOURCES)[number]['key'];
const lineOf = (key: Key): string => SOURCES.find((source) => source.key === key)!.line;

/** Of General MIDI: bows, voices, brass, reeds and flutes, but for what is plucked among them and the drum. */
const isHeld = (program: number | null): program is number =>
  program !== null && program >= 40 && program < 80 && ![45, 46, 47, 55].includes(program);

const wanted = process.argv.slice(2);
const isWanted = (id: string): boolean => !wanted.length || wanted.includes(id);

function* presets(): Generator<readonly [id: string, source: Key, make: () => Preset]> {
  for (const organ of RECIPES.organs) {
    yield [String(organ.program), 'formula', () => organPreset(organ, lineOf('formula'))];
  }
  const fluid = fluidBank(cache);
  yield [DRUM_BANK, 'fluid', () => kitPreset(fluid, RECIPES.kit, lineOf('fluid'))];
  for (const one of RECIPES.sampled) {
    yield [String(one.program), 'fluid', () => sampledPreset(fluid, one, lineOf('fluid'))];
  }
  let grand: ReadonlyMap<string, Preset> | undefined;
  for (const id of Object.keys(RECIPES.piano.banks)) {
    const make = (): Preset => (grand ??= pianoPresets(RECIPES.piano, cache, lineOf('piano'))).get(id)!;
    yield [id, 'piano', make];
  }
}

mkdirSync(cache, { recursive: true });
mkdirSync(out, { recursive: true });
await BasicSoundBank.isSF3DecoderReady;
const known = existsSync(index)
  ? (JSON.parse(readFileSync(index, 'utf8')) as { banks: readonly ShippedBank[] }).banks
  : [];
const banks = new Map(known.map((bank) => [bank.id, bank]));
for (const [id, source, make] of presets()) {
  if (!isWanted(id)) continue;
  const preset = make();
  const bytes = await bankOf(preset);
  writeFileSync(join(out, `${id}.sf3`), bytes);
  const read = SoundBankLoader.fromArrayBuffer(bytes.slice().buffer);
  const decoded = read.samples.reduce((sum, s) => sum + s.getAudioData().length * 4, 0);
  const vibrato = RECIPES.sampled.find((one) => String(one.program) === id)?.vibrato?.cents ?? 0;
  const speaks = isHeld(preset.program) ? await speaksOf(bytes, preset.program) : [];
  const { name, spread = 0 } = preset;
  banks.set(id, { id, name, bytes: bytes.length, decoded, source, spread, vibrato, speaks });
  console.log(`${id}: ${Math.round(bytes.length / 1024)} kB, decoded ${(decoded / 2 ** 20).toFixed(1)} MB`);
}
const inOrder = [...banks.values()].sort((a, b) => a.id.localeCompare(b.id, 'en', { numeric: true }));
writeFileSync(index, `${JSON.stringify({ sources: SOURCES, banks: inOrder }, null, 2)}\n`);
