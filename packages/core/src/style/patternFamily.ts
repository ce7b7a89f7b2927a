/** The library: patterns by kind of part, of which any can be tried in any song, and from which styles choose. */
import { z } from 'zod';
import { lineSchema } from '../song/fields';
import type { ReadError } from '../song/errorCodes';
import { allIssues } from '../song/issues';
import type { Pattern, PatternFacts } from './pattern';
import type { PatternKind } from './schema';
import { familyOfNow } from './version1';

export const PATTERNS_FORMAT = 'vivid-backline-patterns';
export const PATTERNS_VERSION = 2;

/** A pattern that says what it is for. */
export type LibraryPattern = Pattern & { readonly facts: PatternFacts };

/** Patterns by the kind of part that plays them, in the order they are offered. */
export type Library = ReadonlyMap<string, readonly LibraryPattern[]>;

export const NO_LIBRARY: Library = new Map();

const headSchema = {
  format: z.literal(PATTERNS_FORMAT),
  version: z.literal(PATTERNS_VERSION),
  /** What its patterns have in common, for whoever reads the file. */
  about: lineSchema.min(1).max(200),
};

/** A pattern of a kind that says what it is for. */
export const withFacts = (kind: PatternKind) =>
  kind.pattern.refine((pattern) => pattern.facts !== undefined, {
    message: 'A pattern of the library says what it is for. Give it facts.',
    path: ['facts'],
  });

/** The schema of a family of patterns: a file with patterns of one kind of part, each with what it is for. */
export const familySchemaFor = (kinds: readonly PatternKind[]) =>
  z.discriminatedUnion(
    'kind',
    kinds.map((kind) =>
      z.strictObject({
        ...headSchema,
        kind: z.literal(kind.id),
        patterns: z.array(withFacts(kind)).min(1, 'A family has one pattern at least.').max(200),
      }),
    ) as unknown as [
      z.ZodObject<
        typeof headSchema & { kind: z.ZodLiteral<string>; patterns: z.ZodArray<z.ZodType<Pattern>> }
      >,
    ],
  );

/** A file of patterns that was read, or what is wrong in it. */
export type ReadFamily =
  | { readonly kind: string; readonly patterns: readonly LibraryPattern[]; readonly trouble: null }
  | { readonly kind: null; readonly patterns: null; readonly trouble: string; readonly code: ReadError };

const refused = (code: ReadError, trouble: string): ReadFamily => ({
  kind: null,
  patterns: null,
  trouble,
  code,
});

const schemas = new WeakMap<readonly PatternKind[], ReturnType<typeof familySchemaFor>>();

/** The one door for files of patterns: what is wrong is said with its place. */
export function readFamily(document: unknown, kinds: readonly PatternKind[]): ReadFamily {
  const { format, version } = (document ?? {}) as { format?: unknown; version?: unknown };
  if (format !== PATTERNS_FORMAT)
    return refused('format-unknown', `These are no patterns: the format is not "${PATTERNS_FORMAT}".`);
  if (typeof version === 'number' && version > PATTERNS_VERSION) {
    return refused('version-newer', 'The patterns were made by a newer version. Reload the page to get it.');
  }
  let schema = schemas.get(kinds);
  if (!schema) schemas.set(kinds, (schema = familySchemaFor(kinds)));
  const current = familyOfNow(document);
  const read = schema.safeParse(current);
  if (!read.success) return refused('document-unfit', allIssues(read.error, current));
  return { kind: read.data.kind, patterns: read.data.patterns as LibraryPattern[], trouble: null };
}

/**
 * A library of families, in order.
 * @throws Error where two patterns of a kind share an id.
 */
export function libraryOf(families: readonly ReadFamily[]): Library {
  const library = new Map<string, LibraryPattern[]>();
  for (const { kind, patterns } of families) {
    if (kind === null) continue;
    const all = library.get(kind) ?? [];
    for (const pattern of patterns) {
      if (all.some((p) => p.id === pattern.id)) {
        throw new Error(`Two patterns for ${kind} are called "${pattern.id}". Give one of them another id.`);
      }
      all.push(pattern);
    }
    library.set(kind, all);
  }
  return library;
}

/** A pattern of the library by its kind and id; null where there is none. */
export const patternIn = (library: Library, kind: string, id: string): LibraryPattern | null =>
  library.get(kind)?.find((p) => p.id === id) ?? null;
