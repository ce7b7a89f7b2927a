/** What Node runs says of each JSON file that it imports that it is one: without it Node refuses the module. */
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(__dirname, '../..');
const FOLDERS = [
  'packages/core/src',
  'packages/sound/src',
  'packages/engraving/src',
  'packages/cli/src',
  'apps/server/src',
];

const filesIn = (folder: string): string[] =>
  readdirSync(join(ROOT, folder), { withFileTypes: true }).flatMap((one) => {
    const path = `${folder}/${one.name}`;
    return one.isDirectory() ? filesIn(path) : path.endsWith('.ts') ? [path] : [];
  });

it('every import of JSON says so', () => {
  const imports = FOLDERS.flatMap(filesIn).flatMap((path) =>
    [...readFileSync(join(ROOT, path), 'utf8').matchAll(/from '[^']+\.json'([^;]*);/g)].map(([, rest]) => ({
      path,
      isSaid: /with \{ type: 'json' \}/.test(rest!),
    })),
  );
  expect(imports.length).toBeGreaterThan(30);
  expect(imports.filter(({ isSaid }) => !isSaid)).toEqual([]);
});
