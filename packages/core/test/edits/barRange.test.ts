import fc from 'fast-check';
import { applyEdit, type Edit } from '@backline/core/edits/apply';
import { setKey, setMetre } from '@backline/core/edits/keyAndMetre';
import {
  chordsInBarRange,
  clipOf,
  otherMetre,
  barRangeBetween,
  barRangeInWords,
  type BarRange,
} from '@backline/core/edits/barRange';
import {
  clearBars,
  moveBars,
  pasteClip,
  removeBarRange,
  repeatBars,
  transposeBars,
  type Paste,
} from '@backline/core/edits/barRangeEdits';
import { readChart, writeChart } from '@backline/core/formats/chart/index';
import { songSchema } from '@backline/core/song/check';
import type { Song } from '@backline/core/song/schema';
import { chordPitchClasses } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { anySong, song } from '../support/music';
import { OURS } from '@backline/core/styles/index';

const edited = (s: Song, ...edits: Edit[]): Song =>
  edits.reduce((now, e) => applyEdit(now, e)?.song ?? now, s);
const bars = (s: Song): string =>
  writeChart(s)
    .split(']')[1]!
    .split('[')[0]!
    .replace(/\s*\n\s*/g, ' ')
    .replace(/\| \|/g, '|')
    .trim();
const run = (s: Song, from: number, to: number, section = 's1', end = section): BarRange =>
  barRangeBetween(s, { section, bar: from }, { section: end, bar: to });
const OVER: Paste = { where: 'over', key: 'as it was', keep: 'beats' };
const two = readChart('key: C\n[Verse]\nC | F | G | C\n[Chorus]\nAm | Dm7 G7', OURS);
const four = song('C | Dm7 G7 | F | G');

describe('a run', () => {
  it('reaches across bars and sections whichever end comes first, and is said in words', () => {
    expect(barRangeInWords(four, run(four, 1, 2))).toBe('Verse, bars 2 to 3, 3 chords');
    expect(barRangeInWords(four, run(four, 2, 2))).toBe('Verse, bar 3, 1 chord');
    expect(run(two, 1, 2, 's2', 's1')).toEqual(run(two, 2, 1, 's1', 's2'));
    expect(barRangeInWords(two, run(two, 2, 1, 's1', 's2'))).toBe('Verse bar 3 to Chorus bar 2, 5 chords');
    expect(chordsInBarRange(two, run(two, 0, 1, 's1', 's2'))).toBe(7);
  });

  it('lifted begins with a chord held into it from before', () => {
    const held = song('C | / / / / | F');
    expect(clipOf(held, run(held, 1, 2)).chords.map((c) => [c.symbol, c.start, c.length])).toEqual([
      ['C', 0, 1920],
      ['F', 1920, 1920],
    ]);
  });
});

describe('paste', () => {
  const clip = clipOf(four, run(four, 1, 1));

  it('goes over what stands there or between, and what was held on is held on behind it', () => {
    expect(bars(edited(four, pasteClip({ section: 's1', bar: 2 }, clip, OVER)))).toBe(
      '| C | Dm7 G7 | Dm7 G7 | G |',
    );
    expect(
      bars(edited(four, pasteClip({ section: 's1', bar: 0 }, clip, { ...OVER, where: 'between' }))),
    ).toBe('| Dm7 G7 | C | Dm7 G7 | F | G |');
    const held = song('C | / / / / | F');
    expect(
      bars(edited(held, pasteClip({ section: 's1', bar: 1 }, clip, { ...OVER, where: 'between' }))),
    ).toBe('| C | Dm7 G7 | C | F |');
  });

  it('over the end of a section makes it longer', () => {
    const whole = clipOf(four, run(four, 0, 3));
    expect(bars(edited(four, pasteClip({ section: 's1', bar: 3 }, whole, OVER)))).toContain(
      '| C | Dm7 G7 | F | C |',
    );
    expect(edited(four, pasteClip({ section: 's1', bar: 3 }, whole, OVER)).sections[0]!.bars).toBe(7);
  });

  it('fits the chords to the key they come into, by their degree', () => {
    const target = song('Eb | Ab', 'key: Eb');
    expect(bars(edited(target, pasteClip({ section: 's1', bar: 0 }, clip, { ...OVER, key: 'fitted' })))).toBe(
      '| Fm7 Bb7 | Ab |',
    );
    expect(bars(edited(target, pasteClip({ section: 's1', bar: 0 }, clip, OVER)))).toBe('| Dm7 G7 | Ab |');
    const minor = song('Am | Am', 'key: Am');
    const thirds = clipOf(song('C Em | Am'), run(song('C Em | Am'), 0, 1));
    expect(
      bars(edited(minor, pasteClip({ section: 's1', bar: 0 }, thirds, { ...OVER, key: 'fitted' }))),
    ).toBe('| Am C | F |');
  });

  it('from 3/4 into 4/4 keeps beats or keeps bars, as chosen', () => {
    const waltz = song('C | F G / | Am', 'time: 3/4');
    const three = clipOf(waltz, run(waltz, 0, 2));
    expect([otherMetre(three, '4/4'), otherMetre(three, '3/4')]).toEqual([true, false]);
    const into = (keep: Paste['keep']) =>
      bars(edited(four, pasteClip({ section: 's1', bar: 0 }, three, { ...OVER, keep })));
    expect(into('bars')).toBe('| C | F G / / | Am | G |');
    expect(into('beats')).toBe('| C / / F | G Am | / / / / | G |');
  });

  it('between bars of other metres takes as many bars as the one before it is long, or as many as it has', () => {
    // Two bars of four quarters: eight.
    const clip = clipOf(four, run(four, 0, 1));
    const mixed = song('C | F\ntime: 3/4\nG | Am | Em', 'time: 4/4');
    const pasted = (bar: number, keep: Paste['keep']) =>
      edited(mixed, pasteClip({ section: 's1', bar }, clip, { ...OVER, where: 'between', keep }))
        .sections[0]!;
    const chordsOf = ({ drafts }: Song['sections'][number]) =>
      drafts[0]!.chords.map(({ symbol, start }) => `${symbol} ${start / 480}`);
    // Behind two bars of four they are bars of four; among bars of three eight quarters are three bars.
    expect([pasted(1, 'beats').bars, pasted(4, 'beats').bars]).toEqual([7, 8]);
    expect([pasted(1, 'bars').bars, pasted(4, 'bars').bars]).toEqual([7, 7]);
    expect(chordsOf(pasted(1, 'beats'))).toEqual(
      expect.arrayContaining(['C 0', 'C 4', 'Dm7 8', 'G7 10', 'F 12']),
    );
    expect(chordsOf(pasted(4, 'beats'))).toEqual(
      expect.arrayContaining(['Am 11', 'C 14', 'Dm7 18', 'G7 20', 'Em 23']),
    );
    // Bar by bar each chord stays in its bar, drawn together where that is shorter.
    expect(chordsOf(pasted(4, 'bars'))).toEqual(expect.arrayContaining(['Am 11', 'C 14', 'Dm7 17', 'Em 20']));
  });

  it('copied and pasted elsewhere, lifted again, is the same (any song)', () => {
    fc.assert(
      fc.property(anySong, fc.nat(), fc.nat(), (s, a, b) => {
        const section = s.sections[0]!;
        const [from, to] = [a % section.bars, b % section.bars].sort((x, y) => x - y) as [number, number];
        const lifted = clipOf(s, run(s, from, to, section.id));
        const after = edited(
          s,
          pasteClip({ section: section.id, bar: section.bars }, lifted, { ...OVER, where: 'between' }),
        );
        expect(songSchema.safeParse(after).success).toBe(true);
        const again = clipOf(after, run(after, section.bars, section.bars + to - from, section.id));
        expect(again.chords.map((c) => ({ ...c, anticipation: c.anticipation ?? 0 }))).toEqual(
          lifted.chords.map((c) => ({ ...c, anticipation: c.anticipation ?? 0 })),
        );
        // What stood before the paste still stands.
        expect(clipOf(after, run(after, 0, section.bars - 1, section.id)).chords).toEqual(
          clipOf(s, run(s, 0, section.bars - 1, section.id)).chords,
        );
      }),
      { numRuns: 80 },
    );
  });
});

describe('a run', () => {
  it('repeats, moves, transposes, clears and is cut', () => {
    expect(bars(edited(four, repeatBars(run(four, 0, 0), 2)))).toBe('| C | C | C | Dm7 G7 | F | G |');
    expect(bars(edited(four, moveBars(run(four, 1, 1), { section: 's1', bar: 0 })))).toBe(
      '| Dm7 G7 | C | F | G |',
    );
    expect(bars(edited(four, moveBars(run(four, 0, 0), { section: 's1', bar: 4 })))).toBe(
      '| Dm7 G7 | F | G | C |',
    );
    expect(bars(edited(four, transposeBars(run(four, 0, 1), 3)))).toBe('| Eb | Fm7 Bb7 | F | G |');
    expect(bars(edited(four, clearBars(run(four, 1, 2))))).toBe('| C | N.C. | / / / / | G |');
    expect(bars(edited(four, removeBarRange(run(four, 1, 2))))).toBe('| C | G |');
  });

  it('moves into another section, and a section keeps at least a bar', () => {
    const after = edited(two, moveBars(run(two, 0, 1), { section: 's2', bar: 1 }));
    expect(after.sections.map((s) => s.bars)).toEqual([2, 4]);
    expect(writeChart(after)).toContain('| Am | C | F | Dm7 G7 |');
    expect(applyEdit(two, moveBars(run(two, 0, 3), { section: 's2', bar: 0 }))).toBeNull();
    expect(bars(edited(two, removeBarRange(run(two, 0, 3))))).toBe('| N.C. |');
  });
});

describe('keys and metres', () => {
  const keyed = song('C | G7 | Am | F', 'key: C');
  const symbols = (s: Song) =>
    s.sections.map((x) => x.drafts[0]!.chords.map((c) => c.symbol).join(' ')).join(' | ');

  it('the chords move with the song’s key, or keep their sound and are spelled anew', () => {
    expect(symbols(edited(keyed, setKey({}, 'Eb', 'move')))).toBe('Eb Bb7 Cm Ab');
    const sharp = song('Gb | Db7', 'key: C');
    expect(symbols(edited(sharp, setKey({}, 'B', 'keep')))).toBe('F# C#7');
  });

  it('a section or a bar on has its own, and only what it holds for changes', () => {
    const s = edited(two, setKey({ section: 's2' }, 'D', 'move'));
    expect(symbols(s)).toBe('C F G C | Bm Em7 A7');
    const fromBar = edited(two, setKey({ section: 's1', bar: 2 }, 'D', 'move'));
    expect(symbols(fromBar)).toBe('C F A D | Am Dm7 G7');
    expect(fromBar.sections[0]!.changes).toEqual([{ bar: 2, key: 'D' }]);
    expect(edited(fromBar, setKey({ section: 's1', bar: 2 }, null, 'move'))).toEqual(two);
  });

  it('go there and back: the chords sound as before, whichever way they went (any song)', () => {
    const sound = (s: Song) =>
      s.sections.map((x) =>
        x.drafts[0]!.chords.map((c) => [c.start, c.symbol && chordPitchClasses(parseChord(c.symbol)).join()]),
      );
    fc.assert(
      fc.property(
        anySong,
        fc.constantFrom('C', 'Db', 'F#', 'Am', 'Ebm'),
        fc.constantFrom('move', 'keep'),
        (s, key, manner) => {
          const there = edited(s, setKey({}, key, manner));
          expect(songSchema.safeParse(there).success).toBe(true);
          if (manner === 'keep') expect(sound(there)).toEqual(sound(s));
          expect(sound(edited(there, setKey({}, s.key, manner)))).toEqual(sound(s));
        },
      ),
      { numRuns: 80 },
    );
  });

  it('a metre keeps the chords in their bars, or every length in beats', () => {
    const s = song('C F | G | Am Dm | G');
    expect(bars(edited(s, setMetre({}, '3/4', 'bars')))).toBe('| C F | G | Am Dm | G |');
    const beats = edited(s, setMetre({}, '3/4', 'beats'));
    expect(beats.sections[0]!.bars).toBe(6);
    expect(beats.sections[0]!.drafts[0]!.chords.map((c) => c.start)).toEqual(
      s.sections[0]!.drafts[0]!.chords.map((c) => c.start),
    );
    const full = edited(song('C F G Am'), setMetre({}, '3/4', 'bars'));
    expect(full.sections[0]!.drafts[0]!.chords.map((c) => c.start)).toEqual([0, 480, 720, 1200]);
  });
});
