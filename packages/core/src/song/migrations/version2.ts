/** Version 2: cues stood at bars, each for one part, and held until the section ended; every bar was whole. */
import { z } from 'zod';
import { sectionBars } from '../../time/bars';
import { LIMITS } from '../limits';
import { cueSchema, sectionSchema, songShape, type Section, type Song } from '../schema';

const oldCueSchema = z.strictObject({
  id: cueSchema.shape.id,
  bar: z.number().int().min(0).max(LIMITS.barsPerSection),
  part: cueSchema.shape.id,
  settings: cueSchema.shape.settings,
});

const oldSectionSchema = sectionSchema
  .omit({ ownLengths: true })
  .extend({ cues: z.array(oldCueSchema).max(LIMITS.cues) });

export const version2Schema = songShape.extend({
  version: z.literal(2),
  sections: z.array(oldSectionSchema).min(1).max(LIMITS.sections),
});

export type Version2 = z.infer<typeof version2Schema>;

function sectionWithTicks(old: Version2['sections'][number], song: Version2): Section {
  const section = { ...old, ownLengths: [] };
  const bars = sectionBars(section, song);
  const cues = old.cues
    .filter((cue) => cue.bar < bars.length)
    .map(({ bar, part, ...cue }) => ({ ...cue, at: bars[bar]!.start, parts: [part] }));
  return { ...section, cues };
}

export const fromVersion2 = (old: Version2): Song => ({
  ...old,
  version: 3,
  sections: old.sections.map((section) => sectionWithTicks(section, old)),
});
