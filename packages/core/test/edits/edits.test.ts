import fc from 'fast-check';
import { EditRefused, applyEdit, joinSteps, redoStep, undoStep, type Edit } from '@backline/core/edits/apply';
import { barText, insertBar, removeBars, setBar } from '@backline/core/edits/bars';
import { takeChart } from '@backline/core/edits/chart';
import { doubleSection, removeEntry } from '@backline/core/edits/form';
import { joinSections } from '@backline/core/edits/joining';
import { removeSection } from '@backline/core/edits/removed';
import { setSettings } from '@backline/core/edits/settings';
import { setMix, setTitle } from '@backline/core/edits/song';
import { ChartError, readChart, writeChart } from '@backline/core/formats/chart/index';
import { chordsInUse } from '@backline/core/song/inUse';
import { readSong } from '@backline/core/song/read';
import { songSchema } from '@backline/core/song/check';
import type { Song } from '@backline/core/song/schema';
import { anyEdit } from '../support/edits';
import { anySong, song } from '../support/music';
import { OURS } from '@backline/core/styles/index';

const edited = (s: Song, ...edits: Edit[]): Song =>
  edits.reduce((now, e) => applyEdit(now, e)?.song ?? now, s);
const bars = (s: Song): string => writeChart(s).split(']')[1]!.replace(/\n/g, ' ').trim();

describe('every edit', () => {
  it('leaves a song that fits the schema, and undoes and redoes exactly', () => {
    fc.assert(
      fc.property(
        anySong,
        fc.array(fc.tuple(anyEdit, fc.nat({ max: 50 })), { minLength: 1, maxLength: 6 }),
        (start, edits) => {
          let now = start;
          const states = [start];
          const steps = [];
          for (const [make, n] of edits) {
            let done: ReturnType<typeof applyEdit> = null;
            try {
              done = applyEdit(now, make(now, n));
            } catch (error) {
              // Refused with a sentence, and nothing is changed.
              if (!(error instanceof EditRefused)) expect(error).toBeInstanceOf(ChartError);
            }
            if (!done) continue;
            const checked = songSchema.safeParse(done.song);
            expect(checked.error?.issues ?? []).toEqual([]);
            now = done.song;
            states.push(now);
            steps.push(done.step);
          }
          for (let i = steps.length - 1; i >= 0; i--) {
            const back = undoStep(states[i + 1]!, steps[i]!);
            expect(back).toEqual(states[i]);
            expect(redoStep(back, steps[i]!)).toEqual(states[i + 1]);
          }
          if (steps.length > 1) expect(undoStep(now, steps.reduce(joinSteps))).toEqual(start);
        },
      ),
      { numRuns: 80 },
    );
  });

  it('made again and again, as a finger that taps twice does, leaves a song that fits the schema', () => {
    fc.assert(
      fc.property(
        anySong,
        anyEdit,
        fc.nat({ max: 50 }),
        fc.integer({ min: 2, max: 4 }),
        (start, make, n, times) => {
          let now = start;
          for (let i = 0; i < times; i++) {
            try {
              now = applyEdit(now, make(now, n))?.song ?? now;
            } catch (error) {
              if (!(error instanceof EditRefused)) expect(error).toBeInstanceOf(ChartError);
            }
            expect(readSong(JSON.parse(JSON.stringify(now))).trouble).toBeNull();
          }
        },
      ),
      { numRuns: 200 },
    );
  });

  it('joins sections as often as there are any, with ids of their own for all chords', () => {
    const four = readChart('[A]\nC | F\n[B]\nG\n[C]\nAm\n[D]\nDm | Em', OURS);
    const one = edited(four, joinSections(0), joinSections(0), joinSections(0));
    expect(one.sections).toHaveLength(1);
    expect(readSong(one).trouble).toBeNull();
    expect(chordsInUse(one.sections[0]!).map((c) => c.symbol)).toEqual(['C', 'F', 'G', 'Am', 'Dm', 'Em']);
  });

  it('that changes nothing makes no step', () =>
    expect(applyEdit(song('C'), setTitle('Untitled'))).toBeNull());
});

describe('bars', () => {
  it('a bar takes other chords, the others stay', () => {
    expect(bars(edited(song('C | F | G | C'), setBar('s1', 1, 'Dm7 G7')))).toBe('| C | Dm7 G7 | G | C |');
  });

  it('a chord held into a later bar is cut where the new one begins, and goes on where nothing does', () => {
    expect(bars(edited(song('C | / / / / | G'), setBar('s1', 1, '/ / F /')))).toBe('| C | / / F / | G |');
    expect(bars(edited(song('C | F | G'), setBar('s1', 1, '/ / / /')))).toBe('| C | / / / / | G |');
  });

  it('an emptied bar rests', () =>
    expect(bars(edited(song('C | F'), setBar('s1', 0, '')))).toBe('| N.C. | F |'));

  it('a new bar holds the chord before it; a bar taken out leaves its held chord to the next', () => {
    expect(bars(edited(song('C | F'), insertBar('s1', 0)))).toBe('| C | / / / / | F |');
    expect(bars(edited(song('C | F | / / / /'), removeBars('s1', 1, 1)))).toBe('| C | F |');
  });

  it('what was set by hand stays with a chord that stays', () => {
    const s = song('C | F');
    s.sections[0]!.drafts[0]!.chords[0]!.voicing = [48, 55, 64];
    expect(edited(s, setBar('s1', 0, 'C G')).sections[0]!.drafts[0]!.chords[0]!.voicing).toEqual([
      48, 55, 64,
    ]);
  });

  it('are written as the chart writes them', () => {
    const s = song('C | / / G / | N.C.');
    expect([0, 1, 2].map((i) => barText(s, s.sections[0]!, i))).toEqual(['C', '/ / G /', 'N.C.']);
  });
});

describe('a chart taken in as text', () => {
  it('keeps settings, cues and mix by section name, and the seed', () => {
    const s = {
      ...edited(song('C | F'), setSettings('bass', 's1', { density: 5 }), setMix('keys', { level: 33 })),
      seed: 77,
    };
    const after = edited(s, takeChart(readChart('key: D\n[Intro]\nD\n[Verse]\nD | G | A', OURS)));
    expect(after.sections.map((x) => [x.name, x.settings.bass?.density])).toEqual([
      ['Intro', undefined],
      ['Verse', 5],
    ]);
    expect(after.parts.find((p) => p.id === 'keys')!.mix.level).toBe(33);
    expect([after.key, after.seed]).toEqual(['D', 77]);
    expect(songSchema.safeParse(after).success).toBe(true);
  });
});

describe('places of the form, where a chart is taken in as text', () => {
  type Place = readonly [name: string, repeats: number];
  const place = fc.tuple(fc.constantFrom('A', 'B', 'C'), fc.integer({ min: 1, max: 2 }));
  const chart = (form: readonly Place[]): Song => {
    const seen = new Set<string>();
    const text = form.map(([name, repeats]) => {
      const first = !seen.has(name);
      seen.add(name);
      return `[${name}] x${repeats}\n${first ? 'C | F' : ''}`;
    });
    return readChart(text.join('\n'), OURS);
  };
  const worth = (a: Place, b: Place): number => (a[0] !== b[0] ? 0 : a[1] === b[1] ? 3 : 2);
  /** The most that a common run of two forms is worth, by trying all of them. */
  const most = (a: readonly Place[], b: readonly Place[]): number => {
    if (!a.length || !b.length) return 0;
    const both = worth(a[0]!, b[0]!);
    return Math.max(most(a.slice(1), b), most(a, b.slice(1)), both ? both + most(a.slice(1), b.slice(1)) : 0);
  };

  it('what was set for a playing stays with it where others come before and behind', () => {
    const before = chart([
      ['A', 1],
      ['B', 1],
      ['A', 1],
      ['B', 1],
    ]);
    const set = { ...before, form: before.form.map((entry, i) => ({ ...entry, id: `place-${i}` })) };
    const written: Place[] = [
      ['C', 1],
      ['A', 1],
      ['B', 2],
      ['A', 1],
      ['C', 1],
      ['B', 1],
    ];
    const after = edited(set, takeChart(chart(written)));
    expect(after.form.map(({ id }) => (id.startsWith('place') ? id : 'new'))).toEqual([
      'new',
      'place-0',
      'place-1',
      'place-2',
      'new',
      'place-3',
    ]);
  });

  it('as much of the form as can be is known again, in its order (any two forms)', () => {
    const form = fc.array(place, { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(form, form, (was, written) => {
        const before = chart(was);
        const old = { ...before, form: before.form.map((entry, i) => ({ ...entry, id: `place-${i}` })) };
        const after = edited(old, takeChart(chart(written)));
        const known = after.form.flatMap(({ id }, i) => {
          const from = /^place-(\d+)$/.exec(id);
          return from ? [[Number(from[1]), i] as const] : [];
        });
        known.slice(1).forEach(([from], i) => expect(from).toBeGreaterThan(known[i]![0]));
        // A section that is renamed in the text keeps its places as well: only forms of the same names are compared.
        const names = new Set(was.map(([name]) => name));
        if (!written.every(([name]) => names.has(name)) || new Set(written.map(([n]) => n)).size < names.size)
          return;
        const kept = known.reduce((sum, [from, to]) => sum + worth(was[from]!, written[to]!), 0);
        expect(kept).toBe(most(was, written));
      }),
    );
  });
});

describe('sections', () => {
  it('a doubled section is an independent copy played after it', () => {
    const s = edited(song('C | F'), doubleSection('s1'));
    expect(s.sections.map((x) => x.name)).toEqual(['Verse', 'Verse 2']);
    const after = edited(s, setBar('s2', 0, 'Am'));
    expect(after.sections[0]).toEqual(s.sections[0]);
    expect(s.form.map((e) => e.section)).toEqual(['s1', 's2']);
  });

  it('the last section and the last entry stay', () => {
    expect(applyEdit(song('C'), removeSection('s1'))).toBeNull();
    expect(applyEdit(song('C'), removeEntry(0))).toBeNull();
  });
});
