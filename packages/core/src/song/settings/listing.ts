/** The list of settings for whoever reads or types them: the page in docs/ and the command line are made from it. */
import { z } from 'zod';
import { SETTING_NAMES, settingOf, type SettingName } from './index';
import type { Moves, SettingGroup } from './specification';

/** A setting as the command line and the docs list it. */
export interface ListedSetting {
  readonly name: SettingName;
  readonly label: string;
  readonly group: SettingGroup;
  readonly moves: Moves;
  /** What it can be, as text: "1 to 5", "pp, p, mp", "true, false". */
  readonly values: string;
  readonly unit: string | null;
  /** What holds where nothing has been set; null where the part's pattern says. */
  readonly neutral: unknown;
  /** Kinds of part that have it, where not all have. */
  readonly kinds: readonly string[] | null;
}

interface JsonSchema {
  readonly type?: string;
  readonly enum?: readonly unknown[];
  readonly minimum?: number;
  readonly maximum?: number;
  readonly items?: JsonSchema;
  readonly properties?: Readonly<Record<string, JsonSchema>>;
}

/** @param schema JSON Schema, draft 2020-12. */
function valuesInWords(schema: JsonSchema): string {
  if (schema.enum) return schema.enum.join(', ');
  if (schema.properties) {
    return Object.entries(schema.properties)
      .map(([name, value]) => `${name}: ${valuesInWords(value)}`)
      .join('; ');
  }
  if (schema.items) return `any of: ${valuesInWords(schema.items)}`;
  if (schema.type === 'boolean') return 'true, false';
  if (schema.type === 'string') return 'an id';
  return `${schema.minimum} to ${schema.maximum}`;
}

/** @param kinds of parts, with the settings that each names as its own. */
export const listedSettings = (
  kinds: readonly { readonly id: string; readonly controls: readonly SettingName[] }[],
): readonly ListedSetting[] =>
  SETTING_NAMES.map((name) => {
    const { schema, label, group, moves, unit, neutral, byKind } = settingOf(name);
    return {
      name,
      label,
      group,
      moves,
      values: valuesInWords(z.toJSONSchema(schema, { io: 'input' }) as JsonSchema),
      unit: unit ?? null,
      neutral,
      kinds: byKind ? kinds.filter((kind) => kind.controls.includes(name)).map((kind) => kind.id) : null,
    };
  });

const neutralInWords = (value: unknown): string =>
  value === null ? 'as its pattern' : value === '' ? 'the style’s first' : JSON.stringify(value);

const HEAD = ['name', 'on its page', 'values', 'where nothing is set', 'moves', 'kinds of part'];

/** A table whose columns are as wide as what they hold. */
function table(rows: readonly (readonly string[])[]): string {
  const widths = rows[0]!.map((_, column) => Math.max(...rows.map((cells) => cells[column]!.length)));
  const line = (cells: readonly string[], fill: string): string =>
    `| ${cells.map((cell, column) => cell.padEnd(widths[column]!, fill)).join(' | ')} |`;
  const [head, ...body] = rows.map((cells) => line(cells, ' '));
  const rule = line(
    widths.map(() => ''),
    '-',
  );
  return [head, rule, ...body].join('\n');
}

/** The page in docs/, Markdown. */
export function settingsPage(settings: readonly ListedSetting[]): string {
  const rows = settings.map((s) => [
    `\`${s.name}\``,
    s.label,
    s.values + (s.unit ? ` (${s.unit})` : ''),
    neutralInWords(s.neutral),
    s.moves,
    s.kinds ? s.kinds.join(', ') : 'all',
  ]);
  return `# What can be set for a part

Each can be set for the song, a section, an occurrence, and from a cue on; a narrower one holds. Made from
\`packages/core/src/song/settings\` by \`scripts/publish-schema.ts\`: a new setting is one entry there.

${table([HEAD, ...rows])}
`;
}
