/** Where patterns fall in metres of eighths. Common practice: beats are felt in threes and twos, off-beats are the last eighth of a three. */
import { renderBand } from '@backline/core/band/index';
import { gridFor } from '@backline/core/timeline/patternCells';
import type { Grid, TimedEvent } from '@backline/core/style/pattern';
import type { Song } from '@backline/core/song/schema';
import { expandForm } from '@backline/core/timeline/occurrences';
import { OURS } from '@backline/core/styles/index';
import { song, withSettings } from '../support/music';

const STILL = { groove: { lateness: 0, strength: 0 } } as const;
/** Starts of a part's notes in its first bar, in eighths. */
const eighths = (s: Song, part: string, settings: object = {}, pitch?: number): number[] => {
  const band = renderBand(withSettings(s, part, { ...STILL, ...settings }), OURS);
  const { length } = band.bars[0]!;
  const notes = band.parts
    .find((p) => p.id === part)!
    .notes.filter((n) => n.start < length && (pitch === undefined || n.pitch === pitch));
  return [...new Set(notes.map((n) => n.start / 240))];
};
const open = (bars: string, header: string): Song => ({ ...song(bars, header), ending: 'open' });

describe('a pattern finds the beats it fits', () => {
  const event: TimedEvent = { at: 0, for: 1, minDensity: 1, accent: 1 };
  const grid = (beats: Grid['beats'], of: Grid['of']): Grid => ({ beats, of, bars: 1, events: [event] });
  const [four, three, two, six] = [
    grid(4, 'quarter'),
    grid(3, 'quarter'),
    grid(2, 'dotted'),
    grid(4, 'dotted'),
  ];
  const q = (n: number) => Array<number>(n).fill(480);
  const d = (n: number) => Array<number>(n).fill(720);

  it.each([
    ['4/4', q(4), [three, four], four],
    ['2/4 takes the first half of a four', q(2), [three, four], four],
    ['6/8 its own', d(2), [four, two], two],
    ['12/8 its own', d(4), [two, four, six], six],
    ['12/8 a 6/8 twice, before a straight one', d(4), [four, two], two],
    ['9/8 a three', d(3), [four, three], three],
    ['7/8 a three', [480, 480, 720], [four, three, two], three],
  ])('%s', (_, beats, grids, chosen) => expect(gridFor(grids, beats)).toBe(chosen));
});

describe('a straight pattern in metres of eighths', () => {
  it('bass roots stand on the dotted beats', () => {
    expect(eighths(open('C | F', 'time: 12/8'), 'bass', { pattern: 'eighths', density: 1 })).toEqual([0, 6]);
    expect(eighths(open('C | F', 'time: 6/8'), 'bass', { pattern: 'eighths', density: 3 })).toEqual([
      0, 2, 3, 5,
    ]);
  });

  it('the back beat is on the second and fourth of four dotted beats, and on the second of two', () => {
    const snare = (metre: string) =>
      eighths(open('C | F', `time: ${metre}`), 'drums', { pattern: 'steady', density: 1 }, 38);
    expect(snare('12/8')).toEqual([3, 9]);
    expect(snare('6/8')).toEqual([3]);
    expect(snare('4/4')).toEqual([2, 6]);
  });

  it('7/8 goes in two, two and three, or the other way round', () => {
    const hat = (metre: string) =>
      eighths(open('C | F', `time: ${metre}`), 'drums', { pattern: 'steady', density: 1 }, 42);
    expect(hat('7/8')).toEqual([0, 2, 4]);
    expect(hat('3+2+2/8')).toEqual([0, 3, 5]);
    expect(hat('5/8')).toEqual([0, 3]);
    expect(hat('3/8')).toEqual([0]);
  });

  it('a walking line has a note for each beat, in step with the change', () => {
    const walk = (metre: string) =>
      eighths(open('C | F', `time: ${metre}\nstyle: lamplight`), 'bass', { pattern: 'walking' });
    expect(walk('12/8')).toEqual([0, 3, 6, 9]);
    expect(walk('9/8')).toEqual([0, 3, 6]);
    expect(walk('7/8')).toEqual([0, 2, 4]);
  });

  it('triplets of a plain beat are the eighths of a dotted one', () => {
    const arp = eighths(open('C | F', 'time: 6/8'), 'arp', {
      pattern: 'thirds',
      density: 3,
      atChange: 'restart',
    });
    expect(arp).toEqual([0, 1, 2, 3, 4, 5]);
  });

  it('eighths are not swung where they are threes already', () => {
    const swung = (metre: string) =>
      eighths(open('C | F', `time: ${metre}\nstyle: lamplight`), 'drums', { density: 2 }, 51);
    expect(swung('12/8').every(Number.isInteger)).toBe(true);
    expect(swung('4/4').every(Number.isInteger)).toBe(false);
  });

  it('a line keeps to the eighths of its bar', () => {
    for (const metre of ['6/8', '7/8', '9/8', '3/8', '5/8']) {
      const solo = eighths(open('C | Am | F | G', `time: ${metre}`), 'solo', { pattern: 'song', density: 4 });
      expect([metre, solo.filter((at) => !Number.isInteger(at * 2))]).toEqual([metre, []]);
    }
  });
});

describe('half and double time are a feel, not a tempo', () => {
  const s = open('C | F | C | F', '');
  const kicks = (pace: string, pitch: number) => {
    const band = renderBand(
      withSettings(s, 'drums', { ...STILL, pace, pattern: 'steady', density: 1 } as never),
      OURS,
    );
    return band.parts
      .at(-1)!
      .notes.filter((n) => n.pitch === pitch && n.start < 2 * 1920)
      .map((n) => n.start / 480);
  };

  it('the back beat is on three in half time, and on every off-beat eighth in double time', () => {
    expect(kicks('as written', 38)).toEqual([1, 3, 5, 7]);
    expect(kicks('half time', 38)).toEqual([2, 6]);
    expect(kicks('double time', 38)).toEqual([0.5, 1.5, 2.5, 3.5, 4.5, 5.5, 6.5, 7.5]);
  });

  it('bars and chords stay where they are', () => {
    const half = { ...s, parts: s.parts.map((p) => ({ ...p, settings: { pace: 'half time' as const } })) };
    const [a, b] = [renderBand(s, OURS), renderBand(half, OURS)];
    expect([b.length, b.bars, b.chords]).toEqual([a.length, a.bars, a.chords]);
    const roots = b.parts[0]!.notes.filter((n) => n.noteFunction === 'root').map((n) =>
      Math.floor((n.start + 60) / 1920),
    );
    expect(new Set(roots)).toEqual(new Set([0, 1, 2, 3]));
  });
});

describe('pick-ups and short bars', () => {
  it('a pick-up plays the end of a bar, and the song’s first whole bar its beginning', () => {
    const s = open('{bar 1/4} G | C | F', '');
    expect(expandForm(s)[0]!.bars.map((b) => b.length)).toEqual([480, 1920, 1920]);
    const hats = renderBand(withSettings(s, 'drums', { ...STILL, pattern: 'steady', density: 1 }), OURS)
      .parts.at(-1)!
      .notes.filter((n) => n.start < 480 + 960)
      .map((n) => [n.start / 480, n.pitch]);
    // The last beat of a bar has hat and snare; then kick and hat begin the bar.
    expect(hats).toEqual([
      [0, 38],
      [0, 42],
      [1, 36],
      [1, 42],
      [2, 38],
      [2, 42],
    ]);
  });

  it('a bar that is cut short ends where it is cut, and the next begins anew', () => {
    const s = open('C | {bar 2/4} F | G', '');
    const band = renderBand(withSettings(s, 'drums', { ...STILL, pattern: 'steady', density: 1 }), OURS);
    const kicks = band.parts
      .at(-1)!
      .notes.filter((n) => n.pitch === 36)
      .map((n) => n.start / 480);
    expect(kicks).toEqual([0, 2, 4, 6, 8]);
    expect(band.bars.map((b) => b.start / 480)).toEqual([0, 4, 6]);
  });
});

describe('cues', () => {
  const base = open('C | F | G | C', '');
  const cued = (...cues: object[]): Song => ({
    ...base,
    sections: [{ ...base.sections[0]!, cues: cues as never }],
  });
  const starts = (s: Song, part: string) =>
    renderBand(s, OURS)
      .parts.find((p) => p.id === part)!
      .notes.map((n) => n.start);

  it('hold from a beat to another, for several parts at once', () => {
    const s = cued({
      id: 'q',
      at: 1920 + 960,
      until: 2 * 1920 + 480,
      parts: ['bass', 'drums'],
      settings: { on: false },
    });
    for (const part of ['bass', 'drums']) {
      const inside = (x: Song) => starts(x, part).filter((t) => t >= 2880 && t < 4320 - 60);
      expect([part, inside(s).length, inside(base).length > 0]).toEqual([part, 0, true]);
    }
    expect(starts(s, 'keys')).toEqual(starts(base, 'keys'));
    expect(starts(s, 'drums').filter((t) => t >= 4320)).toEqual(
      starts(base, 'drums').filter((t) => t >= 4320),
    );
  });

  it('that change nothing change no note, wherever they stand', () => {
    const s = cued({
      id: 'q',
      at: 700,
      until: 5000,
      parts: base.parts.map((p) => p.id),
      settings: { on: true },
    });
    expect(renderBand(s, OURS).parts).toEqual(renderBand(base, OURS).parts);
  });
});
