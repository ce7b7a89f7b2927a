/**
 * The band heard by numbers, over charts of many idioms in every style. The bounds are the issue's: what makes a
 * band of parts, measured and not asserted of the code.
 */
import { renderBand, type Band } from '@backline/core/band/index';
import { newPart } from '@backline/core/band/repertoire';
import * as clean from '@backline/core/measures/clean';
import { changesMissed } from '@backline/core/measures/changes';
import { playingsHeard } from '@backline/core/measures/arc';
import * as heard from '@backline/core/measures/figures';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { apart, STYLES } from '../support/music';
import { IDIOMS } from './charts';

const SONGS = STYLES.flatMap((style) =>
  IDIOMS.map(([name, make]) => [style.id, name, make(style.id)] as const),
);
/** Every other chart as a song is told: who plays is not all of them all the time. */
const TOLD = new Set(IDIOMS.flatMap(([name], i) => (i % 2 === 0 ? [name] : [])));
const BANDS = SONGS.filter(([, name]) => TOLD.has(name)).map(([style, name, song]) => ({
  style,
  name,
  song,
  band: renderBand(song, OURS),
}));

const total = (shares: readonly heard.Share[]): number => {
  const of = shares.reduce((sum, s) => sum + s.of, 0);
  return of ? shares.reduce((sum, s) => sum + s.are, 0) / of : 1;
};
/** A line in the rhythm it has, its pitches in another order. */
const atRandom = (part: Band['parts'][number]): Band['parts'][number] =>
  OURS.kinds.get(part.kind)?.monophonic
    ? {
        ...part,
        notes: part.notes.map((note, i) => ({
          ...note,
          pitch: part.notes[(i * 7919 + 13) % part.notes.length]!.pitch,
        })),
      }
    : part;
const solos = (band: Band): Set<string> =>
  new Set(band.parts.filter((p) => p.kind === 'solo').map((p) => p.id));

/** Everyone plays from the first bar to the last: how a part repeats, varies and marks is heard there. */
const withoutArc = (song: Song): Song => ({ ...song, together: { ...song.together, arc: false } });

describe.each(STYLES.map((s) => s.id))('%s', (style) => {
  const bands = BANDS.filter((b) => b.style === style);
  const throughout = SONGS.filter(([of]) => of === style).map(([, name, song]) => ({
    name,
    song,
    band: renderBand(withoutArc(song), OURS),
  }));

  it('tells repeats differently in every part, and so that they are known again', () => {
    const parts = bands[0]!.band.parts.filter((p) => !solos(bands[0]!.band).has(p.id)).map((p) => p.id);
    for (const part of parts) {
      const differ = total(throughout.map(({ band }) => heard.repeatsThatDiffer(band).get(part)!));
      expect([part, differ >= 0.15, differ <= 0.65]).toEqual([part, true, true]);
    }
  });

  it('plays another band for each seed, in every part', () => {
    const { song } = throughout.reduce((a, b) => (b.band.bars.length < a.band.bars.length ? b : a));
    const seeds = Array.from({ length: 5 }, (_, seed) => renderBand(withoutArc({ ...song, seed }), OURS));
    seeds.forEach((a, i) =>
      seeds.slice(i + 1).forEach((b) => {
        for (const [part, { are }] of heard.barsThatDiffer(a, b))
          expect([part, are > 0]).toEqual([part, true]);
      }),
    );
  });

  it('plays no scraps of notes, strikes nothing twice, and moves nothing by a jump while it sounds', () => {
    for (const { name, band } of bands) {
      for (const part of band.parts) {
        const found = [clean.scraps(part), clean.doubleStrikes(part), clean.jumps(part)].map(
          (all) => all.length,
        );
        expect([name, part.id, ...found]).toEqual([name, part.id, 0, 0, 0]);
      }
    }
  });

  it('has the bass of every new chord under it', () => {
    for (const { name, band } of bands) {
      const { of, are } = clean.bassUnderChanges(band, OURS);
      // A tumbao has the next bass before the bar; where that chord is pushed as well, it now and then comes after.
      const least = style === 'courtyard' ? 0.85 * of : of;
      expect([name, are >= least]).toEqual([name, true]);
    }
  });

  it('changes chord together', () => {
    for (const { name, band } of bands) expect([name, changesMissed(band)]).toEqual([name, []]);
  });

  it('marks every pushed chord with the drums', () => {
    for (const { name, band } of throughout) {
      const { of, are } = heard.pushesMarked(band, OURS);
      expect([name, are]).toEqual([name, of]);
    }
  });

  it('strikes bass and kick together, but where its players keep them apart on purpose', () => {
    const { traits: manner } = STYLES.find((s) => s.id === style)!;
    if (manner?.locked === false) {
      expect(bands.flatMap(({ band }) => band.agreed).map(({ points }) => points.lock)).not.toContainEqual(
        expect.stringMatching(/together/),
      );
      return;
    }
    for (const { name, band } of bands) {
      const { of, are } = heard.kicksWithBass(band, OURS);
      expect([name, are / of >= 0.7]).toEqual([name, true]);
    }
  });

  it('has the lead clear of the others', () => {
    const leads = bands.map(({ band }) => heard.leadClear(band, OURS));
    expect(total(leads)).toBeGreaterThanOrEqual(0.75);
    // A neck goes only so low: in some keys a guitar reaches up to a lead.
    for (const [i, { of, are }] of leads.entries()) {
      expect([bands[i]!.name, of === 0 || are / of >= 0.55]).toEqual([bands[i]!.name, true]);
    }
  });

  it('rubs nowhere with what the chord does not hold, and hardly ever with what it does', () => {
    for (const { name, band } of bands) {
      expect([name, heard.semitoneClashes(band) / band.bars.length < 0.2]).toEqual([name, true]);
      expect([name, heard.semitoneClashes(band, true) / band.bars.length < 4.5]).toEqual([name, true]);
    }
  });

  it('keeps a motif’s contour where a tune comes back to it, which a line at random does not', () => {
    const tunes = IDIOMS.map(([, make]) => {
      const song = make(style);
      return renderBand({ ...song, parts: [newPart(OURS.kinds.get('melody')!, [])] }, OURS);
    });
    expect(total(tunes.map((band) => heard.motifsKept(band, OURS)))).toBeGreaterThanOrEqual(0.7);
    const drawn = tunes.map((band) => ({ ...band, parts: band.parts.map(atRandom) }));
    expect(total(drawn.map((band) => heard.motifsKept(band, OURS)))).toBeLessThan(0.65);
  });

  it('leaps over no octave in the bass, and loses no third or seventh', () => {
    for (const { name, band } of bands) {
      expect([name, heard.bassLeaps(band, OURS)]).toEqual([name, 0]);
      expect([name, heard.guideTonesLost(band, OURS)]).toEqual([name, []]);
    }
  });

  it('drums ten different bars in 32 at least, and into every seam', () => {
    for (const { name, band } of throughout) {
      expect([name, heard.distinctDrumBars(band, OURS) >= 10]).toEqual([name, true]);
      const { of, are } = heard.fillsAtJoins(band, OURS);
      expect([name, are]).toEqual([name, of]);
    }
  });

  it('builds from verse to chorus', () => {
    const { band } = bands.find((b) => b.name === 'four-chord song')!;
    const sections = playingsHeard(band);
    const mean = (name: string, of: 'strength' | 'level'): number => {
      const own = sections.filter((s) => s.section === name);
      return own.reduce((sum, s) => sum + s[of], 0) / own.length;
    };
    expect(mean('Chorus', 'strength') - mean('Verse', 'strength')).toBeGreaterThanOrEqual(8);
    expect(mean('Chorus', 'level') - mean('Verse', 'level')).toBeGreaterThanOrEqual(5);
  });
});

describe('the figures themselves', () => {
  // Players who agree on nothing and tell every playing alike show what each figure is for.
  const loose = SONGS.filter(([style]) => style === 'lamplight').map(([, name, song]) => ({
    name,
    band: renderBand(apart(song), OURS),
  }));
  const of = (name: string): Band => loose.find((l) => l.name === name)!.band;

  it('hear a repeat that is told exactly', () => {
    for (const { name, band } of loose) {
      // Only where another fill leads on, and the song ends, may a bar be other.
      const bars = heard.repeatsThatDiffer(band).get('guitar')!;
      expect([name, bars.are / bars.of <= 0.15]).toEqual([name, true]);
    }
  });

  it('hear drums that mark nothing, and a kick that goes its own way', () => {
    expect(heard.pushesMarked(of('pushed'), OURS).are).toBe(0);
    const { of: all, are } = heard.kicksWithBass(of('pushed'), OURS);
    expect(are / all).toBeLessThan(0.7);
  });

  it('hear a lead under the others, and players in each other’s way', () => {
    const leads = loose.map(({ band }) => heard.leadClear(band, OURS));
    expect(total(leads)).toBeLessThan(0.55);
    const rubs = loose.map(({ band }) => heard.semitoneClashes(band, true) / band.bars.length);
    expect(Math.max(...rubs)).toBeGreaterThan(4.5);
  });

  it('hear a song that builds nothing', () => {
    const sections = playingsHeard(of('four-chord song')).map((s) => s.strength);
    expect(Math.max(...sections) - Math.min(...sections)).toBeLessThan(3);
  });

  it('hear a part that takes a chord up before the others, leaps, and loses a third', () => {
    const band = of('four-chord song');
    const [bass, keys] = [band.parts[0]!, band.parts[1]!];
    const early = keys.notes.map((n) => (n.chord === 'c3' ? { ...n, start: n.start - 240 } : n));
    expect(changesMissed({ ...band, parts: [{ ...keys, notes: early }] }).length).toBeGreaterThan(0);
    const leaping = bass.notes.map((n, i) => (i === 3 ? { ...n, pitch: n.pitch + 24 } : n));
    expect(heard.bassLeaps({ ...band, parts: [{ ...bass, notes: leaping }] }, OURS)).toBeGreaterThan(0);
    const sevenths = of('thirty-two bars');
    const bare = sevenths.parts[1]!;
    const without = bare.notes.map((n) => (n.noteFunction === 'third' ? { ...n, pitch: n.pitch + 2 } : n));
    expect(
      heard.guideTonesLost({ ...sevenths, parts: [{ ...bare, notes: without }] }, OURS).length,
    ).toBeGreaterThan(0);
  });
});
