/** A player of the writer's own: one part as it plays, with its pattern. A file of its own, for any song's band. */
import { z } from 'zod';
import { lineSchema, nameSchema, slugSchema } from '../song/fields';
import type { ReadError } from '../song/errorCodes';
import { allIssues } from '../song/issues';
import { settingsSchema } from '../song/settings/index';
import { patternIn, withFacts, type Library, type LibraryPattern } from './patternFamily';
import type { PatternKind, Player } from './schema';
import { playerOfNow } from './version1';

export const PLAYER_FORMAT = 'vivid-backline-player';
export const PLAYER_VERSION = 2;

const headSchema = {
  format: z.literal(PLAYER_FORMAT),
  version: z.literal(PLAYER_VERSION),
  id: slugSchema.min(1),
  name: nameSchema.max(40),
  about: lineSchema.max(160),
  /** Level it plays at, as in General MIDI: 0 to 127; left out where a style's own suits it. */
  level: z.number().int().min(0).max(127).optional(),
  /** How it plays; it names its pattern. */
  settings: settingsSchema.refine(({ pattern }) => pattern !== undefined, {
    message: 'A player plays by a pattern. Name one.',
    path: ['pattern'],
  }),
};

/** The schema of a player whose part is of one of these kinds. */
export const playerSchemaFor = (kinds: readonly PatternKind[]) =>
  z.discriminatedUnion(
    'kind',
    kinds.map((kind) =>
      z
        .strictObject({
          ...headSchema,
          kind: z.literal(kind.id),
          /** Its pattern, where that is not one that is shipped. */
          pattern: withFacts(kind).optional(),
        })
        .superRefine(({ settings, pattern }, ctx) => {
          const say = (message: string, path: string[]) => ctx.addIssue({ code: 'custom', message, path });
          const [low, high] = kind.range;
          const { register } = settings;
          if (register !== undefined && (register < low || register > high)) {
            say(`The register of this part lies between ${low} and ${high}.`, ['settings', 'register']);
          }
          if (pattern && pattern.id !== settings.pattern) {
            say(`It plays by "${settings.pattern}", but the pattern here is "${pattern.id}".`, [
              'pattern',
              'id',
            ]);
          }
        }),
    ) as unknown as [
      z.ZodObject<typeof headSchema & { kind: z.ZodLiteral<string>; pattern: z.ZodType<LibraryPattern> }>,
    ],
  );

/** A player as its file has it. */
export type PlayerFile = Player & {
  readonly format: typeof PLAYER_FORMAT;
  readonly version: typeof PLAYER_VERSION;
  readonly id: string;
  readonly about: string;
  readonly pattern?: LibraryPattern;
};

/** A file of a player that was read, or what is wrong in it. */
export type ReadPlayer =
  | { readonly player: PlayerFile; readonly trouble: null }
  /** Why nobody can play so, as a sentence with the place. */
  | { readonly player: null; readonly trouble: string; readonly code: ReadError };

const schemas = new WeakMap<readonly PatternKind[], ReturnType<typeof playerSchemaFor>>();

/** The one door for files of players. */
export function readPlayer(document: unknown, kinds: readonly PatternKind[], library: Library): ReadPlayer {
  const refused = (code: ReadError, trouble: string): ReadPlayer => ({ player: null, trouble, code });
  const { format, version } = (document ?? {}) as { format?: unknown; version?: unknown };
  if (format !== PLAYER_FORMAT)
    return refused('format-unknown', `This is no player: its format is not "${PLAYER_FORMAT}".`);
  if (typeof version === 'number' && version > PLAYER_VERSION) {
    return refused('version-newer', 'The player was made by a newer version. Reload the page to get it.');
  }
  let schema = schemas.get(kinds);
  if (!schema) schemas.set(kinds, (schema = playerSchemaFor(kinds)));
  const current = playerOfNow(document);
  const read = schema.safeParse(current);
  if (!read.success) return refused('document-unfit', allIssues(read.error, current));
  const player = read.data as PlayerFile;
  const { pattern: id } = player.settings;
  if (!player.pattern && !patternIn(library, player.kind, id!)) {
    return refused(
      'pattern-unknown',
      `settings.pattern: there is no pattern "${id}" in the library. Write it out as "pattern", or name another.`,
    );
  }
  return { player, trouble: null };
}
