/** No edit makes a song that cannot be kept: at every limit it is told in a sentence, and the song stays. */
import fc from 'fast-check';
import { EditRefused, applyEdit, type Edit } from '@backline/core/edits/apply';
import { insertBar, setBars, setSectionLength } from '@backline/core/edits/bars';
import { addDraft, renameDraft } from '@backline/core/edits/drafts';
import { addSection, doubleSection, playAgain, renameSection, setRepeats } from '@backline/core/edits/form';
import { clipOf } from '@backline/core/edits/barRange';
import { pasteClip, repeatBars } from '@backline/core/edits/barRangeEdits';
import { setTitle } from '@backline/core/edits/song';
import { readChart } from '@backline/core/formats/chart/index';
import { emptySection } from '@backline/core/song/create';
import { barsInForm, songBytes } from '@backline/core/song/size';
import { LIMITS } from '@backline/core/song/limits';
import { readSong } from '@backline/core/song/read';
import { songSchema } from '@backline/core/song/check';
import type { Section, Song } from '@backline/core/song/schema';
import { utf8Length } from '@backline/core/song/text';
import { NAMES, afterEdits, anyEdit } from '../support/edits';
import { song } from '../support/music';
import { OURS } from '@backline/core/styles/index';

const BAR = 1920;
const filled = (id: string, name: string, bars: number, perBar: number): Section => ({
  ...emptySection(id, name, bars),
  drafts: [
    {
      id: 'd1',
      name: 'First',
      chords: Array.from({ length: bars * perBar }, (_, i) => ({
        id: `c${i + 1}`,
        start: (i * BAR) / perBar,
        length: BAR / perBar,
        symbol: i % 2 ? 'F#m7b5/A' : 'Bbmaj9',
      })),
    },
  ],
});

/** Songs one step from each limit. */
const ALMOST: Record<string, Song> = {
  places: {
    ...song('C'),
    form: Array.from({ length: LIMITS.formEntries }, (_, i) => ({
      id: `e${i + 1}`,
      section: 's1',
      repeats: 1,
    })),
  },
  sections: {
    ...song('C'),
    sections: Array.from({ length: LIMITS.sections }, (_, i) => filled(`s${i + 1}`, `Part ${i + 1}`, 1, 1)),
  },
  chords: { ...song('C'), sections: [filled('s1', 'Verse', 500, 4)] },
  bars: { ...song('C'), sections: [filled('s1', 'Verse', LIMITS.barsPerSection, 1)] },
  played: {
    ...song('C'),
    sections: [filled('s1', 'Verse', 999, 1)],
    form: [{ id: 'e1', section: 's1', repeats: 5 }],
  },
  names: { ...song('C'), sections: [filled('s1', 'Verse 2'.padEnd(80, 'é'), 4, 1)] },
  bytes: {
    ...song('C'),
    sections: Array.from({ length: 14 }, (_, i) => filled(`s${i + 1}`, `Part ${i + 1}`, 500, 4)),
    form: [{ id: 'e1', section: 's1', repeats: 1 }],
  },
};

const run = (s: Song) => [{ section: 's1', from: 0, to: s.sections[0]!.bars - 1 }];

const GROWING: readonly (readonly [string, (s: Song) => Edit])[] = [
  ['double', () => doubleSection('s1')],
  ['add', () => addSection('Bridge', 'C')],
  ['again', () => playAgain('s1')],
  ['repeats', () => setRepeats(0, 16)],
  ['insert', () => insertBar('s1', 0)],
  ['longer', () => setSectionLength('s1', LIMITS.barsPerSection)],
  ['repeat', (s) => repeatBars(run(s), 15)],
  [
    'paste',
    (s) =>
      pasteClip({ section: 's1', bar: 0 }, clipOf(s, run(s)), {
        where: 'between',
        key: 'as it was',
        keep: 'beats',
      }),
  ],
  ['line', () => setBars('s1', 0, 'C F G Am | '.repeat(400))],
  ['draft', () => addDraft('s1', 'd1')],
];

describe.each(Object.entries(ALMOST))('a song with all the %s it may have', (_, start) => {
  it('is a song', () => expect(readSong(start).trouble).toBeNull());

  // The largest song takes long to copy: of it only what is said of its size is asked.
  const growing = GROWING.filter(([name]) => start !== ALMOST.bytes || name === 'draft');
  it.each(growing)('%s: grows to a song that can be kept, or says why not', (_name, make) => {
    let now: Song = start;
    let said: string | null = null;
    for (let n = 0; n < 5 && said === null; n++) {
      try {
        now = applyEdit(now, make(now))?.song ?? now;
      } catch (error) {
        expect(error).toBeInstanceOf(EditRefused);
        said = (error as EditRefused).message;
      }
    }
    expect(readSong(now).trouble).toBeNull();
    if (said !== null) expect(said).toMatch(/^[A-Z"].*\.$/);
  });
});

describe('limits', () => {
  it('every one of them is met by some edit, and named', () => {
    const refusal = (s: Song, make: Edit): string => {
      try {
        applyEdit(s, make);
        return '';
      } catch (error) {
        return (error as Error).message;
      }
    };
    expect(refusal(ALMOST.places!, playAgain('s1'))).toMatch(/200 places/);
    expect(refusal(ALMOST.sections!, doubleSection('s1'))).toMatch(/60 sections/);
    expect(refusal(ALMOST.chords!, repeatBars([{ section: 's1', from: 0, to: 9 }], 1))).toMatch(
      /2000 at most/,
    );
    expect(refusal(ALMOST.bars!, insertBar('s1', 0))).toMatch(/999 bars/);
    expect(refusal(ALMOST.played!, setRepeats(0, 16))).toMatch(/15984 bars; a song has 5000/);
    const grown = Array.from({ length: 6 }).reduce<Song>((s) => {
      try {
        return applyEdit(s, addDraft('s1', 'd1'))?.song ?? s;
      } catch {
        return s;
      }
    }, ALMOST.bytes!);
    expect(refusal(grown, addDraft('s1', 'd1'))).toMatch(/larger than 2 MB/);
  });

  it('a song’s size is that of its JSON in UTF-8', () => {
    for (const s of Object.values(ALMOST)) {
      expect(songBytes(s)).toBe(Buffer.byteLength(JSON.stringify(s)));
    }
    expect(utf8Length('aé♭👩')).toBe(Buffer.byteLength('aé♭👩'));
  });

  it('names are cut between characters and tidied, however they come', () => {
    for (const name of NAMES) {
      const s = [
        setTitle(name),
        renameSection('s1', name),
        renameDraft('s1', 'd1', name),
        doubleSection('s1'),
      ].reduce((now, e) => applyEdit(now, e)?.song ?? now, song('C'));
      expect(readSong(JSON.parse(JSON.stringify(s))).trouble).toBeNull();
      expect(s.title).not.toMatch(/\p{Surrogate}/u);
    }
    const family = applyEdit(song('C'), setTitle('👩‍👩‍👧‍👦'.repeat(20)))!.song.title;
    expect(family).toBe('👩‍👩‍👧‍👦'.repeat(7));
  });

  it('a name of which nothing is left changes nothing', () => {
    for (const name of ['', '  ', '\u0000', '\ud83d', '\n\u2028']) {
      for (const make of [setTitle(name), renameSection('s1', name), renameDraft('s1', 'd1', name)]) {
        expect(applyEdit(song('C'), make)).toBeNull();
      }
    }
  });

  it('from any of them any edits make songs that can be kept', () => {
    const starts = fc.constantFrom(...Object.values(ALMOST).filter((s) => songBytes(s) < 300_000));
    const edits = fc.array(fc.tuple(anyEdit, fc.nat({ max: 90 })), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(starts, edits, (start, list) => {
        expect(readSong(afterEdits(start, list)).trouble).toBeNull();
      }),
      { numRuns: 40 },
    );
  });
});

describe('a chart at the limits', () => {
  it.each([
    ['251 headings', '[A]\nC\n' + '[A]\n'.repeat(250), /Line 202.*200 places/],
    [
      'a form of millions of bars',
      '[A]\n' + 'C |'.repeat(999) + '\n' + '[A] x16\n'.repeat(199),
      /plays out to \d+ bars/,
    ],
    ['61 sections', Array.from({ length: 61 }, (_, i) => `[S${i}]\nC`).join('\n'), /60 sections/],
    ['a title of 81 letters', `title: ${'x'.repeat(81)}\nC`, /80 characters/],
  ])('%s: one sentence with its line', (_, text, sentence) => {
    expect(() => readChart(text, OURS)).toThrow(sentence);
  });

  it('60 sections played twice each are read', () => {
    const names = Array.from({ length: 60 }, (_, i) => `[S${i}]`);
    const s = readChart(names.map((n) => `${n}\nC`).join('\n') + '\n' + names.join('\n'), OURS);
    expect([s.sections.length, s.form.length, barsInForm(s.sections, s.form)]).toEqual([60, 120, 120]);
    expect(songSchema.safeParse(s).success).toBe(true);
  });
});
