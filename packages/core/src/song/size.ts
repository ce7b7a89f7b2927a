/** How large a song is, and what is said where it would be too large to be kept. */
import { LIMITS } from './limits';
import type { FormEntry, Section, Song } from './schema';
import { utf8Length } from './text';

/** Bars a form plays out to. */
export function barsInForm(
  sections: readonly Pick<Section, 'id' | 'bars'>[],
  form: readonly Pick<FormEntry, 'section' | 'repeats'>[],
): number {
  const bars = new Map(sections.map((s) => [s.id, s.bars]));
  return form.reduce((sum, { section, repeats }) => sum + (bars.get(section) ?? 0) * repeats, 0);
}

/** Sizes of what did not change are remembered by identity: songs are never changed in place. */
const sizes = new WeakMap<object, number>();

/** Bytes of a value as JSON in UTF-8, as `JSON.stringify` would write it. */
function jsonBytes(value: unknown): number {
  if (typeof value !== 'object' || value === null) return utf8Length(JSON.stringify(value ?? null));
  const known = sizes.get(value);
  if (known !== undefined) return known;
  let items = 0;
  let size = 2;
  if (Array.isArray(value)) {
    items = value.length;
    for (const item of value) size += jsonBytes(item);
  } else {
    for (const [name, item] of Object.entries(value)) {
      if (item === undefined) continue;
      items++;
      size += utf8Length(JSON.stringify(name)) + 1 + jsonBytes(item);
    }
  }
  size += Math.max(0, items - 1);
  sizes.set(value, size);
  return size;
}

/** Bytes of a song as JSON in UTF-8. */
export const songBytes = (song: Song): number => jsonBytes(song);

function sectionTrouble({ name, bars, drafts, changes, cues }: Section): string | null {
  if (bars > LIMITS.barsPerSection) return `A section has at most ${LIMITS.barsPerSection} bars.`;
  if (drafts.length > LIMITS.drafts) return `A section has at most ${LIMITS.drafts} drafts.`;
  if (changes.length > LIMITS.changes) {
    return `A section changes key, metre or tempo at most ${LIMITS.changes} times.`;
  }
  if (cues.length > LIMITS.cues) return `A section has at most ${LIMITS.cues} cues.`;
  const full = drafts.find((d) => d.chords.length > LIMITS.chordsPerDraft);
  return full
    ? `"${name}" would hold ${full.chords.length} chords; a section holds ${LIMITS.chordsPerDraft} at most. Put some into another section.`
    : null;
}

const fits = new WeakSet<Section>();

function fittingSection(section: Section): string | null {
  if (fits.has(section)) return null;
  const trouble = sectionTrouble(section);
  if (!trouble) fits.add(section);
  return trouble;
}

/** Why a song is too large to be kept, as a sentence; null where it fits. */
export function limitTrouble(song: Song): string | null {
  if (song.sections.length > LIMITS.sections) return `A song has at most ${LIMITS.sections} sections.`;
  if (song.parts.length > LIMITS.parts) return `A song has at most ${LIMITS.parts} parts.`;
  if (song.form.length > LIMITS.formEntries) {
    return `The form has at most ${LIMITS.formEntries} places. Repeat a section instead, or take one out.`;
  }
  const bars = barsInForm(song.sections, song.form);
  if (bars > LIMITS.playedBars) {
    return `The form would play out to ${bars} bars; a song has ${LIMITS.playedBars} at most. Lower the repeats or shorten a section.`;
  }
  for (const section of song.sections) {
    const trouble = fittingSection(section);
    if (trouble) return trouble;
  }
  const fullest = song.parts.find(({ takes }) => (takes?.length ?? 0) > LIMITS.takes);
  if (fullest) {
    return `${fullest.name} would have more than ${LIMITS.takes.toLocaleString('en')} takes. Delete those that were put away.`;
  }
  return songBytes(song) > LIMITS.songBytes
    ? `The song would be larger than ${LIMITS.songBytes / 1e6} MB. Take out drafts or takes, or go on in another song.`
    : null;
}
