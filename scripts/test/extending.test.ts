/** What docs/extending.md shows is laid into a copy of the code, compiled, played, undone and written. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { blocksOf, layOut, withDifference } from '../extending';

const ROOT = join(__dirname, '../..');
const page = readFileSync(join(ROOT, 'docs/extending.md'), 'utf8');

let folder = '';
afterAll(() => folder && rmSync(folder, { recursive: true, force: true }));

it('a kind, a pattern, a style, an edit, a setting and a format are added as the page says', () => {
  folder = mkdtempSync(join(tmpdir(), 'backline-extending-'));
  const blocks = blocksOf(page);
  expect(blocks.length).toBeGreaterThanOrEqual(12);
  layOut(folder, blocks);
  const node = (...args: string[]) => execFileSync(process.execPath, args, { cwd: folder, encoding: 'utf8' });
  for (const name of ['core', 'cli'])
    node(join(ROOT, 'node_modules/typescript/bin/tsc'), '-p', `packages/${name}`);
  const tsx = `file://${ROOT}/node_modules/tsx/dist/loader.mjs`;
  expect(node('--import', tsx, 'check.ts')).toBe('Played, undone and written.\n');
});

it('a difference is laid in where it says, and refused where that is not there', () => {
  expect(withDifference('a\nb\nc\n', ' a\n+x\n b\n@@\n-c\n+d\n')).toBe('a\nx\nb\nd\n');
  expect(() => withDifference('a\nb\n', ' a\n+x\n c\n')).toThrow('Not there once');
  expect(() => withDifference('a\na\n', ' a\n+x\n')).toThrow('Not there once');
});
