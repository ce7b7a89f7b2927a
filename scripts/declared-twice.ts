/**
 * Lists names that are declared in more than one file of the core, the sound or the server: types of any kind, and
 * what is exported. A word has one meaning there.
 * Run with: npx tsx scripts/declared-twice.ts
 */
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';

const ROOMS = [
  'packages/core/src',
  'packages/sound/src',
  'packages/engraving/src',
  'packages/cli/src',
  'apps/server/src',
];

const root = fileURLToPath(new URL('..', import.meta.url));

/** Whether a statement is for readers of other files. */
export const isExported = (node: ts.Statement): boolean =>
  ts.canHaveModifiers(node) &&
  (ts.getModifiers(node) ?? []).some((modifier) => modifier.kind === ts.SyntaxKind.ExportKeyword);

/** Names a statement declares for readers of other files, and types whether exported or not. */
function declaredBy(node: ts.Statement): string[] {
  if (ts.isInterfaceDeclaration(node) || ts.isTypeAliasDeclaration(node)) return [node.name.text];
  if (ts.isClassDeclaration(node) || ts.isEnumDeclaration(node)) return node.name ? [node.name.text] : [];
  if (!isExported(node)) return [];
  if (ts.isFunctionDeclaration(node)) return node.name ? [node.name.text] : [];
  if (ts.isVariableStatement(node)) {
    return node.declarationList.declarations.flatMap(({ name }) =>
      ts.isIdentifier(name) ? [name.text] : [],
    );
  }
  return [];
}

const namesIn = (text: string): Set<string> =>
  new Set(ts.createSourceFile('source.ts', text, ts.ScriptTarget.Latest).statements.flatMap(declaredBy));

/** Names of several sources that are declared by more than one of them, each with the sources that do. */
export function declaredTwice(sources: ReadonlyMap<string, string>): Map<string, string[]> {
  const places = new Map<string, string[]>();
  for (const [file, text] of sources) {
    for (const name of namesIn(text)) places.set(name, [...(places.get(name) ?? []), file]);
  }
  return new Map([...places].filter(([, files]) => files.length > 1));
}

/** The sources that are looked through, by their paths from the root. */
export const lookedThrough = (): ReadonlyMap<string, string> =>
  new Map(
    ROOMS.flatMap((room) =>
      readdirSync(join(root, room), { recursive: true, encoding: 'utf8' })
        .filter((file) => file.endsWith('.ts'))
        .map((file): [string, string] => [`${room}/${file}`, readFileSync(join(root, room, file), 'utf8')]),
    ),
  );

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const twice = declaredTwice(lookedThrough());
  for (const [name, files] of twice) console.log(`${name}: ${files.join(', ')}`);
  process.exitCode = twice.size ? 1 : 0;
}
