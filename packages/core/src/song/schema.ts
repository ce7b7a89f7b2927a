/**
 * The song: one document, one schema, from which every type of the song is inferred.
 * Times are ticks (480 a quarter note) from the start of their section.
 */
import { z } from 'zod';
import { tryParseChord } from '../theory/chordGrammar';
import { SCALE_NAMES } from '../theory/scale';
import { ENDINGS, LEAD_INS, LIFTED, MOST_LIFT, SECTION_TYPES, REPEAT_VARIATIONS } from './choices';
import {
  FASTEST,
  MOST_TICKS,
  SLOWEST,
  id,
  keySchema,
  lineSchema,
  metreSchema,
  nameSchema,
  annotationSchema,
  quoted,
  slugSchema,
  tempoSchema,
  ticks,
} from './fields';
import { LIMITS } from './limits';
import { masterSchema, mixSchema } from './mix';
import { settingsSchema } from './settings/index';
import { LONGEST_PUSH, grooveSchema } from './settings/playing';
import { compSpanSchema, takeSchema } from './takeSchema';

/** What the players agree on among themselves, each point to be switched off; and how freely repeats are told. */
export const togetherSchema = z.strictObject({
  /** Some chords are felt early by all. */
  anticipations: z.boolean().optional(),
  /** Pushed chords are marked by the drums; where there is no chord they are silent too. */
  marks: z.boolean().optional(),
  /** Bass and kick strike together. */
  lock: z.boolean().optional(),
  /** Each part has its own place, the lead on top. */
  registers: z.boolean().optional(),
  /** Sections differ in strength, and build. */
  shape: z.boolean().optional(),
  /** The drums lead into what comes. */
  fills: z.boolean().optional(),
  /** Who plays, how full and how strong, by a playing's place in the form. */
  arc: z.boolean().optional(),
  /** How early all of them take up each chord, ticks; a chord with a push of its own keeps it. */
  anticipation: z.number().int().min(0).max(LONGEST_PUSH).optional(),
  repeatVariation: z.enum(REPEAT_VARIATIONS).optional(),
});

const bySettings = z.record(id, settingsSchema);

/** Pitches, MIDI numbers, ascending. */
const pitchesSchema = z.array(z.number().int().min(0).max(127)).min(1).max(10);

/** How one part plays a chord by hand: exact pitches, or frets from the lowest string (null muted). */
export const handSchema = z.union([
  z.strictObject({ pitches: pitchesSchema }),
  z.strictObject({ frets: z.array(z.number().int().min(0).max(24).nullable()).length(6) }),
]);

export const chordEventSchema = z.strictObject({
  id,
  start: ticks,
  length: ticks.min(1),
  /** A chord symbol, a cluster of exact tones like `<C4,Db4,E4>`, or null for no chord. */
  symbol: z
    .string()
    .max(60, { abort: true, error: 'A chord has at most 60 characters.' })
    .refine((text) => tryParseChord(text) !== null, {
      error: (issue) => `${quoted(issue.input)} is not a chord that can be read.`,
    })
    .nullable(),
  scale: z.enum(SCALE_NAMES).optional(),
  /** How early the chord is played, ticks before its start. */
  anticipation: z.number().int().min(0).max(LONGEST_PUSH).optional(),
  /** How the bass leads into it; left out where its pattern says. */
  leadIn: z.enum(LEAD_INS).optional(),
  /** Exact tones set by hand for every part that uses voicings, MIDI numbers, ascending. */
  voicing: pitchesSchema.optional(),
  /** By part: what the writer set for that part alone. */
  byHand: z.record(id, handSchema).optional(),
  /** By part: what it plays for this chord only. */
  settings: z.record(id, settingsSchema.pick({ pattern: true, atChange: true })).optional(),
});

export const draftSchema = z.strictObject({
  id,
  name: nameSchema,
  chords: z.array(chordEventSchema).max(LIMITS.chordsPerDraft),
});

/** A tempo on its way through metres: a slow quarter is slower still in dotted quarters. Beats a minute. */
const changedTempoSchema = z
  .number('A tempo is a number of beats a minute.')
  .min(SLOWEST / 3, 'That is slower than can be played.')
  .max(FASTEST * 3, 'That is faster than can be played.');

const barNumber = z.number().int().min(0).max(LIMITS.barsPerSection);

/**
 * From a bar of the section on: another key, metre or tempo. Bar 0 is the section's own. A tempo
 * counts the beat of the metre that holds there; `over` so many bars it is reached little by little.
 */
export const changeSchema = z
  .strictObject({
    bar: barNumber,
    key: keySchema.optional(),
    metre: metreSchema.optional(),
    tempo: changedTempoSchema.optional(),
    over: z.number().int().min(1).max(LIMITS.rampBars).optional(),
  })
  .refine(
    (c) => c.over === undefined || c.tempo !== undefined,
    'A gradual change needs the tempo it leads to.',
  );

/** A bar that is shorter than its metre. The first of a section is then a pick-up: it holds the end of a bar. */
export const ownLengthSchema = z.strictObject({ bar: barNumber, length: ticks.min(LIMITS.shortestBar) });

/**
 * From a tick of the section on, and until another where it ends, some parts play by other settings; with a `hit`
 * they strike once and are silent.
 */
export const cueSchema = z
  .strictObject({
    id,
    at: ticks,
    until: ticks.optional(),
    parts: z.array(id).min(1).max(LIMITS.parts),
    settings: settingsSchema,
    hit: z.literal(true).optional(),
  })
  .refine((cue) => cue.until === undefined || cue.until > cue.at, 'A cue ends before it begins.');

/** What was written into a bar and cannot be read: it stays there, with the tick its bar starts at, until it is mended. */
export const unreadSchema = z.strictObject({ at: ticks, text: lineSchema.min(1).max(LIMITS.unreadLength) });

/** How far a section stands above what is set for it, or below; `without` leaves some of what it moves as it is. */
export const liftSchema = z.strictObject({
  by: z.number().int().min(-MOST_LIFT).max(MOST_LIFT),
  without: z.array(z.enum(LIFTED)).max(LIFTED.length).optional(),
});

/** A section's own shape; order.ts adds what must be in order within it. */
export const sectionSchema = z.strictObject({
  id,
  name: nameSchema,
  bars: z.number().int().min(1).max(LIMITS.barsPerSection),
  changes: z.array(changeSchema).max(LIMITS.changes),
  /** Bars with a length of their own, in order. */
  ownLengths: z.array(ownLengthSchema).max(LIMITS.changes),
  drafts: z.array(draftSchema).min(1).max(LIMITS.drafts),
  /** The draft in use. */
  draft: id,
  settings: bySettings,
  /** Left out where it holds what the song says. */
  together: togetherSchema.optional(),
  cues: z.array(cueSchema).max(LIMITS.cues),
  /** Left out where its name says enough. */
  type: z.enum(SECTION_TYPES).optional(),
  lift: liftSchema.optional(),
  /** Lengths in bars of its first, second and further endings, which are its last bars, one behind the other. */
  endings: z.array(z.number().int().min(1).max(LIMITS.barsPerSection)).min(2).max(LIMITS.endings).optional(),
  /** By part: chords it follows instead of the chart's. */
  partChords: z.record(id, z.array(chordEventSchema).min(1).max(LIMITS.chordsPerDraft)).optional(),
  unread: z.array(unreadSchema).max(LIMITS.barsPerSection).optional(),
  /** Why it is as it is, for whoever comes back to it. */
  annotation: annotationSchema.optional(),
});

/** Which pass of an entry, 0-based. */
const passNumber = z.string().regex(/^\d{1,2}$/);
const closingBars = z.number().int().min(1).max(LIMITS.closingBars);

export const formEntrySchema = z.strictObject({
  /** Seeds hang on it, so that a playing added in front changes nothing behind it. */
  id,
  section: id,
  repeats: z.number().int().min(1).max(LIMITS.repeats),
  /** Settings for one pass (0-based) of this entry only. */
  occurrences: z.record(passNumber, bySettings).optional(),
  /** How far one pass is lifted, in place of what its section says. */
  lifts: z.record(passNumber, liftSchema).optional(),
});

/** A section that was taken out, with where it stood, the song's key and metre then, and its places in the form: it can be brought back. */
export const removedSchema = z.strictObject({
  section: sectionSchema,
  /** How many sections stood in front of it. */
  at: z.number().int().min(0).max(LIMITS.sections),
  key: keySchema,
  metre: metreSchema,
  positions: z
    .array(z.strictObject({ at: z.number().int().min(0).max(LIMITS.formEntries), entry: formEntrySchema }))
    .max(LIMITS.formEntries),
});

/** How the song comes to its end, beside what its last chord does. */
export const closeSchema = z.strictObject({
  /** The last so many bars slow down evenly, to so many percent of their tempo. */
  slow: z.strictObject({ bars: closingBars, to: z.number().int().min(30).max(95) }).optional(),
  /** The last so many bars are played so many times more. */
  tag: z.strictObject({ bars: closingBars, times: z.number().int().min(1).max(LIMITS.tagTimes) }).optional(),
  /** Bars through which it fades, where it ends so. */
  fade: closingBars.optional(),
});

/** How a song ends, all of it: its last chord, and what is made of the bars before it. */
export const endsSchema = z.strictObject({ ending: z.enum(ENDINGS), ...closeSchema.shape });
/** How a song ends: its last chord, and what is made of the bars before it. */
export type Ends = z.infer<typeof endsSchema>;

/** The guide sound: the chart's own chords, beside the band. */
export const guideSchema = z.strictObject({
  /** Chords sound as they are entered. */
  onEntry: z.boolean(),
  /** They sound under playback as well. */
  playback: z.boolean(),
  /** General MIDI program, 0-based. */
  instrument: z.number().int().min(0).max(127),
  level: z.number().int().min(0).max(127),
});

/** A note that is kept: start and length in ticks from where its playing begins, MIDI number, strength. */
const keptNoteSchema = z.tuple([
  z.number().int().min(-960).max(MOST_TICKS),
  z.number().int().min(1).max(MOST_TICKS),
  z.number().int().min(0).max(127),
  z.number().int().min(1).max(127),
]);

/** What a part played in one playing of a section: kept note for note. */
export const keptPlayingSchema = z.strictObject({
  section: id,
  /** The place of the form and its repeat. */
  entry: id,
  repeat: z.number().int().min(0).max(LIMITS.repeats),
  notes: z.array(keptNoteSchema).max(LIMITS.keptNotes),
});

export const partSchema = z.strictObject({
  id,
  kind: slugSchema,
  name: nameSchema,
  /** What the writer notes about it. */
  about: z.string().max(LIMITS.aboutLength).optional(),
  settings: settingsSchema,
  mix: mixSchema,
  /** Left out where the part is free; else what it plays, whatever chords and settings become. */
  frozen: z.array(keptPlayingSchema).max(LIMITS.formEntries).optional(),
  /** What it played at other tries, in the order in which they were made. */
  takes: z.array(takeSchema).max(LIMITS.takes).optional(),
  /** Where takes are played in place of what the part would play, each place once. */
  comp: z.array(compSpanSchema).max(LIMITS.compSpans).optional(),
});

/** The song's own shape; `songSchema` in check.ts adds what must hold between its pieces. */
export const songShape = z.strictObject({
  format: z.literal('vivid-backline-song'),
  version: z.literal(8),
  title: nameSchema,
  key: keySchema,
  metre: metreSchema,
  tempo: tempoSchema,
  style: slugSchema,
  seed: z.number().int().min(0).max(2_147_483_647),
  groove: grooveSchema,
  ending: z.enum(ENDINGS),
  close: closeSchema.optional(),
  parts: z.array(partSchema).max(LIMITS.parts),
  sections: z.array(sectionSchema).min(1).max(LIMITS.sections),
  form: z.array(formEntrySchema).max(LIMITS.formEntries),
  /** Sections that were taken out, the last one last. */
  removed: z.array(removedSchema).min(1).max(LIMITS.removed).optional(),
  /** Left out where the writer has changed nothing about it. */
  guide: guideSchema.optional(),
  /** Left out where the writer has changed nothing about it. */
  master: masterSchema.optional(),
  together: togetherSchema.optional(),
  annotation: annotationSchema.optional(),
  /** Words it is found by in the songbook. */
  tags: z.array(nameSchema.max(LIMITS.tagLength)).max(LIMITS.tags).optional(),
});

/** The song: the one document that is kept. */
export type Song = z.infer<typeof songShape>;
/** A section of the chart: bars, chords, settings, cues. */
export type Section = z.infer<typeof sectionSchema>;
/** One version of a section's chords. */
export type Draft = z.infer<typeof draftSchema>;
/** A section that was taken out and can be brought back. */
export type Removed = z.infer<typeof removedSchema>;
/** A chord of the chart: start and length in ticks from its section's start. */
export type ChordEvent = z.infer<typeof chordEventSchema>;
/** How one part plays a chord by hand: pitches, MIDI numbers, or frets. */
export type Hand = z.infer<typeof handSchema>;
/** Another key, metre or tempo from a bar (0-based) of a section on. */
export type Change = z.infer<typeof changeSchema>;
/** A bar (0-based) that is shorter than its metre, ticks. */
export type OwnLength = z.infer<typeof ownLengthSchema>;
/** Other settings for some parts from a tick of a section on. */
export type Cue = z.infer<typeof cueSchema>;
/** How far a section stands above what is set, −3 to 3. */
export type Lift = z.infer<typeof liftSchema>;
/** How the song comes to its end: slowing down, a tag, a fade, in bars. */
export type Close = z.infer<typeof closeSchema>;
/** A place of the form: a section and how often it is played there. */
export type FormEntry = z.infer<typeof formEntrySchema>;
/** A part of the band: its kind, settings and mix. */
export type Part = z.infer<typeof partSchema>;
/** The notes a frozen part keeps for one occurrence, ticks from its start. */
export type KeptPlaying = z.infer<typeof keptPlayingSchema>;
export type { MasterMix, Mix, Tone } from './mix';
export type { Settings } from './settings/index';
/** Swing, lateness and looseness of a song, a style or a part. */
export type Groove = z.infer<typeof grooveSchema>;
/** What the players agree on among themselves. */
export type Together = z.infer<typeof togetherSchema>;
/** The guide sound: the chart's own chords beside the band. */
export type Guide = z.infer<typeof guideSchema>;
