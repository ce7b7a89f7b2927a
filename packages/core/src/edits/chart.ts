/** The chart taken back from text: what a chart cannot say stays with what it belongs to. */
import { freeId, freeIds } from '../song/names';
import { holdUntilNext } from '../song/hold';
import type { ChordEvent, FormEntry, Section, Song } from '../song/schema';
import { barsLength, sectionBars } from '../time/bars';
import { chordsInUse } from '../song/inUse';
import { movedCues } from './anchors';
import { edit, type Edit } from './apply';
import { takeOut } from './removed';

/** Chords as written; one that stays where it was keeps what was set for it. */
function chordsTaken(written: readonly ChordEvent[], before: readonly ChordEvent[]): ChordEvent[] {
  const nextId = freeIds(
    'c',
    before.map((c) => c.id),
  );
  const places = new Map(before.map((c) => [`${c.start}/${c.symbol}`, c]));
  return written.map((chord) => {
    const same = places.get(`${chord.start}/${chord.symbol}`);
    const id = same?.id ?? nextId();
    const { anticipation: _push, leadIn: _lead, ...kept } = same ?? chord;
    const { anticipation, leadIn } = chord;
    return {
      ...kept,
      id,
      length: chord.length,
      ...(anticipation ? { anticipation } : {}),
      ...(leadIn && { leadIn }),
    };
  });
}

/** A section as written, with all that a chart cannot say taken over from the one it was. */
function merged(written: Section, before: Section, song: Song): Section {
  const bars = sectionBars(written, song);
  const end = barsLength(bars);
  const { endings: _endings, partChords: _own, unread: stood, ...kept } = before;
  // What cannot be read stays where a bar still begins there.
  const unread = stood?.filter(({ at }) => bars.some((bar) => bar.start === at));
  return {
    ...kept,
    name: written.name,
    bars: written.bars,
    changes: written.changes,
    drafts: before.drafts.map((d) => ({
      ...d,
      chords:
        d.id === before.draft
          ? chordsTaken(chordsInUse(written), chordsInUse(before))
          : holdUntilNext(d.chords, end),
    })),
    ownLengths: written.ownLengths,
    cues: movedCues(before.cues, (tick) => tick, end),
    ...(unread?.length && { unread }),
    ...(before.partChords && { partChords: cutTo(before.partChords, end) }),
    ...(fittingEndings(before, written.bars) && { endings: before.endings }),
  };
}

const cutTo = (lists: NonNullable<Section['partChords']>, end: number): Section['partChords'] =>
  Object.fromEntries(Object.entries(lists).map(([part, chords]) => [part, holdUntilNext(chords, end)]));

/** Endings stay where as many bars are written as there were. */
const fittingEndings = ({ endings, bars }: Section, written: number): boolean =>
  endings !== undefined && bars === written;

/**
 * Which section of the song each written one is: that of its name, else (renamed in the text) one
 * whose name is gone from it and that stood at the same place.
 */
function pairs(written: readonly Section[], before: readonly Section[]): Map<Section, Section> {
  const byName = new Map(before.map((s) => [s.name, s]));
  const found = new Map<Section, Section>();
  for (const section of written) {
    const same = byName.get(section.name);
    if (same) found.set(section, same);
  }
  const paired = new Set(found.values());
  written.forEach((section, i) => {
    const there = before[i];
    if (found.has(section) || !there || paired.has(there)) return;
    found.set(section, there);
    paired.add(there);
  });
  return found;
}

/**
 * For each place of the written form the place it was before, or null: the longest common run of
 * sections, so that what was set for one playing neither moves to another nor is lost.
 */
function placesBefore(form: readonly FormEntry[], before: readonly FormEntry[]): (FormEntry | null)[] {
  const width = before.length + 1;
  const common = new Uint16Array((form.length + 1) * width);
  const worth = (a: FormEntry, b: FormEntry): number =>
    a.section !== b.section ? 0 : a.repeats === b.repeats ? 3 : 2;
  for (let i = form.length - 1; i >= 0; i--) {
    for (let j = before.length - 1; j >= 0; j--) {
      const both = worth(form[i]!, before[j]!);
      common[i * width + j] = Math.max(
        common[(i + 1) * width + j]!,
        common[i * width + j + 1]!,
        both ? both + common[(i + 1) * width + j + 1]! : 0,
      );
    }
  }
  const found: (FormEntry | null)[] = form.map(() => null);
  for (let i = 0, j = 0; i < form.length && j < before.length;) {
    const both = worth(form[i]!, before[j]!);
    const here = common[i * width + j]!;
    if (both && here === both + common[(i + 1) * width + j + 1]!) found[i++] = before[j++]!;
    else if (here === common[(i + 1) * width + j]!) i++;
    else j++;
  }
  return found;
}

/** Sections in the order they had; a new one stands behind the one it follows in the text. */
function inOldOrder(written: readonly Section[], before: readonly Section[]): Section[] {
  const byId = new Map(written.map((s) => [s.id, s]));
  const order = before.flatMap((s) => byId.get(s.id) ?? []);
  const placed = new Set(order);
  written.forEach((section, i) => {
    if (placed.has(section)) return;
    const behind = written[i - 1];
    order.splice(behind ? order.indexOf(behind) + 1 : 0, 0, section);
    placed.add(section);
  });
  return order;
}

/**
 * Takes a chart read from text into the song: sections keep their settings, cues and other
 * drafts, playings what was set for them; parts, groove, seed and mix stay.
 */
export const takeChart = (written: Song): Edit =>
  edit('rewrite the chart', (song) => {
    const before = JSON.parse(JSON.stringify({ sections: song.sections, form: song.form })) as Pick<
      Song,
      'sections' | 'form'
    >;
    const known = pairs(written.sections, before.sections);
    const ids = new Map<string, string>();
    const taken = before.sections.map((s) => s.id);
    const sections = written.sections.map((section) => {
      const old = known.get(section);
      const id = old?.id ?? freeId('s', taken);
      if (!old) taken.push(id);
      ids.set(section.id, id);
      return { ...(old ? merged(section, old, written) : section), id };
    });
    // Sections that the text has no more can be brought back.
    const kept = new Set(sections.map((s) => s.id));
    for (const { id } of before.sections) if (!kept.has(id)) takeOut(song, id);
    song.sections = inOldOrder(sections, before.sections);
    const form = written.form.map((entry) => ({ ...entry, section: ids.get(entry.section)! }));
    const places = placesBefore(form, before.form);
    const takenPlaces = before.form.map((e) => e.id);
    song.form = form.map(({ section, repeats }, i) => {
      const old = places[i];
      const id = old?.id ?? freeId('e', takenPlaces);
      if (!old) takenPlaces.push(id);
      return {
        id,
        section,
        repeats,
        ...(old?.occurrences && { occurrences: old.occurrences }),
        ...(old?.lifts && { lifts: old.lifts }),
      };
    });
    const { title, key, metre, tempo, style } = written;
    Object.assign(song, { title, key, metre, tempo, style });
  });
