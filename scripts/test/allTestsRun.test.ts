import { execFileSync } from 'node:child_process';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(__dirname, '../..');

const testsIn = (folder: string): string[] =>
  readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.test\.tsx?$/.test(file) && !/(^|\/)(node_modules|dist)\//.test(file))
    .map((file) => join(ROOT, folder, file));

it('every test file is run by one project or another', () => {
  const run = execFileSync(process.execPath, ['node_modules/.bin/jest', '--listTests'], {
    cwd: ROOT,
    encoding: 'utf8',
  });
  const there = [
    'packages/core',
    'packages/sound',
    'packages/engraving',
    'packages/cli',
    'apps/server',
    'apps/web/src',
    'scripts',
  ].flatMap(testsIn);
  expect(there.length).toBeGreaterThan(130);
  expect(there.filter((file) => !run.includes(file))).toEqual([]);
});
