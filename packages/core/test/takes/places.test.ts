/** Where stretches of the song lie in its sections, and which take is played there. */
import fc from 'fast-check';
import { renderBand } from '@backline/core/band/index';
import { applyEdit, type Edit } from '@backline/core/edits/apply';
import { addSecondEnding, setClose } from '@backline/core/edits/closing';
import { chooseTake, keepTake } from '@backline/core/edits/takes';
import { readChart } from '@backline/core/formats/chart/index';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { keptTake } from '@backline/core/takes/keep';
import { restIn } from '@backline/core/takes/rest';
import {
  notesInPlaces,
  placesOf,
  occurrenceIdOf,
  reachesInto,
  reachesOver,
  takeAt,
  takeThrough,
} from '@backline/core/takes/places';
import { anyBandedSong } from '../support/music';

const SONG = readChart(
  'title: Any\nstyle: lamplight\n[Verse] x2\nDm7 | G7 | Cmaj7 | A7\n[Bridge]\ntime: 3/4\nFm | Bb7',
  OURS,
);
const after = (song: Song, ...edits: readonly Edit[]): Song =>
  edits.reduce((s, e) => applyEdit(s, e)?.song ?? s, song);
const barsOf = (song: Song) => renderBand(song, OURS).bars;
const solo = (song: Song) => song.parts.find(({ id }) => id === 'solo')!;

it('a stretch lies in its playings, section by section, to the tick', () => {
  const bars = barsOf(SONG);
  expect(placesOf(SONG, bars, { from: 3 * 1920 + 480, to: 5 * 1920 })).toEqual([
    { section: 's1', entry: 'e1', repeat: 0, from: 3 * 1920 + 480, to: 4 * 1920, by: 0 },
    { section: 's1', entry: 'e1', repeat: 1, from: 0, to: 1920, by: 4 * 1920 },
  ]);
  expect(placesOf(SONG, bars, { from: 8 * 1920 + 1440, to: 8 * 1920 + 2880 })).toEqual([
    { section: 's2', entry: 'e2', repeat: 0, from: 1440, to: 2880, by: 8 * 1920 },
  ]);
  expect(placesOf(SONG, bars, { from: 0, to: 0 })).toEqual([]);
  expect(placesOf(SONG, bars, { from: 1e9, to: 2e9 })).toEqual([]);
});

it('over a second ending and a tag it lies where their bars stand in the section', () => {
  const ended = after(SONG, addSecondEnding('s1', 1));
  const bars = barsOf(ended);
  const places = placesOf(ended, bars, { from: 0, to: 8 * 1920 });
  expect(places.map(({ repeat, from, to, by }) => [repeat, from / 1920, to / 1920, by / 1920])).toEqual([
    [0, 0, 4, 0],
    [1, 0, 3, 4],
    [1, 4, 5, 3],
  ]);
  const tagged = after(SONG, setClose({ tag: { bars: 2, times: 1 } }));
  const all = barsOf(tagged);
  const end = all[all.length - 1]!;
  expect(placesOf(tagged, all, { from: all[10]!.start, to: end.start + end.length })).toMatchObject([
    { section: 's2', repeat: 1, from: 0, to: 2880 },
  ]);
});

it('whatever the song, its places add up to the stretch, and say of which playing they are', () => {
  fc.assert(
    fc.property(anyBandedSong, fc.nat(), fc.nat(), (song, a, b) => {
      const bars = barsOf(song);
      const length = bars[bars.length - 1]!.start + bars[bars.length - 1]!.length;
      const [from, to] = [a % length, b % length].sort((x, y) => x - y) as [number, number];
      const places = placesOf(song, bars, { from, to });
      expect(places.reduce((sum, place) => sum + place.to - place.from, 0)).toBe(to - from);
      expect(
        places.every(
          (place, i) => i === 0 || place.from + place.by === places[i - 1]!.to + places[i - 1]!.by,
        ),
      ).toBe(true);
      for (const bar of bars) {
        const { entry, repeat } = occurrenceIdOf(bar);
        expect(`${entry}/${repeat}`).toBe(bar.occurrenceKey);
      }
    }),
    { numRuns: 60 },
  );
});

describe('takes in places', () => {
  const bars = barsOf(SONG);
  const take = { id: 't1', ...keptTake(SONG, OURS, 'solo', { from: 2, to: 6, seed: 3 })! };
  const places = (from: number, to: number) => placesOf(SONG, bars, { from: from * 1920, to: to * 1920 });

  it('fill them, reach into them, or are elsewhere', () => {
    expect(reachesOver(take, places(2, 6))).toBe(true);
    expect(reachesOver(take, places(3, 5))).toBe(true);
    expect(reachesOver(take, places(1, 5))).toBe(false);
    expect(reachesInto(take, places(1, 3))).toBe(true);
    expect(reachesInto(take, places(0, 2))).toBe(false);
    expect(reachesInto(take, places(6, 8))).toBe(false);
    const notes = notesInPlaces(take, places(2, 6));
    expect(notes.length).toBe(take.pieces.reduce((sum, { notes: own }) => sum + own.length, 0));
    expect(notes.every(([start]) => start >= 2 * 1920 && start < 6 * 1920)).toBe(true);
  });

  it('are played tick by tick as the comp says', () => {
    const song = after(SONG, keepTake('solo', take, true));
    expect(takeThrough(solo(song), places(2, 6))).toBe('t1');
    expect(takeThrough(solo(song), places(0, 2))).toBeNull();
    expect(takeThrough(solo(song), places(1, 3))).toBe('several');
    expect(takeThrough(solo(SONG), [])).toBeNull();
    expect([0, 2, 5, 6].map((bar) => takeAt(solo(song), places(0, 8), bar * 1920))).toEqual([
      null,
      't1',
      't1',
      null,
    ]);
    const half = after(song, chooseTake('solo', places(2, 3), null));
    expect(takeThrough(solo(half), places(2, 6))).toBe('several');
  });

  it('a rest is a take, and nothing is heard where it is played', () => {
    const rest = restIn(places(0, 2));
    const song = after(SONG, keepTake('solo', { id: 't1', ...rest }, true));
    const { notes } = renderBand(song, OURS).parts.find(({ id }) => id === 'solo')!;
    expect(notes.filter(({ at }) => at < 2 * 1920)).toEqual([]);
    expect(takeThrough(solo(song), places(0, 2))).toBe('t1');
  });
});

it('somebody of the band steps out and solos on his own instrument, in its range', () => {
  const settings = { instrument: 0, density: 4 };
  for (const part of ['keys', 'guitar', 'bass']) {
    const take = keptTake(SONG, OURS, part, { from: 0, to: 4, seed: 1, kind: 'solo', settings })!;
    const notes = take.pieces.flatMap((piece) => piece.notes);
    expect(notes.length).toBeGreaterThan(6);
    // One voice.
    expect(new Set(notes.map(([start]) => start)).size).toBe(notes.length);
    const song = after(SONG, keepTake(part, { id: 't1', ...take }, true));
    const band = renderBand(song, OURS);
    const heard = band.parts.find(({ id }) => id === part)!;
    expect(heard.trouble).toBeNull();
    const own = heard.notes.filter(({ at }) => at < 4 * 1920 - 480);
    expect(own.map(({ pitch }) => pitch)).toEqual(
      expect.arrayContaining(notes.slice(0, 6).map(([, , , pitch]) => pitch)),
    );
    // Behind it he plays as before.
    const before = renderBand(SONG, OURS).parts.find(({ id }) => id === part)!;
    const late = ({ notes: all }: typeof heard) =>
      all.filter(({ at }) => at >= 5 * 1920).map(({ at, pitch, velocity }) => [at, pitch, velocity]);
    expect(late(heard)).toEqual(late(before));
  }
  expect(keptTake(SONG, OURS, 'keys', { from: 0, to: 4, seed: 1, kind: 'theremin' })).toBeNull();
});
