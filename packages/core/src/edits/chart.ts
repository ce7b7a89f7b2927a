import type { Section, Song } from '../song/schema';
import { chordsInUse } from '../timeline/passes';
import { edit, type Edit } from './apply';
import { freeId } from './form';

/** A section of the song as written, with what a chart cannot say taken over from the one of its name. */
function merged(written: Section, before: Section | undefined): Section {
  if (!before) return written;
  const old = chordsInUse(before);
  const chords = chordsInUse(written).map((chord) => {
    const same = old.find((c) => c.start === chord.start && c.symbol === chord.symbol);
    return same ? { ...same, length: chord.length, push: chord.push } : chord;
  });
  const taken = new Set<string>();
  const unique = chords.map(({ push, ...chord }) => {
    const id = taken.has(chord.id) ? freeId('c', [...taken, ...chords.map((c) => c.id)]) : chord.id;
    taken.add(id);
    return { ...chord, id, ...(push ? { push } : {}) };
  });
  return {
    ...before,
    bars: written.bars,
    changes: written.changes,
    drafts: before.drafts.map((d) => (d.id === before.draft ? { ...d, chords: unique } : d)),
    cues: before.cues.filter((cue) => cue.bar < written.bars),
  };
}

/**
 * Takes a chart read from text into the song: sections keep their settings, cues and other
 * drafts by name; parts, groove, seed and mix stay.
 */
export const takeChart = (written: Song): Edit =>
  edit('rewrite the chart', (song) => {
    const before = new Map(song.sections.map((s) => [s.name, JSON.parse(JSON.stringify(s)) as Section]));
    const ids = new Map<string, string>();
    const taken: string[] = song.sections.map((s) => s.id);
    const sections = written.sections.map((section) => {
      const next = merged(section, before.get(section.name));
      const known = before.has(section.name);
      const id = known ? next.id : freeId('s', taken);
      if (!known) taken.push(id);
      ids.set(section.id, id);
      return { ...next, id };
    });
    const passes = new Map(song.form.map((e) => [`${e.section}`, e.passes]));
    song.sections = sections;
    song.form = written.form.map(({ section, repeats }) => {
      const id = ids.get(section)!;
      const kept = passes.get(id);
      return { section: id, repeats, ...(kept ? { passes: kept } : {}) };
    });
    Object.assign(song, {
      title: written.title,
      key: written.key,
      metre: written.metre,
      tempo: written.tempo,
      style: written.style,
    });
  });
