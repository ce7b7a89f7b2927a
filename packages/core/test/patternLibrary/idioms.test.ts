/**
 * What makes each family the idiom it is, told from the notes that are played. Common practice of the players of each,
 * but where a source is named.
 */
import { renderBand, type BandPart } from '@backline/core/band/index';
import { newPart } from '@backline/core/band/repertoire';
import { DRUMS, PERCUSSION } from '@backline/core/parts/drums/percussionMap';
import { OURS } from '@backline/core/styles/index';
import { song } from '../support/music';

const EXACT = { groove: { lateness: 0, strength: 0, swing: 50 }, density: 3 };

/** A part by itself over held chords, told exactly: what its pattern says. Eighths from each bar's start. */
function played(kind: string, pattern: string, header = '', bars = 'C | C | C | C'): BandPart {
  const s = song(bars, header);
  const part = newPart(OURS.kinds.get(kind)!, []);
  return renderBand(
    { ...s, ending: 'open', parts: [{ ...part, settings: { ...EXACT, slides: 'none', pattern } }] },
    OURS,
  ).parts[0]!;
}
/** Sixteenths from the bar at which something is struck, of the first so many bars. */
const places = (part: Pick<BandPart, 'notes'>, pitches?: readonly number[], bar = 1920, bars = 2, unit = 120): number[] => [
  ...new Set(
    part.notes
      .filter((n) => n.start < bars * bar && (!pitches || pitches.includes(n.pitch)))
      .map((n) => Math.round((n.start % bar) / unit)),
  ),
].sort((a, b) => a - b); // prettier-ignore
const at = (part: BandPart, sixteenth: number): string[] =>
  part.notes
    .filter((n) => n.start < 1920 && Math.round(n.start / 120) === sixteenth)
    .map((n) => n.noteFunction);

describe('bass', () => {
  it.each(['two-beat', 'two-beat-walkup', 'train-bass', 'bluegrass-bass'])(
    'two-beat (%s): the root on one, the fifth or octave on three',
    (id) => {
      const bass = played('bass', id);
      expect(at(bass, 0)).toEqual(['root']);
      expect(['fifth', 'root']).toContain(at(bass, 8)[0]);
    },
  );

  it('two-beat: its three is the fifth under the root', () => {
    const [root, fifth] = played('bass', 'two-beat').notes.filter((n) => n.start % 960 === 0);
    expect([root!.noteFunction, fifth!.noteFunction, (root!.pitch - fifth!.pitch + 120) % 12]).toEqual([
      'root',
      'fifth',
      5,
    ]);
  });

  it('driving eighths: every eighth', () => {
    const eighths = [0, 2, 4, 6, 8, 10, 12, 14];
    expect(places(played('bass', 'straight-eighths', 'tempo: 130'))).toEqual(eighths);
    expect(places(played('bass', 'driving-eighths'))).toEqual(eighths);
  });

  it('off the beat of a dance floor: nothing on the four beats but the chord’s own first', () => {
    expect(places(played('bass', 'floor-offbeats')).filter((p) => p % 4 === 0)).toEqual([0]);
  });

  it('the son’s tumbao leaves out two and strikes four and the and of two', () => {
    expect(places(played('bass', 'son-tumbao'))).toEqual(expect.arrayContaining([6, 12]));
    expect(places(played('bass', 'son-tumbao'))).not.toContain(4);
  });

  it('bossa: root on one, fifth on the and of two', () => {
    const bass = played('bass', 'bossa-bass');
    expect([at(bass, 0)[0], places(bass).includes(6) || places(bass).includes(8)]).toEqual(['root', true]);
  });

  it('waltz: root on one, nothing struck on two at its plainest', () => {
    const s = song('C | C | C | C', 'time: 3/4');
    const part = newPart(OURS.kinds.get('bass')!, []);
    const plain = renderBand({ ...s, ending: 'open', parts: [{ ...part, settings: { ...EXACT, density: 1, pattern: 'waltz-root-fifth' } }] }, OURS); // prettier-ignore
    expect(places(plain.parts[0]!, undefined, 1440)).toEqual([0]);
  });
});

describe('drums', () => {
  const K = [DRUMS.kick];
  const S = [DRUMS.snare, DRUMS['side stick']];
  it.each(['pop-eighths', 'rock-eighths', 'driving-hats', 'soul-pocket-kit', 'disco-kit', 'synth-pop-kit', 'shuffle-kit'])(
    '%s has its back beat on two and four',
    (id) => {
      const back = played('drums', id).notes.filter((n) => S.includes(n.pitch as never) && n.velocity > 60);
      const beats = new Set(back.filter((n) => n.start < 1920).map((n) => n.start / 480));
      expect([beats.has(1), beats.has(3)]).toEqual([true, true]);
    },
  ); // prettier-ignore

  it.each(['floor-four', 'disco-kit', 'house-rim', 'four-to-rock', 'steppers-kit'])(
    'four on the floor (%s): the kick on every beat',
    (id) => {
      expect(places(played('drums', id), K)).toEqual(expect.arrayContaining([0, 4, 8, 12]));
    },
  );

  it('one drop: kick and stick on three, nothing of them on one', () => {
    const drums = played('drums', 'one-drop-kit');
    expect([places(drums, K), places(drums, S).includes(8)]).toEqual([[8], true]);
  });

  it('half time: the snare on three alone', () => {
    const loud = played('drums', 'half-time-hop').notes.filter((n) => n.pitch === 38 && n.velocity > 60);
    expect(new Set(loud.filter((n) => n.start < 3840).map((n) => n.start % 1920))).toEqual(new Set([960]));
  });

  it('train beat: sixteenths brushed on the snare, accents off the beat', () => {
    const snare = played('drums', 'train-beat').notes.filter((n) => n.pitch === 38 && n.start < 1920);
    expect(snare.length).toBeGreaterThanOrEqual(7);
  });

  it('samba: the low drum is strong on the second beat of two', () => {
    const kicks = places(played('drums', 'samba-kit'), K);
    expect(kicks).toEqual(expect.arrayContaining([0, 3, 4, 7, 8, 11, 12, 15]));
  });

  it('ride: quarters with a skip before two and four', () => {
    expect(places(played('drums', 'ride-swing'), [DRUMS.ride])).toEqual(
      expect.arrayContaining([0, 4, 6, 8, 12, 14]),
    );
  });

  it('slow twelves: three to each beat', () => {
    const hats = played('drums', 'twelve-eight-kit', 'time: 12/8').notes.filter(
      (n) => n.pitch === DRUMS['closed hat'] && n.start < 2880,
    );
    expect(new Set(hats.map((n) => (n.start % 720) / 240))).toEqual(new Set([0, 1, 2]));
  });
});

describe('the clave', () => {
  const THREE_TWO = [0, 6, 12, 20, 24];
  const BOSSA = [0, 6, 12, 20, 26];
  const struck = (id: string) =>
    [
      ...new Set(
        played('percussion', id, '', 'C | C | C | C | C | C | C | C')
          .notes.filter((n) => n.pitch === PERCUSSION.claves && n.start < 7680)
          .map((n) => Math.round((n.start % 3840) / 120)),
      ),
    ].sort((a, b) => a - b);

  it('of the son: three and two over two bars, kept through the section', () => {
    expect(struck('son-clave-congas')).toEqual(THREE_TWO);
  });

  it('of the bossa: its last stroke an eighth later', () => {
    expect(struck('bossa-hands')).toEqual(BOSSA);
  });
});

describe('guitar and keys', () => {
  it.each([
    ['guitar', 'skank'],
    ['guitar', 'ska-upstrokes'],
    ['keys', 'off-beat-keys'],
  ])('%s, %s: off the beat, but where a chord begins', (kind, id) => {
    const off = played(kind, id, 'tempo: 140').notes.filter((n) => n.start > 0 && n.start < 1920);
    const beat = id === 'skank' ? 960 : 480;
    expect(off.length).toBeGreaterThan(0);
    expect(off.every((n) => n.start % beat !== 0)).toBe(true);
  });

  it('country: bass string on one and three, strum on two and four', () => {
    const notes = played('guitar', 'country-boom').notes.filter((n) => n.start < 1900);
    const voices = (from: number) => notes.filter((n) => Math.abs(n.start - from) < 60).length;
    expect([voices(0), voices(960)]).toEqual([1, 1]);
    expect(voices(480)).toBeGreaterThan(2);
    expect(voices(1440)).toBeGreaterThan(2);
  });

  it('power chords: root, fifth and octave, no third', () => {
    const notes = played('guitar', 'power-eighths').notes.filter((n) => n.start < 3840);
    expect(new Set(notes.map((n) => n.pitch % 12))).toEqual(new Set([0, 7]));
  });

  it('alternating thumb: a bass string on every beat', () => {
    const notes = played('guitar', 'travis').notes.filter((n) => n.start < 1900);
    const lowest = Math.min(...notes.map((n) => n.pitch));
    expect(notes.some((n) => n.pitch === lowest && n.start % 960 < 60)).toBe(true);
    expect([0, 480, 960, 1440].every((beat) => notes.some((n) => Math.abs(n.start - beat) < 60))).toBe(true);
  });

  it('bossa guitar: the thumb on one and three, the chord between, ahead of the next bar', () => {
    const notes = played('guitar', 'bossa-thumb').notes.filter((n) => n.start < 3700);
    expect(places({ notes })).toEqual(expect.arrayContaining([0, 8, 6, 12]));
  });

  it('montuno: octaves of the hand between the beats from the second on', () => {
    const off = places(played('keys', 'montuno')).filter((p) => p % 4 !== 0);
    expect(off.length).toBeGreaterThanOrEqual(3);
  });

  it('triplet chords: three to a beat', () => {
    const keys = played('keys', 'triplet-chords', 'time: 12/8');
    expect(places(keys, undefined, 2880, 1, 240).length).toBeGreaterThanOrEqual(8);
  });
});

describe('styles of the south', () => {
  it.each(['terrazzo', 'streamers', 'courtyard'])('%s: chords are taken ahead of the beat', (id) => {
    const style = OURS.styles.all.find((s) => s.id === id)!;
    expect(style.anticipation.share).toBeGreaterThanOrEqual(0.4);
    const bars = 'C | Am7 | Dm7 | G7 | C | F | G7 | C';
    const band = renderBand({ ...song(bars, `style: ${id}`), together: {} }, OURS);
    const pushed = band.chords.filter((c) => c.anticipation > 0).length;
    expect(pushed).toBeGreaterThanOrEqual(2);
  });

  it.each(['lamplight', 'brickyard', 'low-ember'])('%s swings its eighths as long and short', (id) => {
    const { groove } = OURS.styles.all.find((s) => s.id === id)!;
    // Friberg & Sundström 2002 (CHECKS): about two to one at medium tempos.
    expect(groove.swing).toBeGreaterThan(62);
    expect(groove.swing).toBeLessThan(70);
  });
});
