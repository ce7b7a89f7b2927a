/** The one door for styles: whatever comes as a style's file is checked here, with the place of what is wrong. */
import type { ReadError } from '../song/errorCodes';
import { allIssues } from '../song/issues';
import { NO_LIBRARY, patternIn, type Library } from './patternFamily';
import type { Pattern } from './pattern';
import {
  STYLE_FORMAT,
  STYLE_VERSION,
  styleSchemaFor,
  type PatternKind,
  type Style,
  type StyleFile,
} from './schema';
import { styleOfNow } from './version1';

/** A style's file that was read, or what is wrong in it. */
export type ReadStyle =
  | { readonly style: Style; readonly trouble: null }
  /** Why it is no style that can be played, as a sentence with the place. */
  | { readonly style: null; readonly trouble: string; readonly code: ReadError };

const refused = (code: ReadError, trouble: string): ReadStyle => ({ style: null, trouble, code });

const schemas = new WeakMap<readonly PatternKind[], ReturnType<typeof styleSchemaFor>>();

type KindInStyleFile = StyleFile['parts'][string] & { patterns?: Pattern[] };

/** A style with its patterns fetched from the library, or all that are not there. */
function withPatterns({ parts, ...style }: StyleFile, library: Library): ReadStyle {
  const voices: Record<string, Style['parts'][string]> = {};
  const unknown: string[] = [];
  for (const [kind, voice] of Object.entries(parts) as [string, KindInStyleFile | undefined][]) {
    if (!voice) continue;
    const { use = [], patterns = [], ...rest } = voice;
    const fetched = use.flatMap((id, i): Pattern[] => {
      const pattern = patternIn(library, kind, id);
      if (!pattern) unknown.push(`parts.${kind}.use.${i}: there is no pattern "${id}" in the library.`);
      return pattern ? [pattern] : [];
    });
    voices[kind] = { ...rest, patterns: [...fetched, ...patterns] };
  }
  if (unknown.length) return refused('pattern-unknown', unknown.join('\n'));
  return { style: { ...style, parts: voices }, trouble: null };
}

/** A style read against the kinds of part it may have, and the library it may take patterns from. */
export function readStyle(
  document: unknown,
  kinds: readonly PatternKind[],
  library: Library = NO_LIBRARY,
): ReadStyle {
  const { format, version } = (document ?? {}) as { format?: unknown; version?: unknown };
  if (format !== STYLE_FORMAT) {
    return refused('format-unknown', `This is no style: its format is not "${STYLE_FORMAT}".`);
  }
  if (typeof version === 'number' && version > STYLE_VERSION) {
    return refused('version-newer', 'The style was made by a newer version. Reload the page to get it.');
  }
  let schema = schemas.get(kinds);
  if (!schema) schemas.set(kinds, (schema = styleSchemaFor(kinds)));
  const current = styleOfNow(document);
  const read = schema.safeParse(current);
  if (!read.success) return refused('document-unfit', allIssues(read.error, current));
  return withPatterns(read.data, library);
}
