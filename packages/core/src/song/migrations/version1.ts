/** Version 1: places of the form had no ids, and order within a section was not checked. */
import { z } from 'zod';
import { barsLength, sectionBars } from '../../time/bars';
import { holdUntilNext } from '../hold';
import { LIMITS } from '../limits';
import { freeName } from '../names';
import { formEntrySchema, type ChordEvent, type FormEntry } from '../schema';
import { version2Schema, type Version2 } from './version2';

export const version1Schema = version2Schema.extend({
  version: z.literal(1),
  form: z.array(formEntrySchema.omit({ id: true })).max(LIMITS.formEntries),
});

type Version1 = z.infer<typeof version1Schema>;
type OldSection = Version1['sections'][number];

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
function boundedForm(form: Version1['form'], sections: readonly OldSection[]): FormEntry[] {
  const bars = new Map(sections.map((s) => [s.id, s.bars]));
  let left: number = LIMITS.playedBars;
  return form.flatMap((entry, i) => {
    const size = bars.get(entry.section) ?? 1;
    const repeats = Math.min(entry.repeats, Math.floor(left / size));
    left -= size * repeats;
    return repeats > 0 ? [{ ...entry, id: `e${i + 1}`, repeats }] : [];
  });
}

export function fromVersion1(old: Version1): Version2 {
  const names: string[] = [];
  const sections = old.sections.map((section) => {
    const next = sectionInOrder(section, old, names);
    names.push(next.name);
    return next;
  });
  return { ...old, version: 2, sections, form: boundedForm(old.form, sections) };
}
