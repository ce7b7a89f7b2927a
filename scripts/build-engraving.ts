/**
 * Puts together what engraves staves: the library as it is published, and the worker around it. Written to
 * apps/web/public/engraving, which git ignores; loaded where a staff is first shown.
 */
import { build } from 'esbuild';
import { copyFileSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ENGRAVER } from '@backline/engraving/version';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const library = join(root, 'node_modules/verovio');
const licences = join(root, 'packages/engraving/licences');
const out = join(root, 'apps/web/public/engraving');

const { version } = JSON.parse(readFileSync(join(library, 'package.json'), 'utf8')) as { version: string };
if (version !== ENGRAVER)
  throw new Error(`packages/engraving/src/version.ts says ${ENGRAVER}, this is ${version}.`);
// What is kept by its name for good has its version in it.
const folder = `verovio-${ENGRAVER}`;

rmSync(out, { recursive: true, force: true });
mkdirSync(join(out, folder), { recursive: true });
for (const name of ['verovio-module.mjs', 'verovio.mjs'])
  copyFileSync(join(library, 'dist', name), join(out, folder, name));
for (const name of readdirSync(licences)) copyFileSync(join(licences, name), join(out, folder, name));
await build({
  entryPoints: [join(root, 'packages/engraving/src/worker.ts')],
  outfile: join(out, 'worker.js'),
  bundle: true,
  minify: true,
  format: 'esm',
  target: 'es2022',
  legalComments: 'none',
  external: ['/engraving/*'],
  define: { LIBRARY: JSON.stringify(`/engraving/${folder}`) },
});
console.log(
  `The engraver is in ${out} (worker ${Math.round(statSync(join(out, 'worker.js')).size / 1024)} kB)`,
);
