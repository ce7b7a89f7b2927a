/** The one door for styles: whatever comes as a style's file is checked here, with the place of what is wrong. */
import { firstIssue } from '../song/schema';
import { STYLE_FORMAT, STYLE_VERSION, styleSchemaFor, type PatternKind, type Style } from './schema';

export type ReadStyle =
  | { readonly style: Style; readonly trouble: null }
  /** Why it is no style that can be played, as a sentence with the place. */
  | { readonly style: null; readonly trouble: string };

const schemas = new WeakMap<readonly PatternKind[], ReturnType<typeof styleSchemaFor>>();

/** A style read against the kinds of part it may have. */
export function readStyle(document: unknown, kinds: readonly PatternKind[]): ReadStyle {
  const { format, version } = (document ?? {}) as { format?: unknown; version?: unknown };
  if (format !== STYLE_FORMAT) {
    return { style: null, trouble: `This is no style: its format is not "${STYLE_FORMAT}".` };
  }
  if (typeof version === 'number' && version > STYLE_VERSION) {
    return { style: null, trouble: 'The style was made by a newer version. Reload the page to get it.' };
  }
  let schema = schemas.get(kinds);
  if (!schema) schemas.set(kinds, (schema = styleSchemaFor(kinds)));
  const read = schema.safeParse(document);
  if (!read.success) return { style: null, trouble: firstIssue(read.error) };
  return { style: read.data as Style, trouble: null };
}
