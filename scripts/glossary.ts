/**
 * The second half of docs/glossary.md: every exported type of the core and the sound with what its docstring says, room
 * by room, read from the code. The first half, the words of the trade, is written by hand and stays.
 */
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';

const ROOMS = ['packages/core/src', 'packages/sound/src'] as const;
const root = fileURLToPath(new URL('..', import.meta.url));

/** An exported type, with the folder it is in and its docstring; empty where it has none. */
export interface TypeFacts {
  readonly folder: string;
  readonly name: string;
  readonly says: string;
}

const isType = (
  node: ts.Statement,
): node is ts.InterfaceDeclaration | ts.TypeAliasDeclaration | ts.ClassDeclaration =>
  ts.isInterfaceDeclaration(node) || ts.isTypeAliasDeclaration(node) || ts.isClassDeclaration(node);

function docOf(node: ts.Node): string {
  const docs = ts.getJSDocCommentsAndTags(node).filter(ts.isJSDoc);
  const text = ts.getTextOfJSDocComment(docs[docs.length - 1]?.comment) ?? '';
  return text.replace(/\s+/g, ' ').trim();
}

/** Exported types of a source. */
export const typesIn = (folder: string, text: string): TypeFacts[] =>
  ts
    .createSourceFile('source.ts', text, ts.ScriptTarget.Latest, true)
    .statements.filter(isType)
    .filter((node) => node.modifiers?.some((modifier) => modifier.kind === ts.SyntaxKind.ExportKeyword))
    .flatMap((node) => (node.name ? [{ folder, name: node.name.text, says: docOf(node) }] : []));

const folderOf = (room: string, file: string): string =>
  `${room.split('/')[1]!}/${file.includes('/') ? file.slice(0, file.lastIndexOf('/')) : ''}`.replace(
    /\/$/,
    '',
  );

/** Exported types of the core and the sound. */
export const exportedTypes = (): TypeFacts[] =>
  ROOMS.flatMap((room) =>
    readdirSync(join(root, room), { recursive: true, encoding: 'utf8' })
      .filter((file) => file.endsWith('.ts'))
      .sort()
      .flatMap((file) => typesIn(folderOf(room, file), readFileSync(join(root, room, file), 'utf8'))),
  );

/** Where the part that is read from the code begins. */
export const FROM_CODE = '## The types\n';

/** The page again, its second half as the code has it now. */
export function glossaryPage(page: string, types: readonly TypeFacts[]): string {
  const folders = [...new Set(types.map(({ folder }) => folder))].sort();
  const rooms = folders.map((folder) => {
    const lines = types
      .filter((type) => type.folder === folder)
      .sort((a, b) => a.name.localeCompare(b.name, 'en'))
      .map(({ name, says }) => `- **${name}**: ${says}`);
    return `### ${folder}\n\n${lines.join('\n')}\n`;
  });
  const written = page.slice(0, page.indexOf(FROM_CODE));
  return `${written}${FROM_CODE}\nRead from the code by \`npx tsx scripts/publish-schema.ts\`; a test holds it to it.\n\n${rooms.join('\n')}`;
}
