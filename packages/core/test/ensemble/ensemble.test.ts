/** What the players agree on, and what becomes of it where a point is let go or a part keeps to itself. */
import fc from 'fast-check';
import { renderBand, type Band } from '@backline/core/band/index';
import { applyEdit } from '@backline/core/edits/apply';
import { setSettings } from '@backline/core/edits/settings';
import { setTogether } from '@backline/core/edits/together';
import { changesMissed } from '@backline/core/measures/changes';
import { playingsHeard } from '@backline/core/measures/arc';
import * as heard from '@backline/core/measures/figures';
import type { Song, Together } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { anyBandedSong, together } from '../support/music';

const VERSE = 'G | Em7 | C | D7sus4 D7 | G | Em7 | Am7 | D7';
const chart = (header = '', bars = VERSE): Song =>
  together(`${bars}\n[Chorus] x2\nC | D | Bm7 | Em | C | D | G | G`, header);
const changed = (song: Song, points: Together, section: string | null = null): Song =>
  applyEdit(song, setTogether(section, points))?.song ?? song;
const played = (band: Band, part: string, playing?: string) =>
  band.parts
    .find((p) => p.id === part)!
    .notes.filter((n) => playing === undefined || n.occurrenceKey === playing);
/** Notes of a playing from its own start, without how strong and how late a hand was. */
const struck = (band: Band, part: string, playing: string) => {
  const start = band.bars.find((b) => b.occurrenceKey === playing)!.start;
  return played(band, part, playing).map((n) => [Math.round((n.start - start) / 120), n.pitch]);
};

describe('a part that is told exactly', () => {
  it.each(['bass', 'keys', 'guitar', 'arp', 'strings', 'solo'])(
    '%s plays every repeat note for note',
    (part) => {
      const song = chart();
      const exact = applyEdit(song, setSettings(part, null, { repeatVariation: 'exactly' }))!.song;
      const open = { ...exact, ending: 'open' as const };
      const band = renderBand(open, OURS);
      const [first, again] = ['e2/0', 'e2/1'].map((playing) => struck(band, part, playing));
      expect(again).toEqual(first);
      // Told freely it does not.
      const free = renderBand(
        { ...applyEdit(song, setSettings(part, null, { repeatVariation: 'freely' }))!.song, ending: 'open' },
        OURS,
      );
      expect(struck(free, part, 'e2/1')).not.toEqual(struck(free, part, 'e2/0'));
    },
  );

  it('the writer’s word for a part stands over that for the section, and that over the song’s', () => {
    const song = changed(
      changed(chart(), { repeatVariation: 'freely' }),
      { repeatVariation: 'a little' },
      's2',
    );
    const exact = applyEdit(song, setSettings('keys', null, { repeatVariation: 'exactly' }))!.song;
    const band = renderBand({ ...exact, ending: 'open' }, OURS);
    expect(struck(band, 'keys', 'e2/1')).toEqual(struck(band, 'keys', 'e2/0'));
    expect(heard.repeatsThatDiffer(band).get('guitar')!.are).toBeGreaterThan(0);
  });
});

describe('each point can be let go', () => {
  const song = chart('style: lamplight', 'Gmaj7 | Em7{push 1/8} | Am7 | D7 | N.C. | G6 | Am7 | D7');
  const band = renderBand(song, OURS);

  it('early: no chord is felt early but those the writer pushed', () => {
    const early = (b: Band) => b.chords.filter((c) => c.anticipation > 0).length;
    const many = { ...song, seed: 3 };
    expect(early(renderBand(many, OURS))).toBeGreaterThan(1);
    expect(early(renderBand(changed(many, { anticipations: false }), OURS))).toBe(1);
  });

  it('marks: the drums play on through a push, and where there is no chord', () => {
    const without = renderBand(changed(song, { marks: false, anticipations: false }), OURS);
    const rest = band.chords.find((c) => c.symbol === null)!;
    const inRest = (b: Band) =>
      played(b, 'drums').filter(
        (n) => n.start >= rest.start && n.start < rest.start + 1800 && n.noteFunction !== 'fill',
      ).length;
    expect([inRest(band), inRest(without) > 0]).toEqual([0, true]);
    expect(heard.pushesMarked(without, OURS).are).toBe(0);
  });

  it('lock: the bass plays its pattern alone', () => {
    const straight = chart();
    const alone = renderBand(changed(straight, { lock: false }), OURS);
    expect(struck(alone, 'bass', 'e1/0')).not.toEqual(struck(renderBand(straight, OURS), 'bass', 'e1/0'));
    const share = (b: Band) => {
      const { of, are } = heard.kicksWithBass(b, OURS);
      return are / of;
    };
    expect(share(renderBand(straight, OURS))).toBeGreaterThan(share(alone));
  });

  it('room: a lead that the writer puts low has the others above it, one that is put high has them below', () => {
    const keys = (register: number): number[] => {
      const put = {
        ...song,
        parts: song.parts.map((p) => (p.kind === 'solo' ? { ...p, settings: { register } } : p)),
      };
      const band = renderBand({ ...put, together: { arc: false } }, OURS);
      return band.parts.find((p) => p.kind === 'keys')!.notes.map(({ pitch }) => pitch);
    };
    expect(Math.min(...keys(48))).toBeGreaterThanOrEqual(56);
    expect(Math.max(...keys(72))).toBeLessThanOrEqual(71);
  });

  it('room: everyone plays where the style puts them', () => {
    const { of, are } = heard.leadClear(renderBand(changed(song, { registers: false }), OURS), OURS);
    expect(are / of).toBeLessThan(0.5);
  });

  it('shape: a chorus is as strong as its verse, and only that section where it is said of one', () => {
    const strengths = (b: Band) => playingsHeard(b).map((s) => s.strength);
    // The same players in both: who comes in where is the arc's.
    const all = changed(song, { arc: false });
    const [verse, chorus] = strengths(renderBand(all, OURS));
    expect(chorus! - verse!).toBeGreaterThan(8);
    const flat = strengths(renderBand(changed(all, { shape: false }), OURS));
    expect(Math.abs(flat[1]! - flat[0]!)).toBeLessThan(4);
    const onlyVerse = strengths(renderBand(changed(all, { shape: false }, 's1'), OURS));
    expect(onlyVerse[0]).toBeCloseTo(flat[0]!, 0);
    expect(onlyVerse[1]).toBeCloseTo(chorus!, 0);
  });

  it('shape: what the writer has set for a section stays as it is set', () => {
    const set = applyEdit(song, setSettings('keys', 's2', { density: 2 }))!.song;
    const fewer = played(renderBand(set, OURS), 'keys', 'e2/0').length;
    expect(fewer).toBeLessThan(played(band, 'keys', 'e2/0').length);
  });

  it('fills: nothing leads on but the groove', () => {
    const without = renderBand(changed(song, { fills: false }), OURS);
    expect(played(without, 'drums').filter((n) => n.noteFunction === 'fill')).toEqual([]);
  });
});

it('a part that keeps to itself plays its pattern whatever the others agree on', () => {
  const song = chart();
  const alone = applyEdit(
    song,
    setSettings('bass', null, { listens: false, repeatVariation: 'exactly' }),
  )!.song;
  const same = changed(alone, { lock: false, registers: false, shape: false, marks: false });
  const early = changed(alone, { anticipations: false });
  const bass = (s: Song) => played(renderBand(changed(s, { anticipations: false }), OURS), 'bass');
  expect(bass(same)).toEqual(bass(early));
});

it('a section without any chord is left to the drums', () => {
  const song = together('N.C. | N.C. | N.C. | N.C.\n[Chorus]\nC | F | G | C');
  const band = renderBand(song, OURS);
  const before = band.chords.find((c) => c.symbol !== null)!.start;
  const sounding = band.parts.filter((p) => p.notes.some((n) => n.start < before - 60)).map((p) => p.kind);
  expect(sounding).toEqual(['drums']);
});

it('is told in words, bar by bar, as it is played', () => {
  const song = {
    ...chart('style: lamplight', 'Gmaj7 | Em7{push 1/8} | Am7 | D7 | N.C. | G6 | Am7 | D7'),
    seed: 3,
  };
  const band = renderBand(song, OURS);
  const [verse, chorus] = band.agreed;
  const early = band.chords.filter(
    (c) => c.timesPlayed === 1 && c.sectionId === 's1' && c.anticipation > 0 && c.symbol !== 'Em7',
  );
  for (const { symbol } of early) expect(verse!.points.anticipations).toContain(`${symbol} in bar`);
  expect(verse!.points.marks).toMatch(/drums mark .*; nobody plays in bar 5\./);
  expect(verse!.points.shape).toBe('Verse stands softer, and grows from its first bar to its last.');
  expect(chorus!.points.shape).toMatch(/Chorus stands stronger and fuller/);
  expect(verse!.points.registers).toBe('Solo on top; Keys, Guitar, Arp and Strings underneath.');
  expect(verse!.points.fills).toBe('The bass runs into what comes.');
  const plain = renderBand({ ...song, together: { arc: false } }, OURS).agreed[0]!;
  expect(plain.points.fills).toBe('The drums play a fill into what comes.');
  expect(chorus!.points.fills).toMatch(/a short fill into the repeat/);
});

it('hard cases play, and agree: a push on every chord, a beat each, one chord for long, any tempo', () => {
  const texts = [
    ['C{push 1/8} | F{push 1/8} | G{push 1/8} | Am{push 1/8}', 'tempo: 300'],
    ['C F G Am | Dm G C F | Bb Eb Ab Db | G C F C', 'tempo: 30'],
    [Array.from({ length: 64 }, () => 'Cmaj7').join(' | '), 'tempo: 120'],
    ['C', 'time: 3/8'],
    ['Cmaj7#11 / Bb13 | Gb7alt | F#m11b5 | N.C. C', 'time: 7/8'],
  ] as const;
  for (const style of OURS.styles.all) {
    for (const [bars, header] of texts) {
      const band = renderBand(together(bars, `${header}\nstyle: ${style.id}`), OURS);
      expect(band.parts.flatMap((p) => p.trouble ?? [])).toEqual([]);
      expect([style.id, bars, changesMissed(band)]).toEqual([style.id, bars, []]);
      const { of, are } = heard.pushesMarked(band, OURS);
      expect([style.id, bars, are]).toEqual([style.id, bars, of]);
    }
  }
});

it('whatever the song, nobody takes a chord up before the others', () => {
  fc.assert(
    fc.property(anyBandedSong, (song) => {
      expect(changesMissed(renderBand(song, OURS))).toEqual([]);
    }),
    { numRuns: 60 },
  );
});
