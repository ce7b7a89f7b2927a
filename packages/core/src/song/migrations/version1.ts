/**
 * Version 1: places of the form had no ids, and order within a section was not checked. What it was is written down
 * here and never changes with what a song is today.
 */
import { z } from 'zod';
import { barsLength, sectionBars } from '../../time/bars';
import { holdUntilNext } from '../hold';
import { freeName } from '../names';
import type { ChordEvent } from '../schema';
import { version2Schema, type Version2 } from './version2';

const entrySchema = z.looseObject({
  id: z.never().optional(),
  section: z.string().min(1).max(40),
  repeats: z.number().int().min(1).max(16),
});

export const version1Schema = version2Schema.extend({
  version: z.literal(1),
  form: z.array(entrySchema).max(200),
});

type Version1 = z.infer<typeof version1Schema>;
type OldSection = Version1['sections'][number];

/** Bars that a form may play out to. */
const PLAYED_BARS = 5000;

/** Chords with ids of their own, in order, none after the section's end. */
function inOrder(chords: readonly ChordEvent[], end: number): ChordEvent[] {
  const taken = new Set<string>();
  const named = chords.map((chord) => {
    let id = chord.id;
    for (let n = chords.length + 1; taken.has(id); n++) id = `c${n}`;
    taken.add(id);
    return { ...chord, id };
  });
  return holdUntilNext(named, end);
}

function sectionInOrder(section: OldSection, song: Version1, names: readonly string[]): OldSection {
  const changes = [...new Map(section.changes.map((c) => [c.bar, c])).values()]
    .filter((c) => c.bar < section.bars)
    .sort((a, b) => a.bar - b.bar);
  const end = barsLength(sectionBars({ bars: section.bars, changes, ownLengths: [] }, song));
  return {
    ...section,
    name: freeName(names, section.name),
    changes,
    drafts: section.drafts.map((d) => ({ ...d, chords: inOrder(d.chords, end) })),
    cues: section.cues.filter((c) => c.bar < section.bars),
  };
}

/** A form no longer than a song may be: repeats and places past the limit are let go. */
function boundedForm(form: Version1['form'], sections: readonly OldSection[]): object[] {
  const bars = new Map(sections.map((s) => [s.id, s.bars]));
  let left = PLAYED_BARS;
  return form.flatMap((entry, i) => {
    const size = bars.get(entry.section) ?? 1;
    const repeats = Math.min(entry.repeats, Math.floor(left / size));
    left -= size * repeats;
    return repeats > 0 ? [{ ...entry, id: `e${i + 1}`, repeats }] : [];
  });
}

/** A document of version 2, unchecked. */
export function fromVersion1(old: Version1): Version2 {
  const names: string[] = [];
  const sections = old.sections.map((section) => {
    const next = sectionInOrder(section, old, names);
    names.push(next.name);
    return next;
  });
  return { ...old, version: 2, sections, form: boundedForm(old.form, sections) };
}
