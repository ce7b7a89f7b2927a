/** Edits of the chords a part follows instead of the chart's. */
import type { Draft } from 'immer';
import { holdUntilNext } from '../song/hold';
import { LIMITS } from '../song/limits';
import { freeId, freeName } from '../song/names';
import type { ChordEvent, Section, Song } from '../song/schema';
import { withoutBass } from '../theory/chord';
import { keyOf, keyText } from '../theory/key';
import { borrowed, dominantOf, relative, tritoneAway } from '../theory/reharmony';
import { barAt, sectionBars, type Bar } from '../time/bars';
import { metreOf } from '../time/metre';
import { chordsInUse } from '../song/inUse';
import { EditRefused, edit, type Edit } from './apply';
import { readBarsText, placesFrom } from './bars';
import { sectionIn, sectionLength } from './within';

/** What is hung on a chord for other parts stays with the chart. */
function plain({ id, start, length, symbol, anticipation: push, scale, voicing }: ChordEvent): ChordEvent {
  return {
    id,
    start,
    length,
    symbol,
    ...(push !== undefined && { anticipation: push }),
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
      return sounding ? [{ ...sounding, id: `p${i}`, start: bar.start, anticipation: undefined }] : [];
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

/** Ways to put other chords in the place of those that stand there. */
export const REHARMONIES = ['tritone', 'relatives', 'borrowed', 'dominants'] as const;
/** By which rule chords of one part are put in place of those of the chart. */
export type Reharmony = (typeof REHARMONIES)[number];

const OTHER = { tritone: tritoneAway, relatives: relative, borrowed } as const;

/** What is said where a way finds nothing to change. */
const NOTHING: Readonly<Record<Reharmony, string>> = {
  tritone: 'There is no dominant seventh here that another could stand in for.',
  relatives: 'No chord here is one of the key’s own that has a relative.',
  borrowed: 'There is nothing here to borrow: the key is minor, or its own chords are home and dominant.',
  dominants: 'No chord here lasts two beats before another, so that a dominant could lead over.',
};

/** A dominant in the second half of each chord, on a beat, that leads to the next one. */
function ledOver(chords: readonly ChordEvent[], bars: readonly Bar[]): ChordEvent[] {
  return chords.flatMap((chord, i) => {
    const next = chords[i + 1];
    const bar = barAt(bars, chord.start);
    const beat = metreOf(bar.metre).counted;
    const length = (next?.start ?? 0) - chord.start;
    const led = Math.floor(length / beat / 2) * beat;
    if (chord.symbol === null || !next?.symbol || led < beat) return [chord];
    const symbol = dominantOf(next.symbol, keyOf(barAt(bars, next.start).key));
    if (symbol === null || symbol === chord.symbol || next.symbol === chord.symbol) return [chord];
    return [chord, { id: `${chord.id}-v`, start: next.start - led, length: led, symbol }];
  });
}

/**
 * Other chords in the place of a part's own.
 * @throws EditRefused, when it is applied, where nothing of that way is found.
 */
export const reharmonisePartChords = (sectionId: string, part: string, way: Reharmony): Edit =>
  change('reharmonise the chords of a part', sectionId, part, (chords, section, song) => {
    const bars = sectionBars(section, song);
    const made =
      way === 'dominants'
        ? ledOver(chords, bars)
        : chords.map((chord) => {
            if (chord.symbol === null) return chord;
            const symbol = OTHER[way](chord.symbol, keyOf(barAt(bars, chord.start).key));
            return symbol === chord.symbol ? chord : { ...chord, symbol, voicing: undefined };
          });
    if (made.length === chords.length && made.every((chord, i) => chord === chords[i])) {
      throw new EditRefused('nothing-to-reharmonise', NOTHING[way]);
    }
    return made;
  });

/** Chords of a part as bars of a chart are written: `Am7 | D7 | G`. Throws where they do not read. */
export const writePartChords = (sectionId: string, part: string, text: string): Edit =>
  change('write the chords of a part', sectionId, part, (_before, section, song) => {
    const bars = readBarsText(text, placesFrom(song, section, 0));
    if (bars.length > section.bars) {
      throw new EditRefused(
        'chords-too-long',
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
        ...(push && { anticipation: push }),
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

/**
 * Makes a part's chords the chart's: as a draft of their own, which is then in use, so that the chart's are not
 * lost.
 * @throws EditRefused, when it is applied, where there is no room for a draft more.
 */
export const makePartChordsTheChart = (sectionId: string, part: string, name: string): Edit =>
  edit("make a part's chords the chart's", (song) => {
    const section = sectionIn(song, sectionId);
    const own = section?.partChords?.[part];
    if (!section || !own) return;
    if (section.drafts.length >= LIMITS.drafts) {
      throw new EditRefused(
        'drafts-too-many',
        `A section has at most ${LIMITS.drafts} drafts. Take one out first.`,
      );
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
