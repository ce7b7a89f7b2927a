/** The edit that cuts a section in two, and what it shares with the one that makes one of two. */
import type { Draft } from 'immer';
import { freeId, freeName } from '../song/names';
import type { Cue, FormEntry, Section } from '../song/schema';
import { barsLength, sectionBars } from '../time/bars';
import { cuesWithin } from '../timeline/playedBars';
import { EditRefused, edit, type Edit } from './apply';
import { sayMoves } from '../song/barMoves';
import { freeSectionId, namesBut } from './form';
import { copyOf, cutToLength, takeBars } from './within';
import type { BarIndex } from '../units/units';

/** Gives entries of a form ids of their own, but the first of each that is split up. */
export function withIds(entries: readonly FormEntry[]): FormEntry[] {
  const taken: string[] = entries.map((e) => e.id);
  const seen = new Set<string>();
  return entries.map((entry) => {
    if (!seen.has(entry.id)) {
      seen.add(entry.id);
      return entry;
    }
    const id = freeId('e', taken);
    taken.push(id);
    return { ...entry, id };
  });
}

/** One pass of an entry as an entry of its own. */
export function occurrenceAlone(entry: FormEntry, pass: number): FormEntry {
  const { id, section, occurrences, lifts } = entry;
  return {
    id,
    section,
    repeats: 1,
    ...(occurrences?.[pass] && { occurrences: { 0: copyOf(occurrences[pass]) } }),
    ...(lifts?.[pass] && { lifts: { 0: copyOf(lifts[pass]) } }),
  };
}

/**
 * Cuts a section in two before a bar (0-based): what stood behind it becomes a section of its own, played right
 * after the first wherever that is played. It sounds as before, but for phrases that end at the cut.
 * @throws EditRefused, when it is applied, where the bar is none to cut before.
 */
export const splitSection = (id: string, bar: BarIndex): Edit =>
  edit('split a section', (song) => {
    const at = song.sections.findIndex((s) => s.id === id);
    const section = song.sections[at];
    if (!section || bar <= 0 || bar >= section.bars) return;
    if (section.endings) {
      throw new EditRefused(
        'endings-in-the-way',
        'A section with first and second endings stays whole. Take its endings away first.',
      );
    }
    const back = copyOf(section) as Draft<Section>;
    back.id = freeSectionId(song);
    back.name = freeName(namesBut(song, null), section.name);
    song.sections.splice(at + 1, 0, back);
    const bars = sectionBars(section, song);
    sayMoves(song, {
      to: { [id]: bars.map((_, i) => ({ section: i < bar ? id : back.id, bar: i })) },
      bars: { [id]: bar, [back.id]: bars.length },
    });
    const cues = cuesWithin(copyOf(section.cues), bars[bar]!.start, barsLength(bars));
    takeBars(back, song, 0, bar);
    back.cues = cues as Draft<Cue[]>;
    cutToLength(section, song, bar);
    song.form = withIds(
      song.form.flatMap((entry) => {
        if (entry.section !== id) return [entry];
        return Array.from({ length: entry.repeats }, (_, pass) => occurrenceAlone(entry, pass)).flatMap(
          (one) => [one, { ...one, section: back.id }],
        );
      }),
    );
  });
