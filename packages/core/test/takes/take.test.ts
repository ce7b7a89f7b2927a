/** Takes: some bars played once more. What is asked is played, the same again for the same seed, and nothing beyond it. */
import fc from 'fast-check';
import { renderBand } from '@backline/core/band/index';
import { partInForm } from '@backline/core/band/partInForm';
import { newPart } from '@backline/core/band/repertoire';
import { readChart } from '@backline/core/formats/chart/index';
import { SOLOISTS } from '@backline/core/players/index';
import { rangeOfInstrument } from '@backline/core/song/instrumentRanges';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { joinedTake } from '@backline/core/takes/join';
import { takeOf, type TakeNote } from '@backline/core/takes/take';
import { excerptOfRegion } from '@backline/core/takes/excerpt';
import { anyBandedSong } from '../support/music';

const CHART =
  'title: Any\nstyle: lamplight\n[Verse]\nDm7 | G7 | Cmaj7 | A7{push 1/8} | Dm7 | NC | Cmaj7 | C6\n[Bridge]\ntime: 3/4\nFm | Bb7 | Ebmaj7 | G7';
const song = readChart(CHART, OURS);
const heard = (notes: readonly TakeNote[] | null) =>
  notes!.map(({ start, duration, pitch }) => [start, duration, pitch].join());
const barsOf = (s: Song) => renderBand(s, OURS).bars;

it('the same seed is the same take, another is another', () => {
  const take = (seed: number) => heard(takeOf(song, OURS, 'solo', { from: 0, to: 8, seed }));
  expect(take(3)).toEqual(take(3));
  const [a, b] = [take(3), take(4)];
  expect(a.filter((note) => b.includes(note)).length).toBeLessThan(a.length / 2);
});

it('lies within its bars, for every part, one bar or all, across sections and metres', () => {
  const bars = barsOf(song);
  for (const { id } of song.parts) {
    for (const [from, to] of [
      [0, 1],
      [2, 5],
      [5, 6],
      [6, 10],
      [0, bars.length],
    ] as const) {
      const notes = takeOf(song, OURS, id, { from, to, seed: 7 });
      const [start, end] = [bars[from]!.start, bars[to - 1]!.start + bars[to - 1]!.length];
      // A chord that is pushed sounds before its bar.
      const outside = notes!.filter((n) => n.start < start - 480 || n.start + n.duration > end + 240);
      expect([id, from, to, outside]).toEqual([id, from, to, []]);
      expect(notes!.every((n, i) => i === 0 || n.start >= notes![i - 1]!.start)).toBe(true);
    }
  }
});

it('is refused where there are no such bars, or no such part', () => {
  const end = barsOf(song).length;
  for (const [from, to] of [
    [-1, 2],
    [4, 4],
    [5, 2],
    [0, end + 1],
    [end, end + 4],
    [NaN, 4],
    [0.5, 2],
    [0, 1.5],
    [0, Infinity],
  ] as const) {
    expect(takeOf(song, OURS, 'solo', { from, to, seed: 1 })).toBeNull();
  }
  expect(takeOf(song, OURS, 'nobody', { from: 0, to: 4, seed: 1 })).toBeNull();
  const odd = { ...song, parts: [{ ...song.parts[0]!, id: 'odd', kind: 'theremin' }] };
  expect(takeOf(odd, OURS, 'odd', { from: 0, to: 4, seed: 1 })).toBeNull();
});

it('plays for a part that rests there, and by whom it is asked', () => {
  const resting = {
    ...song,
    parts: song.parts.map((p) => (p.id === 'solo' ? { ...p, settings: { on: false } } : p)),
  };
  expect(takeOf(resting, OURS, 'solo', { from: 0, to: 4, seed: 1 })!.length).toBeGreaterThan(4);
  for (const { settings, name } of SOLOISTS) {
    const notes = takeOf(song, OURS, 'solo', { from: 0, to: 8, seed: 2, settings })!;
    const [low, high] = rangeOfInstrument(settings.instrument!).range;
    expect([name, notes.length > 4, notes.filter(({ pitch }) => pitch < low || pitch > high)]).toEqual([
      name,
      true,
      [],
    ]);
  }
});

it('leaves a bar without a chord silent, and follows chords that change', () => {
  const bar = barsOf(song)[5]!;
  const notes = takeOf(song, OURS, 'solo', { from: 4, to: 8, seed: 5 })!;
  expect(notes.filter(({ at }) => at >= bar.start && at < bar.start + bar.length - 480)).toEqual([]);
  const other = readChart(CHART.replace('Dm7 | G7', 'Ebm7 | Ab7'), OURS);
  const [a, b] = [song, other].map((s) => takeOf(s, OURS, 'solo', { from: 0, to: 2, seed: 5 })!);
  // Replanned with the same rhythm.
  expect(b!.map(({ at }) => at)).toEqual(a!.map(({ at }) => at));
  expect(b!.map(({ pitch }) => pitch)).not.toEqual(a!.map(({ pitch }) => pitch));
});

it('whatever the song: every bar of every part can be played again', () => {
  fc.assert(
    fc.property(anyBandedSong, fc.nat(), fc.nat(), fc.nat(), (s, part, first, length) => {
      const bars = barsOf(s);
      const from = first % bars.length;
      const to = from + 1 + (length % (bars.length - from));
      const { id } = s.parts[part % s.parts.length]!;
      const notes = takeOf(s, OURS, id, { from, to, seed: first })!;
      for (const note of notes) {
        expect(Number.isInteger(note.start) && note.duration > 0 && note.velocity > 0).toBe(true);
      }
    }),
    { numRuns: 60 },
  );
});

it('an excerpt keeps the ticks of its region, and cuts what reaches over its bars', () => {
  const held = readChart('title: Any\nstyle: quayside\n[Verse]\nC | % | % | F', OURS);
  const { regions } = partInForm({ ...held, parts: [newPart(OURS.kinds.get('keys')!, [])] }, OURS, 'keys');
  const cut = excerptOfRegion(regions[0]!, { from: 1, to: 3 }, 'x');
  expect(cut.bars.map(({ start }) => start)).toEqual([1920, 3840]);
  expect([cut.spans[0]!.start, cut.spans.at(-1)!.end, cut.length]).toEqual([1920, 5760, 5760]);
  expect(cut.next).toMatchObject({ newSection: false, isChange: true });
  expect(cut.firstBar).toBe(1);
});

describe('beside what is played', () => {
  const band = renderBand({ ...song, together: { arc: false } }, OURS);
  const { notes } = band.parts.find(({ id }) => id === 'solo')!;
  const [start, end] = [band.bars[2]!.start, band.bars[4]!.start];

  /** Leaps over a sixth where a take begins and ends. */
  const leapsOf = (take: readonly TakeNote[]): number => {
    const sides = [
      [notes.findLast(({ at }) => at < start), take[0]],
      [take.at(-1), notes.find(({ at }) => at >= end)],
    ] as const;
    return sides.filter(
      ([before, after]) =>
        before &&
        after &&
        after.at - before.at - before.length <= 960 &&
        Math.abs(after.pitch - before.pitch) > 9,
    ).length;
  };

  it('a take joins by a sixth at most, nearly always, and oftener than one that is not looked at', () => {
    let [joined, blind] = [0, 0];
    for (let seed = 0; seed < 20; seed++) {
      const { settings } = SOLOISTS[seed % SOLOISTS.length]!;
      const asked = { from: 2, to: 4, seed, settings };
      const take = joinedTake(song, OURS, 'solo', asked, notes, [start, end])!;
      expect(joinedTake(song, OURS, 'solo', asked, notes, [start, end])).toEqual(take);
      joined += leapsOf(take);
      blind += leapsOf(takeOf(song, OURS, 'solo', asked)!);
    }
    expect(joined).toBeLessThan(blind);
    expect(joined).toBeLessThanOrEqual(4);
  });

  it('where nothing is played it is the take as it is; it is refused where a take is', () => {
    const asked = { from: 2, to: 4, seed: 9 };
    expect(joinedTake(song, OURS, 'solo', asked, [], [start, end])).toEqual(
      takeOf(song, OURS, 'solo', asked),
    );
    expect(joinedTake(song, OURS, 'solo', { ...asked, to: 2 }, notes, [start, start])).toBeNull();
  });
});

it.each(
  song.parts.filter(({ kind }) => kind !== 'solo' && OURS.kinds.get(kind)!.pitched).map(({ id }) => id),
)('who steps out solos where his own instrument has its tones: %s', (id) => {
  const { program } = renderBand(song, OURS).parts.find((part) => part.id === id)!;
  const { range } = rangeOfInstrument(program);
  for (const { kind, settings } of SOLOISTS) {
    const own = { ...settings, instrument: program };
    const notes = takeOf(song, OURS, id, { from: 0, to: 5, seed: 1, settings: own, kind })!;
    expect(notes.length).toBeGreaterThan(3);
    expect(notes.filter(({ pitch }) => pitch < range[0] || pitch > range[1])).toEqual([]);
  }
});

it('a bass solos on a bass: no higher than that goes (four strings and two octaves of frets, common practice)', () => {
  const [soloist] = SOLOISTS;
  const settings = { ...soloist!.settings, instrument: 32 };
  const notes = takeOf(song, OURS, 'bass', { from: 0, to: 8, seed: 1, settings, kind: 'solo' })!;
  expect(Math.max(...notes.map(({ pitch }) => pitch))).toBeLessThanOrEqual(67);
  expect(Math.min(...notes.map(({ pitch }) => pitch))).toBeGreaterThanOrEqual(28);
});
