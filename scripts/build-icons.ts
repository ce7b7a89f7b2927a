/**
 * Cuts the icon font to the icons the app uses: of seven thousand it shows a hundred. A name counts
 * as used where it stands as a word of its own in the sources of the app, of the kinds of part, or of
 * the interface library. Written to .cache/icons, where metro.config.js finds font and glyph map.
 */
import { mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import subsetFont from 'subset-font';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
/** Packages are asked for by their folder: not all of them export their package.json. */
const packageOf = (name: string): string => join(root, 'node_modules', name);
const icons = packageOf('@react-native-vector-icons/material-design-icons');
const out = join(root, '.cache/icons');
const SOURCES = [
  join(root, 'apps/web/src'),
  join(root, 'packages/core/src/parts'),
  join(packageOf('react-native-paper'), 'src'),
];

function* wordsIn(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) {
      if (!entry.name.startsWith('__')) yield* wordsIn(path);
    } else if (/\.tsx?$/.test(entry.name)) {
      for (const [, word] of readFileSync(path, 'utf8').matchAll(/['"]([a-z0-9-]+)['"]/g)) yield word!;
    }
  }
}

const all = JSON.parse(readFileSync(join(icons, 'glyphmaps/MaterialDesignIcons.json'), 'utf8')) as Record<
  string,
  number
>;
const used = [...new Set(SOURCES.flatMap((folder) => [...wordsIn(folder)]))].filter((w) =>
  Object.hasOwn(all, w),
);
const glyphs = Object.fromEntries(used.sort().map((name) => [name, all[name]!]));
const font = readFileSync(join(icons, 'fonts/MaterialDesignIcons.ttf'));
const cut = await subsetFont(font, String.fromCodePoint(...Object.values(glyphs)), {
  targetFormat: 'truetype',
});

mkdirSync(out, { recursive: true });
writeFileSync(join(out, 'MaterialDesignIcons.json'), JSON.stringify(glyphs));
writeFileSync(join(out, 'MaterialDesignIcons.ttf'), cut);
console.log(
  `Icons: ${used.length} of ${Object.keys(all).length}, ${Math.round(cut.length / 1024)} of ${Math.round(font.length / 1024)} kB`,
);
