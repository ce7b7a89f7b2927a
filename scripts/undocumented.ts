/**
 * Lists exported functions of the core that say too little for who calls them: nothing at all, not when they give
 * null, or not that they throw.
 * Run with: npx tsx scripts/undocumented.ts
 */
import { fileURLToPath } from 'node:url';
import ts from 'typescript';
import { isExported, lookedThrough } from './declared-twice';

interface Callable {
  readonly name: string;
  /** What is said in front of it. */
  readonly words: string;
  readonly node: ts.FunctionDeclaration | ts.ArrowFunction | ts.FunctionExpression;
}

const wordsOf = (node: ts.Node): string =>
  ts
    .getJSDocCommentsAndTags(node)
    .map((doc) => doc.getText())
    .join('\n');

/** Functions that a statement exports. */
function callables(statement: ts.Statement): Callable[] {
  if (!isExported(statement)) return [];
  if (ts.isFunctionDeclaration(statement))
    return [{ name: statement.name!.text, words: wordsOf(statement), node: statement }];
  if (!ts.isVariableStatement(statement)) return [];
  return statement.declarationList.declarations.flatMap(({ name, initializer }) =>
    initializer && (ts.isArrowFunction(initializer) || ts.isFunctionExpression(initializer))
      ? [{ name: name.getText(), words: wordsOf(statement), node: initializer }]
      : [],
  );
}

const givesNull = ({ node }: Callable): boolean =>
  node.type !== undefined && /(^|\| )(null|undefined)$/.test(node.type.getText());

/** Whether something of its own is thrown that is not caught where it is thrown; what was caught may go on its way. */
function throws(node: ts.Node, caught: string | null = null): boolean {
  if (ts.isThrowStatement(node)) return node.expression.getText() !== caught;
  if (ts.isTryStatement(node) && node.catchClause)
    return throws(node.catchClause, node.catchClause.variableDeclaration?.name.getText() ?? null);
  return ts.forEachChild(node, (child) => throws(child, caught)) ?? false;
}

/** What a function does not say: a sentence; null where it says enough. */
function missing(callable: Callable): string | null {
  const { words, node } = callable;
  if (!words) return 'says nothing';
  if (givesNull(callable) && !/null|undefined/i.test(words)) return 'does not say when it gives null';
  if (throws(node) && !/throws|refused/i.test(words)) return 'does not say that it throws';
  return null;
}

/** What is missing in sources, by their paths. */
export function undocumented(sources: ReadonlyMap<string, string>): string[] {
  return [...sources].flatMap(([file, text]) =>
    ts
      .createSourceFile(file, text, ts.ScriptTarget.Latest, true)
      .statements.flatMap(callables)
      .flatMap((callable) => {
        const lacks = missing(callable);
        return lacks === null ? [] : [`${file}: ${callable.name} ${lacks}`];
      }),
  );
}

/** The sources of the core. */
export const coreSources = (): ReadonlyMap<string, string> =>
  new Map([...lookedThrough()].filter(([file]) => file.startsWith('packages/core/')));

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const found = undocumented(coreSources());
  for (const line of found) console.log(line);
  process.exitCode = found.length ? 1 : 0;
}
