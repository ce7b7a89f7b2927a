/** Docs that name a file of the code name one that is there. */
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(__dirname, '../..');

/** Where a path in a sentence may begin. */
const BEGINNINGS = [
  '',
  'packages',
  'packages/core',
  'packages/core/src',
  'packages/core/src/parts',
  'packages/sound/src',
  'packages/engraving/src',
  'apps/server/src',
  'apps/web/src',
  'apps/web/src/features',
  'scripts',
];
const ENDINGS = ['', '.ts', '.tsx', '/index.ts'];

const isThere = (path: string): boolean =>
  BEGINNINGS.some((begin) => ENDINGS.some((end) => existsSync(join(ROOT, begin, path + end))));

const pages = [
  'README.md',
  ...readdirSync(join(ROOT, 'docs'))
    .filter((name) => name.endsWith('.md'))
    .map((name) => `docs/${name}`),
];

it.each(pages)('%s names what is there', (page) => {
  const text = readFileSync(join(ROOT, page), 'utf8').replace(/^```.*?^```$/gms, '');
  const named = [...text.matchAll(/`([a-z][A-Za-z]*(?:\/[A-Za-z][\w.-]*)+)`/g)].map(([, path]) => path!);
  // A place in the app, a value and a unit have a stroke as well: what begins as a folder of ours is meant.
  const folders = new Set(
    BEGINNINGS.filter(Boolean).flatMap((begin) =>
      readdirSync(join(ROOT, begin), { withFileTypes: true })
        .filter((e) => e.isDirectory())
        .map((e) => e.name),
    ),
  );
  expect(named.filter((path) => folders.has(path.split('/')[0]!) && !isThere(path))).toEqual([]);
  const links = [...text.matchAll(/\]\((?!https?:|#)([^)#]+)/g)].map(([, to]) => join(page, '..', to!));
  expect(links.filter((to) => !existsSync(join(ROOT, to)))).toEqual([]);
});
