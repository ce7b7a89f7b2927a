/** The published JSON Schemas of files of styles, patterns and players, made from the schemas they are read by. */
import { z } from 'zod';
import { familySchemaFor } from './patternFamily';
import { playerSchemaFor } from './player';
import { styleSchemaFor, type PatternKind } from './schema';

/** JSON Schema, draft 2020-12. What only code can say (an event behind its pattern's end) is said when a file is read. */
export const publishedSchema = (kinds: readonly PatternKind[]): object => ({
  ...z.toJSONSchema(styleSchemaFor(kinds), { io: 'input' }),
  title: 'Vivid Backline style',
});

/** The same for files of patterns. */
export const publishedPatterns = (kinds: readonly PatternKind[]): object => ({
  ...z.toJSONSchema(familySchemaFor(kinds), { io: 'input' }),
  title: 'Vivid Backline patterns',
});

/** And for files of players. */
export const publishedPlayers = (kinds: readonly PatternKind[]): object => ({
  ...z.toJSONSchema(playerSchemaFor(kinds), { io: 'input' }),
  title: 'Vivid Backline player',
});
