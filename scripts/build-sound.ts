/**
 * Puts together what the app needs to sound: the banks of our own making, one cut from the General MIDI bank for each
 * program that has none, the audio worklet and the encoders. Written to apps/web/public/sound, which git ignores.
 */
import { build } from 'esbuild';
import { copyFileSync, existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { splitBank } from '@backline/sound/banks/banks';
import { OWN_BANKS, noticeFile, ownBanks, wholeBank } from '@backline/sound/banks/nodeBanks';
import { encoderFile } from '@backline/sound/files/nodeEncoders';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const out = join(root, 'apps/web/public/sound');

async function cutBank(): Promise<void> {
  const bytes = wholeBank();
  const mark = join(out, '.bank-size');
  const size = String(bytes.byteLength);
  if (existsSync(mark) && readFileSync(mark, 'utf8') === size) return;
  rmSync(out, { recursive: true, force: true });
  mkdirSync(out, { recursive: true });
  for (const [name, preset] of await splitBank(bytes)) {
    writeFileSync(join(out, `${name}.sf3`), Buffer.from(preset));
  }
  writeFileSync(mark, size);
}

async function bundleWorklet(): Promise<void> {
  await build({
    entryPoints: [join(root, 'packages/sound/src/engine/worklet.ts')],
    outfile: join(out, 'engine.js'),
    bundle: true,
    minify: true,
    format: 'esm',
    target: 'es2022',
    legalComments: 'none',
  });
}

/** Whose everything is that lies here: our own words, then those of the General MIDI bank. */
function writeNotices(): void {
  const notices = [join(OWN_BANKS, 'NOTICES.md'), noticeFile()].map((file) => readFileSync(file, 'utf8'));
  writeFileSync(join(out, 'NOTICES.md'), notices.join('\n'));
}

/** Banks of our own making take the place of those that were cut. */
function copyOwn(): void {
  for (const name of ownBanks()) copyFileSync(join(OWN_BANKS, `${name}.sf3`), join(out, `${name}.sf3`));
  for (const format of ['mp3', 'ogg'] as const)
    copyFileSync(encoderFile(format), join(out, `${format}.wasm`));
}

await cutBank();
copyOwn();
writeNotices();
await bundleWorklet();
console.log(`Sounds are in ${out} (engine ${Math.round(statSync(join(out, 'engine.js')).size / 1024)} kB)`);
