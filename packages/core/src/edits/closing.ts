/** Edits of how the song begins and ends, and of how one section is played through. */
import type { Draft } from 'immer';
import { USUAL_FADE } from '../song/choices';
import { freeName } from '../song/names';
import type { Close, Ends, Settings, Song } from '../song/schema';
import { barsLength, sectionBars } from '../time/bars';
import { chordsInUse } from '../song/inUse';
import { EditRefused, edit, type Edit } from './apply';
import { freeSectionId, namesBut, entryFor } from './form';
import { repeatBars } from './barRangeEdits';
import { copyOf, sectionIn } from './within';

/** How the last chord ends. */
export const setEnding = (ending: Song['ending']): Edit =>
  edit('change the ending', (song) => {
    song.ending = ending;
    if (ending === 'fade') song.close = { ...song.close, fade: song.close?.fade ?? USUAL_FADE };
    else if (song.close) {
      delete song.close.fade;
      if (Object.keys(song.close).length === 0) delete song.close;
    }
  });

/** Lets a song end in a way, in place of all that was said of it. */
export function endSong(song: Pick<Song, 'ending' | 'close'>, { ending, ...close }: Ends): void {
  song.ending = ending;
  if (Object.keys(close).length) song.close = copyOf(close);
  else delete song.close;
}

/** Lets the song end as songs in its style do. */
export const endAs = (ends: Ends): Edit => edit('change how the song ends', (song) => endSong(song, ends));

/** A ritardando, a tag, how long it fades; `undefined` takes one away. */
export const setClose = (close: Partial<{ [part in keyof Close]: Close[part] | undefined }>): Edit =>
  edit(
    'change how the song ends',
    (song) => {
      const next: Close = { ...song.close };
      for (const [name, value] of Object.entries(close)) {
        if (value === undefined) delete next[name as keyof Close];
        else Object.assign(next, { [name]: value });
      }
      if (Object.keys(next).length) song.close = next;
      else delete song.close;
    },
    `close/${Object.keys(close).join()}`,
  );

/**
 * First, second and further endings of a section: its last bars, one behind the other, by their lengths in bars;
 * null plays it through. The bars stay what they are.
 * @throws EditRefused, when it is applied, where the section is shorter than its endings.
 */
export const setEndings = (sectionId: string, endings: readonly number[] | null): Edit =>
  edit('change the endings of a section', (song) => {
    const section = sectionIn(song, sectionId);
    if (!section) return;
    if (!endings) {
      delete section.endings;
      return;
    }
    const sum = endings.reduce((all, bars) => all + bars, 0);
    if (endings.length < 2 || endings.some((bars) => bars < 1) || sum >= section.bars) {
      throw new EditRefused(
        'endings-too-long',
        `${section.name} has ${section.bars} bars: its endings need fewer than that together, and a bar each at least.`,
      );
    }
    section.endings = [...endings];
  });

/**
 * Adds a second ending to a section that is played through: a copy of its last bars, to be changed.
 * @throws EditRefused, when it is applied, where there are too few bars for it, or endings already.
 */
export const addSecondEnding = (sectionId: string, bars: number): Edit =>
  edit('add a second ending', (song) => {
    const section = sectionIn(song, sectionId);
    if (!section || section.endings) return;
    if (!Number.isInteger(bars) || bars < 1 || bars >= section.bars) {
      throw new EditRefused(
        'endings-too-long',
        `An ending of ${section.name} has 1 to ${section.bars - 1} bars.`,
      );
    }
    repeatBars([{ section: sectionId, from: section.bars - bars, to: section.bars - 1 }], 1).change(song);
    section.endings = [bars, bars];
  });

/**
 * An intro in front of the song, made of its first chords. Those who lead rest in it; by itself it has bass and
 * drums only where they are there.
 * @param bars how many of the first section's bars it takes.
 * @param only ids of the parts that play in it; null lets all of them play.
 */
export const addIntro = (bars: number, only: readonly string[] | null): Edit =>
  edit('add an intro', (song) => {
    const first = song.sections.find((s) => s.id === song.form[0]?.section);
    if (!first) return;
    const count = Math.max(1, Math.min(bars, first.bars));
    const held = sectionBars(first, song).slice(0, count);
    const end = barsLength(held);
    const id = freeSectionId(song);
    const chords = chordsInUse(first)
      .filter((c) => c.start < end)
      .map(({ id: chord, start, length, symbol }) => ({
        id: chord,
        start,
        length: Math.min(length, end - start),
        symbol,
      }));
    const settings: Draft<Record<string, Settings>> = {};
    if (only) for (const part of song.parts) if (!only.includes(part.id)) settings[part.id] = { on: false };
    song.sections.unshift({
      id,
      name: freeName(namesBut(song, null), 'Intro'),
      type: 'intro',
      bars: count,
      changes: first.changes.filter((c) => c.bar < count).map((c) => ({ ...c })),
      // A pick-up stays where it is: in front of what it leads to.
      ownLengths: first.ownLengths.filter((o) => o.bar > 0 && o.bar < count).map((o) => ({ ...o })),
      drafts: [{ id: 'd1', name: 'First', chords }],
      draft: 'd1',
      settings,
      cues: [],
    });
    song.form.unshift(entryFor(song, id));
    fitChords(song, id);
  });

/** A bar that was a pick-up is a whole one in an intro: its chord is held as long. */
function fitChords(song: Draft<Song>, id: string): void {
  const section = sectionIn(song, id)!;
  const end = barsLength(sectionBars(section, song));
  for (const { chords } of section.drafts) {
    const last = chords[chords.length - 1];
    if (last) last.length = end - last.start;
  }
}
