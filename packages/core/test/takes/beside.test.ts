/** Takes beside another part: what fills its gaps never sounds with it, what goes around its line leaves every tone of it where it is. */
import fc from 'fast-check';
import { renderBand } from '@backline/core/band/index';
import { newPart } from '@backline/core/band/repertoire';
import { readChart } from '@backline/core/formats/chart/index';
import { SOLOISTS } from '@backline/core/players/index';
import { rangeOfInstrument } from '@backline/core/song/instrumentRanges';
import { BESIDES } from '@backline/core/song/choices';
import type { Song } from '@backline/core/song/schema';
import type { NewTake } from '@backline/core/song/takeSchema';
import { OURS } from '@backline/core/styles/index';
import { restsOf } from '@backline/core/parts/lines/gaps';
import { takeBeside } from '@backline/core/takes/beside';
import { chordPitchClasses } from '@backline/core/theory/chord';
import { mod, pitchClass } from '@backline/core/theory/pitch';
import { defaultScale, scalePitchClasses } from '@backline/core/theory/scale';
import { EIGHTH, PPQ } from '@backline/core/time/ticks';
import { anyBandedSong } from '../support/music';

const CHART =
  'title: Any\nstyle: quayside\n[Verse]\nDm7 | G7 | Cmaj7 | A7 | Dm7 | G7 | Cmaj7 | C6 | Fmaj7 | Fm6 | Em7 | A7 | Dm7 | G7 | C | C';

/** A song of a melody with rests in it, and somebody in front who has nothing to do. */
function songOf(chart = CHART): Song {
  const song = readChart(chart, OURS);
  const melody = { ...newPart(OURS.kinds.get('melody')!, []), settings: { space: 50 } };
  return { ...song, parts: [melody, newPart(OURS.kinds.get('solo')!, [melody])] };
}

const song = songOf();
const band = renderBand(song, OURS);
const [melody, solo] = song.parts.map(({ id }) => id) as [string, string];
const line = band.parts.find(({ id }) => id === melody)!.notes;
const ALL = { from: 0, to: band.bars.length };
const BARS = { from: 0, to: band.length };
// The song has one section, which is played once: its ticks are the song's.
const rows = (take: NewTake | null) => take!.pieces.flatMap(({ notes }) => notes);

/** What stands in a list most often. */
const mostly = (values: readonly number[]): number =>
  values.reduce((a, b) =>
    values.filter((v) => v === b).length > values.filter((v) => v === a).length ? b : a,
  );

const hears = (at: number, pitch: number, of: 'chord' | 'scale'): boolean => {
  const { chord, key } = band.chords.findLast((one) => one.start - one.anticipation <= at)!;
  const classes =
    of === 'chord'
      ? chordPitchClasses(chord!)
      : scalePitchClasses(pitchClass(chord!.root), defaultScale(chord!, key));
  return classes.includes(mod(pitch, 12));
};

describe('gaps', () => {
  it('touch no note, and hold every rest that is long enough (any notes)', () => {
    const anyNotes = fc.array(
      fc.record({ at: fc.integer({ min: 0, max: 8000 }), length: fc.integer({ min: 1, max: 3000 }) }),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(anyNotes, (notes) => {
        const stretch = { from: 1000, to: 7000 };
        const gaps = restsOf(notes, stretch);
        for (const { from, to } of gaps) {
          expect(from).toBeGreaterThanOrEqual(stretch.from);
          expect(to).toBeLessThanOrEqual(stretch.to);
          expect(to - from).toBeGreaterThanOrEqual(PPQ);
          expect(notes.filter(({ at, length }) => at < to && at + length > from)).toEqual([]);
        }
        for (let tick = stretch.from; tick + PPQ + EIGHTH <= stretch.to; tick += 60) {
          const rests = notes.every(({ at, length }) => at >= tick + PPQ + EIGHTH || at + length <= tick);
          if (rests) expect(gaps.some(({ from, to }) => from <= tick && tick + PPQ <= to)).toBe(true);
        }
      }),
    );
  });

  it('are all there is where nobody plays, and none where somebody holds on', () => {
    expect(restsOf([], { from: 0, to: 1920 })).toEqual([{ from: 0, to: 1920 }]);
    expect(restsOf([{ at: 0, length: 1920 }], { from: 0, to: 1920 })).toEqual([]);
  });
});

describe.each(SOLOISTS.map((one) => [one.name, one] as const))('%s', (_, { settings, id }) => {
  it('fills the gaps of a melody and nothing else, and ends each on a tone of its chord', () => {
    const gaps = restsOf(line, BARS);
    expect(gaps.length).toBeGreaterThan(2);
    let filled = 0;
    for (const seed of [1, 2, 3]) {
      const take = takeBeside(
        song,
        OURS,
        band,
        solo,
        { ...ALL, seed, settings, player: id },
        {
          part: melody,
          how: 'in its gaps',
        },
      );
      expect([take!.player, take!.seed]).toEqual([id, seed]);
      const notes = rows(take);
      for (const [start, duration] of notes) {
        const gap = gaps.find(({ from, to }) => from <= start && start < to);
        expect([start, gap !== undefined && start + duration <= gap.to]).toEqual([start, true]);
      }
      for (const gap of gaps) {
        const own = notes.filter(([start]) => start >= gap.from && start < gap.to);
        const last = own[own.length - 1];
        if (!last) continue;
        filled++;
        expect([last[0], hears(last[0], last[3], 'chord')]).toEqual([last[0], true]);
      }
    }
    expect(filled).toBeGreaterThan(0.6 * 3 * gaps.length);
  });

  it('goes around a melody: its tones stay where they are, what is put in goes on by step', () => {
    const range = rangeOfInstrument(settings.instrument ?? 73).range;
    const take = (density: number, seed = 1) =>
      rows(
        takeBeside(
          song,
          OURS,
          band,
          solo,
          { ...ALL, seed, settings: { ...settings, density } },
          {
            part: melody,
            how: 'around it',
          },
        ),
      );
    for (const density of [1, 5]) {
      const notes = take(density);
      for (const own of line) {
        const kept = notes.find(([start]) => start === own.at);
        expect([own.at, kept && mod(kept[3], 12)]).toEqual([own.at, mod(own.pitch, 12)]);
      }
      // Its way from tone to tone is the melody's, as far as the instrument has them.
      const moved = line.map((own) => notes.find(([start]) => start === own.at)![3] - own.pitch);
      const usual = moved.filter((by) => by === mostly(moved)).length;
      const fits = line.every(
        (own) => own.pitch + mostly(moved) >= range[0] && own.pitch + mostly(moved) <= range[1],
      );
      expect(usual).toBeGreaterThanOrEqual(fits ? line.length : 0.7 * line.length);
      notes.forEach(([start, , written, pitch], i) => {
        const after = notes[i + 1];
        expect(pitch).toBeGreaterThanOrEqual(range[0]);
        expect(pitch).toBeLessThanOrEqual(range[1]);
        if (after) expect(start + written).toBeLessThanOrEqual(after[0]);
        const isPut = !line.some(({ at }) => at === start);
        if (isPut && !hears(start, pitch, 'scale'))
          expect(Math.abs(after![3] - pitch)).toBeLessThanOrEqual(3);
      });
    }
    expect(take(5).length).toBeGreaterThan(line.length);
    expect(take(5).length).toBeGreaterThanOrEqual(take(1).length);
    expect(take(5)).toEqual(take(5));
  });
});

it('another seed goes around it otherwise', () => {
  const take = (seed: number) =>
    rows(
      takeBeside(
        song,
        OURS,
        band,
        solo,
        { ...ALL, seed, settings: { density: 5 } },
        {
          part: melody,
          how: 'around it',
        },
      ),
    );
  expect(take(1)).not.toEqual(take(2));
});

it('is refused where the other part is not there, rests, or leaves no gap, and where nobody plays lines', () => {
  const ask = (part: string, how: (typeof BESIDES)[number], by = solo, of = song, asked = ALL) =>
    takeBeside(of, OURS, renderBand(of, OURS), by, { ...asked, seed: 1 }, { part, how });
  for (const how of BESIDES) {
    expect(ask('nobody', how)).toBeNull();
    expect(ask(melody, how, 'nobody')).toBeNull();
    expect(ask(melody, how, solo, song, { from: 3, to: 3 })).toBeNull();
    expect(ask(melody, how, solo, song, { from: 90, to: 94 })).toBeNull();
  }
  const silent = { ...song, parts: song.parts.map((p) => ({ ...p, settings: { on: false } })) };
  expect(ask(melody, 'around it', solo, silent)).toBeNull();
  const held = renderBand(song, OURS);
  const throughout = {
    ...held,
    parts: held.parts.map((p) => ({ ...p, notes: [{ ...p.notes[0]!, at: 0, length: held.length }] })),
  };
  expect(
    takeBeside(song, OURS, throughout, solo, { ...ALL, seed: 1 }, { part: melody, how: 'in its gaps' }),
  ).toBeNull();
  const full = readChart(CHART, OURS);
  const bass = full.parts.find(({ kind }) => kind === 'bass')!.id;
  expect(ask('solo', 'around it', bass, full)).toBeNull();
});

it('lies in its bars, whoever plays beside whom (any song, any bars)', () => {
  fc.assert(
    fc.property(
      anyBandedSong,
      fc.nat(),
      fc.nat(),
      fc.nat(),
      fc.integer({ min: 1, max: 6 }),
      fc.constantFrom(...BESIDES),
      (any, a, b, first, count, how) => {
        const all = renderBand(any, OURS);
        const part = any.parts[a % any.parts.length]!.id;
        const other = any.parts[b % any.parts.length]!.id;
        const from = first % all.bars.length;
        const to = Math.min(all.bars.length, from + count);
        const take = takeBeside(any, OURS, all, part, { from, to, seed: 1 }, { part: other, how });
        for (const piece of take?.pieces ?? []) {
          for (const [start] of piece.notes) {
            expect(start).toBeGreaterThanOrEqual(piece.from === 0 ? -960 : piece.from);
            expect(start).toBeLessThan(piece.to);
          }
        }
      },
    ),
    { numRuns: 60 },
  );
});
