/** Each edit of bars says where bars have gone: a bar's chord is found where its bar is said to be, and back again. */
import fc from 'fast-check';
import { tickMoves } from '@backline/core/band/barTicks';
import { renderBand } from '@backline/core/band/index';
import { applyEdit, EditRefused, joinSteps, undoStep, type Edit } from '@backline/core/edits/apply';
import { insertBar, removeBars, setSectionLength } from '@backline/core/edits/bars';
import { splitSection } from '@backline/core/edits/cutting';
import { moveEntry, playAgain, removeEntry } from '@backline/core/edits/form';
import { joinSections } from '@backline/core/edits/joining';
import { setBarLength, setMetre } from '@backline/core/edits/keyAndMetre';
import { readChart } from '@backline/core/formats/chart/index';
import { movesBack, nearestAfter, placeAfter, type BarPlace } from '@backline/core/song/barMoves';
import { chordsInUse } from '@backline/core/song/inUse';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { barIndexAt, sectionBars } from '@backline/core/time/bars';
import { METRE_NAMES } from '@backline/core/time/metre';
import { movedTick } from '@backline/core/time/tickMoves';

/** Every bar has a chord that no other has. */
const chart = (metre: string): Song =>
  readChart(
    `time: ${metre}\n[A] x2\nC | Dm | Em | F\n[B]\nG | Am | Bb | Ebm\n[C]\nF#m | Ab | C#m | E7`,
    OURS,
  );

const EDITS: readonly ((s: Song, n: number) => Edit)[] = [
  (s, n) => insertBar(section(s, n).id, n % 5),
  (s, n) => removeBars(section(s, n).id, n % 4, (n % 4) + (n % 3)),
  (s, n) => setSectionLength(section(s, n).id, (n % 7) + 1),
  (s, n) => splitSection(section(s, n).id, n % 5),
  (s, n) => joinSections(n % s.form.length),
  (s, n) =>
    setMetre(
      { section: section(s, n).id, bar: 0 },
      METRE_NAMES[n % METRE_NAMES.length]!,
      n % 2 ? 'bars' : 'beats',
    ),
  (s, n) => setBarLength(section(s, n).id, n % 4, n % 3 ? 480 : null),
];
const section = (s: Song, n: number) => s.sections[n % s.sections.length]!;

/** Where each chord in use begins. @param first only those that begin with their bar. */
function placesOf(song: Song, first = false): Map<string, BarPlace> {
  const places = new Map<string, BarPlace>();
  const symbols = song.sections.flatMap((s) => chordsInUse(s).map(({ symbol }) => symbol!));
  for (const s of song.sections) {
    const bars = sectionBars(s, song);
    for (const { symbol, start } of chordsInUse(s)) {
      const bar = barIndexAt(bars, start);
      // One that is held over a cut begins again behind it.
      const isOne = symbols.filter((other) => other === symbol).length === 1;
      if (isOne && (!first || bars[bar]!.start === start)) places.set(symbol!, { section: s.id, bar });
    }
  }
  return places;
}

function tried(song: Song, edit: Edit) {
  try {
    return applyEdit(song, edit);
  } catch (error) {
    if (error instanceof EditRefused) return null;
    throw error;
  }
}

const anyMetre = fc.constantFrom('4/4', '3/4', '7/8', '12/8');
const anyEdits = fc.array(fc.tuple(fc.nat(EDITS.length - 1), fc.nat(5000)), { minLength: 1, maxLength: 5 });

it('a chord that is still there stands in the bar that its bar is said to have become', () => {
  fc.assert(
    fc.property(anyMetre, anyEdits, (metre, edits) => {
      let song = chart(metre);
      let all: NonNullable<ReturnType<typeof applyEdit>>['step'] | null = null;
      const begun = song;
      for (const [which, n] of edits) {
        const done = tried(song, EDITS[which]!(song, n));
        if (!done) continue;
        const { moves } = done.step;
        const now = placesOf(done.song);
        for (const [symbol, place] of placesOf(song, true)) {
          const said = placeAfter(place, moves);
          const is = now.get(symbol);
          // A join leaves what is played elsewhere too where it was, and has its chords twice.
          if (said && is && which !== 4) expect({ symbol, bar: said }).toEqual({ symbol, bar: is });
          if (said) {
            expect(done.song.sections.find((s) => s.id === said.section)!.bars).toBeGreaterThan(said.bar);
            const back = placeAfter(said, movesBack(moves));
            // Where bars were counted anew two may have become one.
            if (which !== 5) expect(back).toEqual(place);
          }
          expect(nearestAfter(place, section(song, 0).bars, moves)).not.toBeUndefined();
        }
        all = all ? joinSteps(all, done.step) : done.step;
        song = done.song;
      }
      if (!all) return;
      expect(undoStep(song, all)).toEqual(begun);
    }),
    { numRuns: 120 },
  );
});

const song = chart('4/4');
const BAR = 1920;
const after = (edit: Edit, from = song) => applyEdit(from, edit)!;
const ticks = (edit: Edit, from = song) => {
  const { song: now, step } = after(edit, from);
  const moves = tickMoves(renderBand(from, OURS).bars, renderBand(now, OURS).bars, step.moves);
  return (tick: number): number => movedTick(tick, moves);
};

it('the playhead goes with its bar through every playing of the section', () => {
  const inserted = ticks(insertBar('s1', 0));
  expect([0, 100, BAR, 4 * BAR, 5 * BAR, 8 * BAR].map(inserted)).toEqual([
    0,
    100,
    2 * BAR,
    5 * BAR,
    7 * BAR,
    10 * BAR,
  ]);
  const removed = ticks(removeBars('s1', 1, 2));
  // What is gone leads to the next bar that is there.
  expect([0, BAR, 2 * BAR + 7, 3 * BAR + 7, 5 * BAR, 8 * BAR].map(removed)).toEqual([
    0,
    BAR,
    BAR,
    BAR + 7,
    3 * BAR,
    4 * BAR,
  ]);
});

it('a split moves nothing that is heard, a shorter bar draws what is behind it near, another place of the form goes along', () => {
  const split = ticks(splitSection('s2', 2));
  for (let tick = 0; tick < 16 * BAR; tick += 480) expect(split(tick)).toBe(tick);
  const splitTwice = ticks(splitSection('s1', 2));
  for (let tick = 0; tick < 16 * BAR; tick += 480) expect(splitTwice(tick)).toBe(tick);
  const shortened = ticks(setBarLength('s1', 0, 960));
  expect([480, 1500, BAR, 5 * BAR].map(shortened)).toEqual([480, 960, 960, 5 * BAR - 2 * 960]);
  const moved = ticks(moveEntry(2, -1));
  expect([0, 8 * BAR + 5, 12 * BAR + 5].map(moved)).toEqual([0, 12 * BAR + 5, 8 * BAR + 5]);
});

it('a join moves nothing that is heard, also where its sections are played elsewhere as well', () => {
  const again = after(playAgain('s1')).song;
  for (const form of [song, again]) {
    for (const place of [0, 1]) {
      const joined = ticks(joinSections(place), form);
      for (let tick = 0; tick < 16 * BAR; tick += 480) expect(joined(tick)).toBe(tick);
    }
  }
});

it('a playing that is taken out leaves those before it and behind it in their bars', () => {
  const removed = ticks(removeEntry(1));
  expect([0, 7 * BAR + 5, 12 * BAR + 5].map(removed)).toEqual([0, 7 * BAR + 5, 8 * BAR + 5]);
});

it('of a bar that is gone the one before it is in hand, else the first that is left', () => {
  const { step } = after(removeBars('s1', 1, 2));
  expect(nearestAfter({ section: 's1', bar: 2 }, 4, step.moves)).toEqual({ section: 's1', bar: 0 });
  // One that is about to be, behind the last, stays where it will be.
  const { step: longer } = after(setSectionLength('s1', 6));
  expect(nearestAfter({ section: 's1', bar: 4 }, 4, longer.moves)).toEqual({ section: 's1', bar: 4 });
  const { step: first } = after(removeBars('s1', 0, 0));
  expect(nearestAfter({ section: 's1', bar: 0 }, 4, first.moves)).toEqual({ section: 's1', bar: 0 });
  expect(nearestAfter({ section: 's1', bar: 3 }, 4, first.moves)).toEqual({ section: 's1', bar: 2 });
});
