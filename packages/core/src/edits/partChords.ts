/** Edits of the chords a part follows instead of the chart's. */
import type { Draft } from 'immer';
import { holdUntilNext } from '../song/hold';
import { LIMITS } from '../song/limits';
import { freeId, freeName } from '../song/names';
import type { ChordEvent, Section, Song } from '../song/schema';
import { withoutBass } from '../theory/chord';
import { parseChord } from '../theory/chordGrammar';
import { keyOf, keyText } from '../theory/key';
import { shiftSymbol } from '../theory/transposition';
import { barAt, sectionBars } from '../time/bars';
import { chordsInUse } from '../song/inUse';
import { EditRefused, edit, type Edit } from './apply';
import { readBarsText, placesFrom } from './bars';
import { sectionIn, sectionLength } from './within';

/** What is hung on a chord for other parts stays with the chart. */
function plain({ id, start, length, symbol, push, scale, voicing }: ChordEvent): ChordEvent {
  return {
    id,
    start,
    length,
    symbol,
    ...(push !== undefined && { push }),
    ...(scale && { scale }),
    ...(voicing && { voicing: [...voicing] }),
  };
}

/** A section's chords as a part has them: its own, else the chart's. */
export const chordsOfPart = (section: Section, part: string): readonly ChordEvent[] =>
  section.partChords?.[part] ?? chordsInUse(section);

function change(
  name: string,
  sectionId: string,
  part: string,
  make: (chords: readonly ChordEvent[], section: Section, song: Song) => readonly ChordEvent[],
): Edit {
  return edit(name, (song) => {
    const section = sectionIn(song, sectionId);
    if (!section || !song.parts.some((p) => p.id === part)) return;
    const before = chordsOfPart(section, part).map((c) => plain(c));
    const made = holdUntilNext(make(before, section, song), sectionLength(section, song));
    section.partChords = { ...section.partChords, [part]: made as Draft<ChordEvent>[] };
  });
}

/** A copy of the chart's chords for the part, to be changed. */
export const startPartChords = (sectionId: string, part: string): Edit =>
  change('give a part its own chords', sectionId, part, (chords) => chords);

/** One chord in so many bars: the first of each. */
export const thinPartChords = (sectionId: string, part: string, every: number): Edit =>
  change('thin out the chords of a part', sectionId, part, (chords, section, song) => {
    const bars = sectionBars(section, song);
    return bars.flatMap((bar, i) => {
      if (i % every !== 0) return [];
      const sounding = chords.findLast((c) => c.start <= bar.start);
      return sounding ? [{ ...sounding, id: `p${i}`, start: bar.start, push: undefined }] : [];
    });
  });

/** One chord held through the section. */
export const holdPartChord = (sectionId: string, part: string, symbol: string): Edit =>
  change('hold one chord for a part', sectionId, part, () => [{ id: 'p0', start: 0, length: 1, symbol }]);

/** Every chord over one bass, a pedal; by itself the tone on which the section's key rests. */
export const pedalPartChords = (sectionId: string, part: string, bass?: string): Edit =>
  change('put a pedal under the chords of a part', sectionId, part, (chords, section, song) => {
    const key = keyOf(sectionBars(section, song)[0]?.key ?? song.key);
    const tone = bass ?? keyText(key).replace(/m$/, '');
    return chords.map((chord) => {
      if (chord.symbol === null || chord.symbol.startsWith('<')) return chord;
      const upper = withoutBass(chord.symbol);
      const root = /^[A-G][b#]*/.exec(upper)?.[0];
      return { ...chord, symbol: root === tone ? upper : `${upper}/${tone}`, voicing: undefined };
    });
  });

const isDominant = (symbol: string): boolean => {
  const { degrees, exact } = parseChord(symbol);
  return !exact && degrees.includes('3') && degrees.includes('b7');
};

/** Dominant sevenths by those a tritone away, which share their third and seventh (common practice). */
export const substitutePartChords = (sectionId: string, part: string): Edit =>
  change('reharmonise the chords of a part', sectionId, part, (chords, section, song) => {
    if (!chords.some((c) => c.symbol !== null && isDominant(c.symbol))) {
      throw new EditRefused('There is no dominant seventh here that another could stand in for.');
    }
    const bars = sectionBars(section, song);
    return chords.map((chord) => {
      if (chord.symbol === null || !isDominant(chord.symbol)) return chord;
      const key = keyOf(barAt(bars, chord.start).key);
      const symbol = shiftSymbol(withoutBass(chord.symbol), TRITONE, key);
      return { ...chord, symbol, voicing: undefined };
    });
  });

const TRITONE = 6;

/** Chords of a part as bars of a chart are written: `Am7 | D7 | G`. Throws where they do not read. */
export const writePartChords = (sectionId: string, part: string, text: string): Edit =>
  change('write the chords of a part', sectionId, part, (_before, section, song) => {
    const bars = readBarsText(text, placesFrom(song, section, 0));
    if (bars.length > section.bars) {
      throw new EditRefused(
        `That is ${bars.length} bars, and ${section.name} has ${section.bars}. Write ${section.bars} at most.`,
      );
    }
    const places = sectionBars(section, song);
    return bars.flatMap((chords, i) =>
      chords.map(({ start, length, symbol, push }, n): ChordEvent => ({
        id: `p${i}-${n}`,
        start: places[i]!.start + start,
        length,
        symbol,
        ...(push && { push }),
      })),
    );
  });

/** Lets the part follow the chart again. */
export const letPartChordsGo = (sectionId: string, part: string): Edit =>
  edit('let a part follow the chart', (song) => {
    const section = sectionIn(song, sectionId);
    if (!section?.partChords?.[part]) return;
    const { [part]: _own, ...others } = section.partChords;
    if (Object.keys(others).length) section.partChords = others;
    else delete section.partChords;
  });

/** Makes a part's chords the chart's: as a draft of their own, which is then in use, so that the chart's are not lost. */
export const makePartChordsTheChart = (sectionId: string, part: string, name: string): Edit =>
  edit("make a part's chords the chart's", (song) => {
    const section = sectionIn(song, sectionId);
    const own = section?.partChords?.[part];
    if (!section || !own) return;
    if (section.drafts.length >= LIMITS.drafts) {
      throw new EditRefused(`A section has at most ${LIMITS.drafts} drafts. Take one out first.`);
    }
    const id = freeId(
      'd',
      section.drafts.map((d) => d.id),
    );
    const drafts = section.drafts.map((d) => d.name);
    section.drafts.push({ id, name: freeName(drafts, name), chords: own });
    section.draft = id;
    const { [part]: _own, ...others } = section.partChords!;
    if (Object.keys(others).length) section.partChords = others;
    else delete section.partChords;
  });
