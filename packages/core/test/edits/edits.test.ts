import fc from 'fast-check';
import { applyEdit, joinSteps, redoStep, undoStep, type Edit } from '@backline/core/edits/apply';
import {
  barText,
  insertBar,
  removeBars,
  setBar,
  setBars,
  setSectionLength,
  splitBar,
} from '@backline/core/edits/bars';
import { takeChart } from '@backline/core/edits/chart';
import { moveBoundary, removeChord, setChordAt, setPush, setScale } from '@backline/core/edits/chords';
import { backToAuto } from '@backline/core/edits/hand';
import { addDraft, removeDraft, renameDraft, useDraft } from '@backline/core/edits/drafts';
import { setKey, setMetre } from '@backline/core/edits/keys';
import { clipOf, runBetween, type Run } from '@backline/core/edits/run';
import { clearRun, moveRun, pasteClip, removeRun, repeatRun, transposeRun } from '@backline/core/edits/runs';
import {
  addSection,
  doubleSection,
  moveEntry,
  playAgain,
  removeEntry,
  removeSection,
  renameSection,
  setRepeats,
} from '@backline/core/edits/form';
import {
  setEnding,
  setGroove,
  setGuide,
  setMix,
  setSeed,
  setSettings,
  setStyle,
  setTempo,
  setTitle,
} from '@backline/core/edits/song';
import { readChart, writeChart } from '@backline/core/formats/chart/index';
import { songSchema, type Song } from '@backline/core/song/schema';
import { anySong, song } from '../support/music';

const edited = (s: Song, ...edits: Edit[]): Song =>
  edits.reduce((now, e) => applyEdit(now, e)?.song ?? now, s);
const bars = (s: Song): string => writeChart(s).split(']')[1]!.replace(/\n/g, ' ').trim();

const nthChord = (s: Song, n: number): string => {
  const { chords } = s.sections[0]!.drafts.find((d) => d.id === s.sections[0]!.draft)!;
  return chords[n % chords.length]!.id;
};
const someRun = (s: Song, n: number): Run => {
  const at = (k: number) => {
    const section = s.sections[k % s.sections.length]!;
    return { section: section.id, bar: k % section.bars };
  };
  return runBetween(s, at(n), at(n * 7 + 3));
};
const somePlace = (s: Song, n: number) =>
  n % 3 === 0
    ? {}
    : { section: s.sections[n % s.sections.length]!.id, ...(n % 3 === 1 ? {} : { bar: n % 4 }) };

/** Every edit the app can make, on whatever song. */
const anyEdit = fc.oneof(
  fc.constantFrom<(s: Song, n: number) => Edit>(
    (s, n) => setBar(s.sections[n % s.sections.length]!.id, n % 4, 'Bb F'),
    (s, n) => setBar(s.sections[0]!.id, n % 4, ''),
    (s, n) => insertBar(s.sections[n % s.sections.length]!.id, n % 4),
    (s, n) => removeBars(s.sections[n % s.sections.length]!.id, n % 4, (n % 4) + (n % 3)),
    (s, n) => setBars(s.sections[0]!.id, n % 4, 'I | V7 | % | Am7 D7'),
    (s, n) => splitBar(s.sections[0]!.id, n % 4),
    (s, n) => setSectionLength(s.sections[n % s.sections.length]!.id, (n % 12) + 1),
    (s, n) => setChordAt(s.sections[0]!.id, 480 * (n % 9), n % 2 ? 'F#m7' : null, { voicing: [54, 57, 64] }),
    (s, n) => removeChord(s.sections[0]!.id, nthChord(s, n)),
    (s, n) => moveBoundary(s.sections[0]!.id, nthChord(s, n), 240 * (n % 20)),
    (s, n) => setPush(s.sections[0]!.id, nthChord(s, n), 240),
    (s, n) => setScale(s.sections[0]!.id, nthChord(s, n), n % 2 ? 'lydian' : null),
    (s, n) => backToAuto(s.sections[0]!.id, nthChord(s, n), null),
    (s, n) => addDraft(s.sections[0]!.id, n % 2 ? s.sections[0]!.draft : null),
    (s, n) => useDraft(s.sections[0]!.id, s.sections[0]!.drafts[n % s.sections[0]!.drafts.length]!.id),
    (s) => renameDraft(s.sections[0]!.id, s.sections[0]!.draft, 'Darker'),
    (s) => removeDraft(s.sections[0]!.id, s.sections[0]!.draft),
    (s, n) =>
      setKey(somePlace(s, n), n % 5 ? ['Eb', 'F#m', 'B', 'Am'][n % 4]! : null, n % 2 ? 'move' : 'keep'),
    (s, n) =>
      setMetre(
        somePlace(s, n),
        n % 5 ? (['3/4', '5/4', '4/4'] as const)[n % 3]! : null,
        n % 2 ? 'bars' : 'beats',
      ),
    (s, n) =>
      pasteClip({ section: s.sections[0]!.id, bar: n % 3 }, clipOf(s, someRun(s, n)), {
        where: n % 2 ? 'over' : 'between',
        key: n % 3 ? 'fitted' : 'as it was',
        keep: n % 5 ? 'bars' : 'beats',
      }),
    (s, n) => repeatRun(someRun(s, n), (n % 3) + 1),
    (s, n) => moveRun(someRun(s, n), { section: s.sections[n % s.sections.length]!.id, bar: n % 5 }),
    (s, n) => transposeRun(someRun(s, n), (n % 25) - 12),
    (s, n) => clearRun(someRun(s, n)),
    (s, n) => removeRun(someRun(s, n)),
    (_, n) => setGuide({ playback: n % 2 === 0, level: n }),
    (s, n) => doubleSection(s.sections[n % s.sections.length]!.id),
    (s, n) => removeSection(s.sections[n % s.sections.length]!.id),
    () => addSection('Bridge', 'C'),
    (_, n) => moveEntry(n % 3, 1),
    (_, n) => setRepeats(n % 3, n % 20),
    (_, n) => removeEntry(n % 3),
    (s) => playAgain(s.sections[0]!.id),
    (s, n) => renameSection(s.sections[0]!.id, `Part ${n}`),
    (s, n) => setSettings('bass', n % 2 ? s.sections[0]!.id : null, { density: (n % 5) + 1 }),
    (_, n) => setMix('keys', { level: n % 128 }),
    () => setStyle('lamplight'),
    (_, n) => setTempo(60 + (n % 100)),
    () => setTitle('Another'),
    () => setEnding('hit'),
    () => setGroove({ swing: 60 }),
    (_, n) => setSeed(n),
  ),
);

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
            const done = applyEdit(now, make(now, n));
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
    const after = edited(s, takeChart(readChart('key: D\n[Intro]\nD\n[Verse]\nD | G | A')));
    expect(after.sections.map((x) => [x.name, x.settings.bass?.density])).toEqual([
      ['Intro', undefined],
      ['Verse', 5],
    ]);
    expect(after.parts.find((p) => p.id === 'keys')!.mix.level).toBe(33);
    expect([after.key, after.seed]).toEqual(['D', 77]);
    expect(songSchema.safeParse(after).success).toBe(true);
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
