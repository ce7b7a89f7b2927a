/** How a part is mixed for a while touches no note, and how loud or full it plays takes no line up anew. */
import fc from 'fast-check';
import { renderBand, type Band } from '@backline/core/band/index';
import { regionMemory } from '@backline/core/band/windowCache';
import { writeMidiFile } from '@backline/core/formats/midi/index';
import { MIX_OFFSETS } from '@backline/core/song/choices';
import type { Cue, Settings, Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { anyBandedSong, apart, longSong, withSettings } from '../support/music';
import { readStrictly } from '../formats/strictMidi';

const withCues = (song: Song, cues: readonly Cue[]): Song => ({
  ...song,
  sections: song.sections.map((s) => ({ ...s, cues: [...cues] })),
});
const cue = (parts: readonly string[], settings: Settings, at: number, until?: number): Cue => ({
  id: 'q1',
  at,
  ...(until === undefined ? {} : { until }),
  parts: [...parts],
  settings,
});
const notesOf = (band: Band) => band.parts.map((p) => [p.id, p.notes]);
const others = (band: Band) =>
  band.parts.map((p) => p.gestures.filter((g) => !(MIX_OFFSETS as readonly string[]).includes(g.moves)));

const anyMix = fc.record(
  {
    gainOffset: fc.integer({ min: -12, max: 6 }),
    panOffset: fc.integer({ min: -127, max: 127 }),
    sendOffset: fc.integer({ min: -127, max: 127 }),
    shelfOffset: fc.integer({ min: -12, max: 12 }),
  },
  { requiredKeys: [] },
);

it('a cue of the mix touches no note and no other gesture, wherever it stands and whatever it moves', () => {
  fc.assert(
    fc.property(
      anyBandedSong,
      anyMix,
      fc.integer({ min: 0, max: 8000 }),
      fc.integer({ min: 1, max: 4000 }),
      fc.boolean(),
      (song, mix, at, lasts, ends) => {
        const ids = song.parts.map((p) => p.id);
        const moved = withCues(song, [cue(ids, mix, at, ends ? at + lasts : undefined)]);
        const [before, after] = [renderBand(song, OURS), renderBand(moved, OURS)];
        expect(notesOf(after)).toEqual(notesOf(before));
        expect(others(after)).toEqual(others(before));
      },
    ),
    { numRuns: 30 },
  );
});

it('makes no window anew', () => {
  const song = longSong(64);
  const memory = regionMemory();
  renderBand(song, OURS, memory);
  const before = memory.computed;
  renderBand(
    withCues(song, [cue(['solo', 'keys'], { gainOffset: -6, panOffset: 20 }, 3840, 9600)]),
    OURS,
    memory,
  );
  expect(memory.computed).toBe(before);
});

it('is heard from the cue on and until its end, at every playing, and is written as controllers alone', () => {
  const song = longSong(32);
  const moved = withCues(song, [cue(['keys'], { gainOffset: -6, shelfOffset: 4 }, 3840, 7680)]);
  const keys = renderBand(moved, OURS).parts.find((p) => p.id === 'keys')!;
  const mix = keys.gestures.filter((g) => g.moves === 'gainOffset');
  const length = 16 * 1920;
  // A chord that is felt early takes the mix along.
  expect(mix.map((g) => g.value)).toEqual([-6, 0, -6, 0]);
  mix.forEach((g, i) => {
    const wanted = length * Math.floor(i / 2) + [3840, 7680][i % 2]!;
    expect(wanted - g.start).toBeGreaterThanOrEqual(0);
    expect(wanted - g.start).toBeLessThanOrEqual(480);
  });
  const written = [song, moved].map((s) => readStrictly(writeMidiFile(s, renderBand(s, OURS))));
  const kept = written.map(({ tracks }) =>
    tracks.map((track) =>
      track.filter((e) => e.kind !== 'control').map(({ tick, kind, a, b }) => [tick, kind, a, b]),
    ),
  );
  expect(kept[1]).toEqual(kept[0]);
});

describe('a line', () => {
  const sounded = (song: Song, part: string) =>
    renderBand(song, OURS)
      .parts.find((p) => p.id === part)!
      .notes.map((n) => [n.start, n.pitch]);
  const base = apart(withSettings(longSong(16), 'solo', { on: true }));

  it('goes its way where it becomes louder', () => {
    for (const at of [960, 3840, 5000, 11_520]) {
      const louder = withCues(base, [cue(['solo'], { dynamics: 'ff' }, at)]);
      expect(sounded(louder, 'solo')).toEqual(sounded(base, 'solo'));
    }
  });

  it('rests where it is told to, and is what it was before and behind it', () => {
    const [from, until] = [7680, 11_520];
    const rested = sounded(withCues(base, [cue(['solo'], { on: false }, from, until)]), 'solo');
    const outside = sounded(base, 'solo').filter(([start]) => start! < from - 240 || start! >= until + 240);
    expect(rested.filter(([start]) => start! < from - 240 || start! >= until + 240)).toEqual(outside);
    expect(rested.filter(([start]) => start! >= from + 240 && start! < until - 240)).toEqual([]);
  });

  it('is another where its register is, and the same before', () => {
    const higher = sounded(withCues(base, [cue(['solo'], { octave: 1 }, 7680)]), 'solo');
    const before = ([start]: number[]): boolean => start! < 7680 - 960;
    expect(higher.filter(before)).toEqual(sounded(base, 'solo').filter(before));
    expect(higher).not.toEqual(sounded(base, 'solo'));
  });
});
