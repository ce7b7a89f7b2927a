/**
 * Version 2: cues stood at bars, each for one part, and held until the section ended; every bar was whole. What it
 * was is written down here and never changes with what a song is today; the rest goes through as it is, and is
 * checked at the door.
 */
import { z } from 'zod';
import { sectionBars } from '../../time/bars';

const barNumber = z.number().int().min(0).max(999);

const changeSchema = z.looseObject({
  bar: barNumber,
  key: z.string().max(12).optional(),
  metre: z.string().max(20).optional(),
  tempo: z.number().min(10).max(900).optional(),
  over: z.number().int().min(1).max(64).optional(),
});

const cueSchema = z.strictObject({
  id: z.string().min(1).max(40),
  bar: barNumber,
  part: z.string().min(1).max(40),
  settings: z.record(z.string(), z.unknown()),
});

export const chordSchemaV2 = z.looseObject({
  id: z.string().min(1).max(40),
  start: z.number().int().min(0).max(10_000_000),
  length: z.number().int().min(1).max(10_000_000),
  symbol: z.string().max(60).nullable(),
});

export const sectionSchemaV2 = z.looseObject({
  id: z.string().min(1).max(40),
  name: z.string().max(400),
  bars: z.number().int().min(1).max(999),
  changes: z.array(changeSchema).max(999),
  drafts: z.array(z.looseObject({ chords: z.array(chordSchemaV2).max(2000) })).max(20),
  cues: z.array(cueSchema).max(500),
});

export const version2Schema = z.looseObject({
  version: z.literal(2),
  key: z.string().max(12),
  metre: z.string().max(20),
  tempo: z.number().min(10).max(900),
  sections: z.array(sectionSchemaV2).min(1).max(60),
});

/** A song document of version 2. */
export type Version2 = z.infer<typeof version2Schema>;

function sectionWithTicks(old: Version2['sections'][number], song: Version2) {
  const section = { ...old, ownLengths: [] };
  const bars = sectionBars(section, song);
  const cues = old.cues
    .filter((cue) => cue.bar < bars.length)
    .map(({ bar, part, ...cue }) => ({ ...cue, at: bars[bar]!.start, parts: [part] }));
  return { ...section, cues };
}

/** A document of version 3, unchecked. */
export const fromVersion2 = (old: Version2): object => ({
  ...old,
  version: 3,
  sections: old.sections.map((section) => sectionWithTicks(section, old)),
});
