/** What a change of chord gets from patterns that have no stroke there, and what a chord gets that is only written again. */
import { renderBand, type Band } from '@backline/core/band/index';
import { newPart } from '@backline/core/band/repertoire';
import { bassUnderChanges } from '@backline/core/measures/clean';
import { OURS } from '@backline/core/styles/index';
import { song } from '../support/music';

const STILL = { groove: { lateness: 0, strength: 0, swing: 50 }, repeatVariation: 'exactly' } as const;

/** One part by itself, told exactly. */
function played(kind: string, pattern: string, bars: string, density = 2, settings: object = {}): Band {
  const s = song(bars, 'tempo: 100');
  const part = newPart(OURS.kinds.get(kind)!, []);
  return renderBand(
    {
      ...s,
      ending: 'open',
      together: { anticipations: false },
      parts: [{ ...part, settings: { ...STILL, pattern, density, ...settings } }],
    },
    OURS,
  );
}
const beats = (band: Band): number[] => [...new Set(band.parts[0]!.notes.map((n) => n.at / 480))];

describe('who waits', () => {
  it('a skank is on two and four, whatever the chords, and as short as it is written', () => {
    const band = played('guitar', 'skank', 'C | F | C G | Am');
    expect(beats(band)).toEqual([1, 3, 5, 7, 9, 11, 13, 15]);
    expect(Math.max(...band.parts[0]!.notes.map((n) => n.duration))).toBeLessThanOrEqual(240);
  });

  it('a chord in which it has no stroke at all is struck once, off the beat', () => {
    const band = played('guitar', 'skank', 'C F Dm G');
    expect(beats(band).slice(0, 3)).toEqual([1, 2.5, 3]);
  });

  it('a pushed chord is taken up by the next stroke', () => {
    expect(beats(played('guitar', 'skank', 'C | F{push 1/8} | C'))).toEqual([1, 3, 5, 7, 9, 11]);
  });

  it('a bass that waits lands with the song and with each new section, and takes the next root over the bar', () => {
    const band = played('bass', 'son-tumbao', 'C | F | Bb | G');
    const notes = band.parts[0]!.notes.map((n) => [n.at / 480, n.pitch % 12]);
    expect(notes.slice(0, 2)).toEqual([
      [0, 0],
      [1.5, 7],
    ]);
    // Beat four of the first three bars is the root of the bar that follows, and the bar line is not struck.
    for (const [beat, root] of [[3, 5], [7, 10], [11, 7]] as const) expect(notes).toContainEqual([beat, root]); // prettier-ignore
    for (const bar of [4, 8, 12]) expect(notes.map(([at]) => at)).not.toContain(bar);
  });

  it('a tumbao over one chord for two bars keeps its root until the change', () => {
    const notes = played('bass', 'son-tumbao', 'C | C | F | F').parts[0]!.notes;
    const fours = notes.filter((n) => n.at % 1920 === 1440).map((n) => n.pitch % 12);
    expect(fours.slice(0, 3)).toEqual([0, 5, 5]);
  });
});

describe('a chord that is only written again', () => {
  it.each([
    ['bass', 'two-beat'],
    ['keys', 'whole-chords'],
    ['guitar', 'campfire'],
    ['strings', 'long-bows'],
    ['keys', 'off-beat-comp'],
    ['arp', 'sixteenth-run'],
    ['guitar', 'travis'],
  ])('%s by %s: two halves and one whole sound alike', (kind, pattern) => {
    const once = played(kind, pattern, 'C | F | C | G', 3);
    const again = played(kind, pattern, 'C C | F F | C C | G G', 3);
    const strokes = (band: Band) => band.parts[0]!.notes.map((n) => [n.at, n.length, n.pitch]);
    expect(strokes(again)).toEqual(strokes(once));
  });

  it('one that is pushed, led into or voiced by hand is taken up anew', () => {
    const plain = beats(played('keys', 'whole-chords', 'C | C'));
    const pushed = beats(played('keys', 'whole-chords', 'C | C{push 1/8}'));
    expect([plain.includes(3.5), pushed.includes(3.5)]).toEqual([false, true]);
  });

  it('nobody leads into it, and into a change they do', () => {
    const leads = (bars: string) => {
      const notes = [1, 2, 3, 4, 5, 6].flatMap(
        (variation) => played('bass', 'driving-eighths', bars, 3, { variation }).parts[0]!.notes,
      );
      return notes.filter((n) => n.noteFunction === 'approach').length;
    };
    expect(leads(Array.from({ length: 32 }, () => 'C').join(' | '))).toBe(0);
    expect(leads(Array.from({ length: 16 }, () => 'C | F').join(' | '))).toBeGreaterThan(0);
  });

  it('a part that comes in on one takes it up there', () => {
    const s = song('C | C | C | C', 'tempo: 100');
    const part = newPart(OURS.kinds.get('strings')!, []);
    const { id } = part;
    const entering = {
      ...s,
      ending: 'open' as const,
      together: { anticipations: false },
      parts: [{ ...part, settings: { ...STILL, pattern: 'off-beat-bows', on: false } }],
      sections: s.sections.map((section) => ({
        ...section,
        cues: [{ id: 'q1', at: 2 * 1920 + 960, parts: [id], settings: { on: true, pattern: 'long-bows' } }],
      })),
    };
    expect(renderBand(entering, OURS).parts[0]!.notes[0]!.at / 480).toBe(10);
  });
});

describe('a tumbao', () => {
  const rootsUnder = (header: string, settings: object = {}): number => {
    const s = song('C | Am | F | G | Dm | G | C | F', header);
    const part = newPart(OURS.kinds.get('bass')!, []);
    const band = renderBand(
      {
        ...s,
        ending: 'open',
        together: { anticipations: false },
        parts: [{ ...part, settings: { ...STILL, pattern: 'son-tumbao', ...settings } }],
      },
      OURS,
    );
    const { of, are } = bassUnderChanges(band, OURS);
    return are / of;
  };

  it.each(['4/4', '2/4', '3/4', '6/4', '5/4'])('in %s has the root of each chord first', (metre) => {
    expect(rootsUnder(`tempo: 160\ntime: ${metre}`)).toBeGreaterThanOrEqual(0.85);
  });

  it.each(['half time', 'double time'])('in %s as well', (pace) => {
    expect(rootsUnder('tempo: 160', { pace })).toBeGreaterThanOrEqual(0.85);
  });
});
