/** A style: its groove, and for each kind of part how it plays and by which patterns. A file of its own. */
import { z } from 'zod';
import { lineSchema, metreSchema, nameSchema, slugSchema, tempoSchema } from '../song/fields';
import { TRANSITIONS } from '../song/choices';
import { endsSchema } from '../song/schema';
import { settingsSchema } from '../song/settings/index';
import { grooveSchema } from '../song/settings/playing';
import { TONIC_EXTENSIONS } from '../theory/extensions';
import { kindsOfBand } from './bandKinds';
import { FEELS, type Pattern } from './pattern';

export const STYLE_FORMAT = 'vivid-backline-style';
export const STYLE_VERSION = 2;

/** What a style has for a kind of part; the schema of its patterns is the kind's own. */
const voiceSchema = <P extends Pattern>(pattern: z.ZodType<P>) =>
  z
    .strictObject({
      /** Level at which its part stands where its kind should in the mix, measured; left out where the kind's usual one does. */
      level: z.number().int().min(0).max(127).optional(),
      /** Where it stands in this style's mix: loudness against the whole band's, LU; left out where its kind usually does. */
      targetLoudness: z.number().min(-30).max(0).optional(),
      settings: settingsSchema,
      /** Patterns of the library, by their ids; the style's own follow them. */
      use: z.array(slugSchema).max(64).optional(),
      patterns: z.array(pattern).max(64).optional(),
      /** What patterns were called before: what a song has by an old id plays by the new one. */
      formerIds: z.record(slugSchema, slugSchema).optional(),
    })
    .superRefine(({ settings, use = [], patterns = [] }, ctx) => {
      const ids = [...use, ...patterns.map((p) => p.id)];
      if (!ids.length) {
        ctx.addIssue({ code: 'custom', message: 'A part needs one pattern at least.', path: ['use'] });
      }
      ids.forEach((id, i) => {
        if (ids.indexOf(id) !== i) {
          ctx.addIssue({
            code: 'custom',
            message: `Two patterns share the id "${id}".`,
            path: i < use.length ? ['use', i] : ['patterns', i - use.length, 'id'],
          });
        }
      });
      if (settings.pattern !== undefined && !ids.includes(settings.pattern)) {
        const message = `There is no pattern "${settings.pattern}" here. Name one of ${ids.join(', ')}.`;
        ctx.addIssue({ code: 'custom', message, path: ['settings', 'pattern'] });
      }
    });

/** A player of a band who is more than one of its kind: what is theirs beside what the style has for the kind. */
const playerSchema = z.strictObject({
  kind: slugSchema,
  name: nameSchema,
  level: z.number().int().min(0).max(127).optional(),
  settings: settingsSchema,
});

/** A member of a style's band: a kind of part, its settings and its level. */
export type Player = z.infer<typeof playerSchema>;

/** How a song is built up: by kinds of the band. */
const arcSchema = z.strictObject({
  /** Who plays from the first verse on: bass, beat and the first to play chords, where left out. */
  core: z.array(slugSchema).min(1).max(16).optional(),
  /** In what order the others come in, one or more for each chorus. */
  order: z.array(slugSchema).min(1).max(16).optional(),
  /** How a bridge is told otherwise; one of them, by the song's seed. */
  bridge: z
    .array(z.enum(['half time', 'lays out']))
    .min(1)
    .max(2)
    .optional(),
  /** How a section leads into another; one of them, by the song's seed: what stands twice is twice as likely. */
  transitions: z.array(z.enum(TRANSITIONS)).min(1).max(12).optional(),
  /** False where nobody stops before the last chorus. */
  breath: z.boolean().optional(),
  /** True where everyone plays from the first bar on. */
  all: z.boolean().optional(),
});

/** An intro: bars, and the kinds that play in it while the others wait. */
const introSchema = z.strictObject({
  bars: z.number().int().min(1).max(8),
  kinds: z.array(slugSchema).min(1).max(16),
});

/** The pattern schemas of the kinds that a style may have parts for. */
export interface PatternKind {
  readonly id: string;
  readonly range: readonly [number, number];
  readonly pattern: z.ZodType<Pattern>;
}

/** The schema of a style whose parts are of these kinds. */
export function styleSchemaFor(kinds: readonly PatternKind[]) {
  const parts = Object.fromEntries(kinds.map((kind) => [kind.id, voiceSchema(kind.pattern).optional()]));
  return z
    .strictObject({
      format: z.literal(STYLE_FORMAT),
      version: z.literal(STYLE_VERSION),
      id: slugSchema.min(1),
      name: nameSchema.max(40),
      feel: z.enum(FEELS),
      about: lineSchema.max(160),
      metres: z.array(metreSchema).min(1).max(40),
      /** Slowest and fastest tempo the style suits, and its own. */
      tempo: z.tuple([tempoSchema, tempoSchema]),
      usualTempo: tempoSchema,
      groove: grooveSchema.required(),
      /** The share of changes within a section that its players feel an eighth early together. */
      anticipation: z.strictObject({ share: z.number().min(0).max(0.8) }),
      /** How its players keep together: kick and bass as one or apart, how far sections rise and fall. */
      traits: z
        .strictObject({
          locked: z.boolean(),
          builds: z.number().min(0).max(2),
        })
        .optional(),
      /** How songs in it usually begin: an intro of so many bars, played by some kinds of its band. */
      intro: introSchema.optional(),
      /** How the band comes in through a song, where that is not as usual. */
      arc: arcSchema.optional(),
      /** How they usually end: the last chord, and what is made of the bars before it. */
      ends: endsSchema.optional(),
      /** What its players put on the chord they come home to, where chords are dressed. */
      tonicExtension: z.enum(TONIC_EXTENSIONS),
      /** The parts a new song has in this style, in order, by kind or as players; each of a kind it has patterns for. */
      band: z
        .array(z.union([slugSchema, playerSchema]))
        .min(1)
        .max(16),
      parts: z.strictObject(parts),
    })
    .superRefine((style, ctx) => {
      const say = (message: string, path: (string | number)[]) =>
        ctx.addIssue({ code: 'custom', message, path });
      const voices = style.parts as Partial<Record<string, KindInStyle>>;
      kindsOfBand(style).forEach((kind, i) => {
        if (!voices[kind])
          say(`The band has a part "${kind}", but the style has no patterns for it.`, ['band', i]);
      });
      style.intro?.kinds.forEach((kind, i) => {
        if (!kindsOfBand(style).includes(kind))
          say(`The intro is played by "${kind}", which the band has not.`, ['intro', 'kinds', i]);
      });
      (['core', 'order'] as const).forEach((list) =>
        style.arc?.[list]?.forEach((kind, i) => {
          if (!kindsOfBand(style).includes(kind))
            say(`The arc names "${kind}", which the band has not.`, ['arc', list, i]);
        }),
      );
      const [slowest, fastest] = style.tempo;
      if (slowest > fastest) say('The slowest tempo comes first, then the fastest.', ['tempo']);
      if (style.usualTempo < slowest || style.usualTempo > fastest) {
        say(`The usual tempo lies between ${slowest} and ${fastest}.`, ['usualTempo']);
      }
      for (const kind of kinds) {
        const register = voices[kind.id]?.settings.register;
        const [low, high] = kind.range;
        if (register !== undefined && (register < low || register > high)) {
          say(`The register of this part lies between ${low} and ${high}.`, [
            'parts',
            kind.id,
            'settings',
            'register',
          ]);
        }
      }
    });
}

/** What a style has for a kind of part, once its patterns are at hand. */
export interface KindInStyle {
  readonly level?: number | undefined;
  readonly targetLoudness?: number | undefined;
  readonly settings: z.infer<typeof settingsSchema>;
  readonly patterns: readonly Pattern[];
  readonly formerIds?: Readonly<Record<string, string>> | undefined;
}

/** A style as its file has it. */
export type StyleFile = z.infer<ReturnType<typeof styleSchemaFor>>;

/** A style that was read. Kinds it has nothing for play by patterns of their own. */
export type Style = Omit<StyleFile, 'parts'> & {
  readonly parts: Readonly<Partial<Record<string, KindInStyle>>>;
};
