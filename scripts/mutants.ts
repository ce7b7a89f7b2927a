/**
 * Draws small faults into the code, one at a time, and runs the tests that read the file: what no test notices is
 * printed. No part of the test command; it works in a copy and leaves the folder as it is.
 *
 *   npx tsx scripts/mutants.ts [--seed N] [--count N] FILE...
 *
 * FILE is a source file of the core, the sound, the server or the app, or a folder of them.
 */
import { execFileSync, spawnSync } from 'node:child_process';
import {
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';
import { stream } from '@backline/core/random/stream';
import { testsThatRead } from './testsThatRead';

/** A fault: what stands in the place of some characters of a file. */
export interface Mutant {
  readonly from: number;
  readonly to: number;
  readonly text: string;
  /** What it is, as `a < b → a <= b`. */
  readonly says: string;
}

const SWAPPED = new Map<ts.SyntaxKind, string>([
  [ts.SyntaxKind.PlusToken, '-'],
  [ts.SyntaxKind.MinusToken, '+'],
  [ts.SyntaxKind.AsteriskToken, '/'],
  [ts.SyntaxKind.LessThanToken, '<='],
  [ts.SyntaxKind.LessThanEqualsToken, '<'],
  [ts.SyntaxKind.GreaterThanToken, '>='],
  [ts.SyntaxKind.GreaterThanEqualsToken, '>'],
  [ts.SyntaxKind.EqualsEqualsEqualsToken, '!=='],
  [ts.SyntaxKind.ExclamationEqualsEqualsToken, '==='],
  [ts.SyntaxKind.AmpersandAmpersandToken, '||'],
  [ts.SyntaxKind.BarBarToken, '&&'],
]);

/** Every fault that can be drawn into a source, in order: operators swapped, numbers moved, conditions turned. */
export function mutantsOf(source: string): Mutant[] {
  const file = ts.createSourceFile('mutant.tsx', source, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const found: Mutant[] = [];
  const put = (node: ts.Node, text: string): void => {
    const from = node.getStart(file);
    const whole = node.parent.getText(file).replace(/\s+/g, ' ').slice(0, 60);
    found.push({
      from,
      to: node.getEnd(),
      text,
      says: `${whole}: ${node.getText(file).slice(0, 40)} → ${text.slice(0, 40)}`,
    });
  };
  const visit = (node: ts.Node): void => {
    // Types say nothing while the program runs.
    if (ts.isTypeNode(node) || ts.isInterfaceDeclaration(node) || ts.isImportDeclaration(node)) return;
    if (ts.isBinaryExpression(node)) {
      const swapped = SWAPPED.get(node.operatorToken.kind);
      if (swapped) put(node.operatorToken, swapped);
    }
    if (ts.isNumericLiteral(node)) put(node, String(Number(node.text) + 1));
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.MinusToken)
      put(node, node.operand.getText(file));
    if (ts.isIfStatement(node) || ts.isConditionalExpression(node)) {
      const condition = ts.isIfStatement(node) ? node.expression : node.condition;
      put(condition, `!(${condition.getText(file)})`);
    }
    ts.forEachChild(node, visit);
  };
  visit(file);
  return found;
}

export const withMutant = (source: string, { from, to, text }: Mutant): string =>
  source.slice(0, from) + text + source.slice(to);

const sourcesIn = (path: string): string[] =>
  statSync(path).isDirectory()
    ? readdirSync(path).flatMap((name) => (name === '__tests__' ? [] : sourcesIn(join(path, name))))
    : /\.tsx?$/.test(path)
      ? [path]
      : [];

/** Runs tests in the copy: true where one of them fails. */
function isNoticed(copy: string, tests: readonly string[]): boolean {
  const args = ['--bail', '--silent', '--runTestsByPath', ...tests];
  return spawnSync('node_modules/.bin/jest', args, { cwd: copy, stdio: 'ignore' }).status !== 0;
}

async function main(root: string, given: readonly string[]): Promise<void> {
  const option = (name: string, usual: number): number => {
    const at = given.indexOf(`--${name}`);
    return at < 0 ? usual : Number(given[at + 1]);
  };
  const [seed, count] = [option('seed', 1), option('count', 20)];
  const paths = given.filter((word, i) => !word.startsWith('--') && !given[i - 1]?.startsWith('--'));
  const files = paths.flatMap((path) => sourcesIn(resolve(path)));
  const all = files.flatMap((file) => {
    const source = readFileSync(file, 'utf8');
    return mutantsOf(source).map((mutant) => ({ file: relative(root, file), source, mutant }));
  });
  const random = stream(`mutants ${seed}`);
  const drawn = all.map((one) => ({ one, by: random() })).sort((a, b) => a.by - b.by);
  const copy = mkdtempSync(join(tmpdir(), 'mutants-'));
  try {
    execFileSync('git', ['worktree', 'add', '--detach', '--force', join(copy, 'clone')], {
      cwd: root,
      stdio: 'ignore',
    });
    const clone = join(copy, 'clone');
    for (const modules of ['node_modules', 'apps/web/node_modules'])
      symlinkSync(join(root, modules), join(clone, modules));
    const testsOf = await testsThatRead(clone);
    const sound = new Set<string>();
    let survived = 0;
    for (const { one } of drawn.slice(0, count)) {
      const target = join(clone, one.file);
      const tests = testsOf(one.file);
      // What fails without a fault notices nothing.
      if (tests.length && !sound.has(one.file) && isNoticed(clone, tests)) {
        throw new Error(`The tests that read ${one.file} fail as they are.`);
      }
      sound.add(one.file);
      writeFileSync(target, withMutant(one.source, one.mutant));
      const noticed = tests.length > 0 && isNoticed(clone, tests);
      writeFileSync(target, one.source);
      if (!noticed) survived += 1;
      console.log(`${noticed ? 'noticed ' : 'SURVIVED'} ${one.file} ${one.mutant.says}`);
    }
    console.log(
      `${survived} of ${Math.min(count, drawn.length)} survived (of ${all.length} that can be drawn).`,
    );
  } finally {
    execFileSync('git', ['worktree', 'remove', '--force', join(copy, 'clone')], {
      cwd: root,
      stdio: 'ignore',
    });
    rmSync(copy, { recursive: true, force: true });
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  main(fileURLToPath(new URL('..', import.meta.url)), process.argv.slice(2)).catch((error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exitCode = 1;
  });
}
