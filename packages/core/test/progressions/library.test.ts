import fc from 'fast-check';
import { clipOf, barRangeBetween } from '@backline/core/edits/barRange';
import {
  barCount,
  barsOfClip,
  fitProgression,
  progressionOf,
  searchProgressions,
  type Search,
} from '@backline/core/progressions/fit';
import { PROGRESSIONS } from '@backline/core/progressions/library';
import { progressionSchema } from '@backline/core/progressions/schema';
import { chordPitchClasses } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { anySong, song } from '../support/music';

const symbols = (name: string, key: string) =>
  fitProgression(
    PROGRESSIONS.find((p) => p.name === name)!,
    key,
  ).chords.map((c) => c.symbol);
const ALL: Search = { text: '', genre: null, mood: null, mode: null, bars: null, metre: null };

describe('the library', () => {
  it('has at least sixty progressions, each readable, none twice, none under the name of a song', () => {
    expect(PROGRESSIONS.length).toBeGreaterThanOrEqual(60);
    for (const p of PROGRESSIONS)
      expect([p.name, progressionSchema.safeParse(p).success]).toEqual([p.name, true]);
    expect(new Set(PROGRESSIONS.map((p) => p.name)).size).toBe(PROGRESSIONS.length);
    expect(new Set(PROGRESSIONS.map((p) => `${p.mode} ${p.metre} ${p.bars}`)).size).toBe(PROGRESSIONS.length);
    for (const p of PROGRESSIONS) {
      expect(p.genres.length).toBeGreaterThan(0);
      expect(p.moods.length).toBeGreaterThan(0);
    }
  });

  it('fits any key (worked by hand)', () => {
    expect(symbols('ii V I', 'Eb')).toEqual(['Fm7', 'Bb7', 'Ebmaj7', 'Ebmaj7']);
    expect(symbols('i VII VI V', 'Am')).toEqual(['Am', 'G', 'F', 'E']);
    expect(symbols('I V vi IV', 'F#')).toEqual(['F#', 'C#', 'D#m', 'B']);
    // A progression in minor comes into a major key as its parallel.
    expect(symbols('Minor ii V', 'C')).toEqual(['Dm7b5', 'G7', 'Cm7', 'Cm7']);
  });

  it('lists first what has the very name or these chords in this order', () => {
    const first = (text: string) => searchProgressions(PROGRESSIONS, { ...ALL, text })[0]!;
    expect(first('ii V I').name).toBe('ii V I');
    expect(first('I IV V').bars).toMatch(/^I \| IV \| V/);
    expect(first('i iv v').bars).toMatch(/^i \| iv \| v/);
  });

  it('is searched by words, degrees and filters', () => {
    const names = (search: Partial<Search>) =>
      searchProgressions(PROGRESSIONS, { ...ALL, ...search }).map((p) => p.name);
    expect(names({})).toHaveLength(PROGRESSIONS.length);
    expect(names({ text: 'twelve bars' }).length).toBeGreaterThanOrEqual(3);
    expect(names({ text: 'bVII' })).toContain('Borrowed lift: I bVII IV I');
    expect(names({ metre: '3/4', genre: 'hymn' })).toContain('Hymn in three');
    for (const p of searchProgressions(PROGRESSIONS, { ...ALL, bars: '5 to 8', mode: 'minor' })) {
      expect([barCount(p) > 4 && barCount(p) <= 8, p.mode]).toEqual([true, 'minor']);
    }
    expect(names({ text: 'no such thing' })).toEqual([]);
  });

  it('goes in in part: the bars asked for, one after another', () => {
    const whole = fitProgression(
      PROGRESSIONS.find((p) => p.name === 'ii V I')!,
      'C',
    );
    const part = barsOfClip(whole, [2, 0]);
    expect(part.chords.map((c) => [c.symbol, c.start, c.length])).toEqual([
      ['Cmaj7', 0, 1920],
      ['Dm7', 1920, 1920],
    ]);
    expect(part.bars.map((b) => b.start)).toEqual([0, 1920]);
  });
});

describe("the writer's own progressions", () => {
  const whole = (s: ReturnType<typeof song>) => {
    const { id, bars } = s.sections[0]!;
    return clipOf(s, barRangeBetween(s, { section: id, bar: 0 }, { section: id, bar: bars - 1 }));
  };

  it('are written by degree, with basses, and fit another key', () => {
    const made = progressionOf('Round', whole(song('C | G/B | Am7 / / E7 | Fm6', 'key: C')));
    expect(made).toMatchObject({
      bars: 'I | V/7 | vi7 / / III7 | iv6',
      mode: 'major',
      metre: '4/4',
    });
    expect(fitProgression(made as Exclude<typeof made, string>, 'D').chords.map((c) => c.symbol)).toEqual([
      'D',
      'A/C#',
      'Bm7',
      'F#7',
      'Gm6',
    ]);
  });

  it('come back as the same sounding chords at the same places, from any song', () => {
    fc.assert(
      fc.property(anySong, (s) => {
        const clip = whole(s);
        const made = progressionOf('Any', clip);
        if (typeof made === 'string') return;
        expect(progressionSchema.safeParse(made).error?.issues ?? []).toEqual([]);
        const back = fitProgression(made, clip.bars[0]!.key);
        const sounding = (c: typeof clip) =>
          c.chords.map(
            ({ start, symbol }) =>
              `${start} ${symbol === null ? '' : chordPitchClasses(parseChord(symbol)).join()}`,
          );
        const starts = new Set(clip.chords.map((c) => c.start));
        expect(sounding(back).filter((line) => starts.has(Number(line.split(' ')[0])))).toEqual(
          sounding(clip),
        );
      }),
      { numRuns: 60 },
    );
  });

  it('say why they cannot be made', () => {
    expect(progressionOf('x', whole(song('<C4,Db4,D4> | G')))).toMatch(
      /<C4,Db4,D4> cannot be written as a degree/,
    );
    expect(progressionOf('x', { bars: [], chords: [] })).toBe('Select some bars first.');
    const mixed = song('C\ntime: 3/4\n| F | G');
    expect(progressionOf('x', whole(mixed))).toMatch(/metre changes/);
  });
});

describe('found by what people type', () => {
  const found = (text: string) => searchProgressions(PROGRESSIONS, { ...ALL, text });
  const bars = (text: string) => found(text).map((p) => p.bars);

  it('a length in bars, as a number or a word', () => {
    for (const text of ['12 bar', '12-bar blues', 'twelve bars', '12bar blues']) {
      expect([text, found(text).length > 1]).toEqual([text, true]);
      found(text).forEach((p) => expect([text, barCount(p)]).toEqual([text, 12]));
    }
    // A blues has its sevenths.
    found('12 bar blues').forEach((p) => expect(p.bars).toMatch(/^[iI]7/));
  });

  it('degrees with dashes, or by number', () => {
    expect(bars('ii-V-I')[0]).toMatch(/^ii7? \| V7/);
    expect(bars('1 5 6 4')[0]).toBe('I | V | vi | IV');
    expect(bars('1-5-6-4')[0]).toBe('I | V | vi | IV');
    expect(bars('2 5 1').length).toBeGreaterThan(2);
    expect(bars('7 7 7 7')).toEqual([]);
  });

  it('chords, in whatever key they are typed', () => {
    for (const text of ['C G Am F', 'G D Em C', 'Bb F Gm Eb', 'c g am f', 'C | G | Am | F']) {
      expect([text, bars(text)[0]]).toEqual([text, 'I | V | vi | IV']);
    }
    expect(bars('Am F C G').length).toBeGreaterThan(0);
    expect(bars('C Gm Am F')).not.toContain('I | V | vi | IV');
  });

  it('feelings in everyday words', () => {
    expect(found('sad').length).toBeGreaterThan(5);
    found('sad').forEach((p) => expect(p.moods.some((m) => m === 'wistful' || m === 'dark')).toBe(true));
    found('happy folk').forEach((p) => expect(p.genres).toContain('folk'));
    expect(found('')).toHaveLength(PROGRESSIONS.length);
    expect(found('zzz')).toEqual([]);
  });
});
