/** Which tests read a source file, through however many others: found by following imports as a bundler does. */
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';

/** Where tests stand, from the root. */
const FOLDERS = ['packages', 'apps/server', 'apps/web/src', 'scripts/test'];

const testsIn = (root: string, folder: string): string[] =>
  readdirSync(join(root, folder), { withFileTypes: true }).flatMap((entry) => {
    const path = `${folder}/${entry.name}`;
    if (entry.isDirectory()) return entry.name === 'node_modules' ? [] : testsIn(root, path);
    return /\.test\.tsx?$/.test(entry.name) ? [path] : [];
  });

/** By source file: the tests that read it, those that read little beside it first. Paths from the root. */
export async function testsThatRead(root: string): Promise<(file: string) => readonly string[]> {
  const tests = FOLDERS.flatMap((folder) => testsIn(root, folder));
  const { metafile } = await build({
    absWorkingDir: root,
    entryPoints: tests,
    outdir: 'unused',
    bundle: true,
    write: false,
    metafile: true,
    packages: 'external',
    platform: 'node',
    logLevel: 'silent',
    alias: {
      '@backline/core': join(root, 'packages/core/src'),
      '@backline/sound': join(root, 'packages/sound/src'),
      '@backline/engraving': join(root, 'packages/engraving/src'),
    },
  });
  const reads = (from: string, seen: Set<string>): Set<string> => {
    if (seen.has(from)) return seen;
    seen.add(from);
    for (const { path, external } of metafile.inputs[from]?.imports ?? []) if (!external) reads(path, seen);
    return seen;
  };
  const all = tests
    .map((test) => ({ test, files: reads(test, new Set()) }))
    .sort((a, b) => a.files.size - b.files.size);
  return (file) => all.filter(({ files }) => files.has(file)).map(({ test }) => test);
}
