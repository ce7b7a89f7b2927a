/** The worked examples of docs/extending.md, laid into a copy of the code. */
import {
  cpSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));

/** A block of the page: a whole file, or what is other in one that is there. */
export interface Block {
  readonly is: 'file' | 'difference';
  readonly path: string;
  readonly text: string;
}

/** Blocks with a path behind their language, in order. */
export const blocksOf = (page: string): Block[] =>
  [...page.matchAll(/^```(ts|json|diff) (\S+)\n(.*?)^```$/gms)].map(([, language, path, text]) => ({
    is: language === 'diff' ? 'difference' : 'file',
    path: path!,
    text: text!,
  }));

/**
 * A file with a difference laid into it: lines that stay (behind a space) or go (behind a minus) are found as they stand,
 * each piece behind `@@` for itself.
 * @throws where they are not there, or more than once.
 */
export function withDifference(text: string, difference: string): string {
  return difference
    .split(/^@@\n/m)
    .map((piece) => piece.split('\n').filter((line) => line !== ''))
    .reduce((file, lines) => {
      const before = lines.filter((line) => !line.startsWith('+')).map((line) => line.slice(1));
      const after = lines.filter((line) => !line.startsWith('-')).map((line) => line.slice(1));
      // Lines that are added stand between two that are there: so much of the file is looked for as is shown.
      const there = `${before.join('\n')}\n`;
      if (file.split(there).length !== 2) throw new Error(`Not there once:\n${there}`);
      return file.replace(there, () => `${after.join('\n')}\n`);
    }, text);
}

/** A copy of the packages in a folder, with what they stand on beside them, and the page's blocks laid in. */
export function layOut(folder: string, blocks: readonly Block[]): void {
  for (const name of ['core', 'sound', 'cli']) {
    for (const part of ['src', 'package.json', 'tsconfig.json', 'banks/index.json']) {
      const from = join(root, 'packages', name, part);
      if (existsSync(from)) cpSync(from, join(folder, 'packages', name, part), { recursive: true });
    }
  }
  for (const name of ['tsconfig.base.json', 'package.json']) cpSync(join(root, name), join(folder, name));
  const modules = join(folder, 'node_modules');
  mkdirSync(join(modules, '@backline'), { recursive: true });
  for (const name of readdirSync(join(root, 'node_modules'))) {
    if (name !== '@backline') symlinkSync(join(root, 'node_modules', name), join(modules, name));
  }
  for (const name of ['core', 'sound', 'cli']) {
    symlinkSync(join(folder, 'packages', name), join(modules, '@backline', name));
  }
  for (const { is, path, text } of blocks) {
    const file = join(folder, path);
    mkdirSync(dirname(file), { recursive: true });
    writeFileSync(file, is === 'file' ? text : withDifference(readFileSync(file, 'utf8'), text));
  }
}
