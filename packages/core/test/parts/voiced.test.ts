/** Voicing settings and voicings by hand, as the band plays them. */
import { renderBand } from '@backline/core/band/index';
import { voicedParts } from '@backline/core/band/repertoire';
import { autoVoicings, sectionVoicings } from '@backline/core/band/sectionVoicings';
import { applyEdit, type Edit } from '@backline/core/edits/apply';
import { backToAuto, isByHand, setHands } from '@backline/core/edits/hand';
import { transposeBars } from '@backline/core/edits/barRangeEdits';
import { setSettings } from '@backline/core/edits/settings';
import { songSchema } from '@backline/core/song/check';
import type { Hand, Settings, Song } from '@backline/core/song/schema';
import { openStrings } from '@backline/core/voicing/guitar/tunings';
import { longSong, song, withSettings, apart } from '../support/music';
import { OURS } from '@backline/core/styles/index';

const base = song('C | Am7 | F | G7', 'key: C\nstyle: quayside');
const edited = (s: Song, ...edits: Edit[]): Song => edits.reduce((now, e) => applyEdit(now, e)!.song, s);
const notes = (s: Song, part: string) => renderBand(s, OURS).parts.find((p) => p.id === part)!.notes;
const pitchesAt = (s: Song, part: string, from: number, to: number): number[] =>
  [
    ...new Set(
      notes(s, part)
        .filter((n) => n.start >= from && n.start < to)
        .map((n) => n.pitch),
    ),
  ].sort((a, b) => a - b);
const bar = (s: Song, part: string, index: number): number[] =>
  pitchesAt(s, part, index * 1920, index * 1920 + 1920);
const held: Settings = { on: true, pattern: 'held', density: 1 };
const hands = (s: Song, part: string, hand: Hand | null, chord = 1): Song =>
  edited(s, setHands('s1', part, new Map([[s.sections[0]!.drafts[0]!.chords[chord]!.id, hand]])));

describe('a chord set by hand for one part', () => {
  const s = withSettings(base, 'keys', held);
  const set = hands(s, 'keys', { pitches: [67, 55, 60, 64] });

  it('sounds exactly so there, and in no other part', () => {
    expect(bar(set, 'keys', 1)).toEqual(expect.arrayContaining([55, 60, 64, 67]));
    for (const part of ['guitar', 'strings', 'arp', 'bass']) expect(notes(set, part)).toEqual(notes(s, part));
    expect(songSchema.safeParse(set).success).toBe(true);
  });

  it('stays when register, spread and manner change; the others move', () => {
    const lower = edited(set, setSettings('keys', null, { register: 48, spread: 6, voicingType: 'open' }));
    expect(bar(lower, 'keys', 1)).toEqual(bar(set, 'keys', 1));
    for (const i of [0, 2, 3]) expect(bar(lower, 'keys', i)).not.toEqual(bar(set, 'keys', i));
  });

  it('goes back to auto', () => {
    const chord = set.sections[0]!.drafts[0]!.chords[1]!;
    expect(isByHand(chord)).toBe(true);
    const auto = edited(set, backToAuto('s1', chord.id, 'keys'));
    expect(isByHand(auto.sections[0]!.drafts[0]!.chords[1]!)).toBe(false);
    expect(notes(auto, 'keys')).toEqual(notes(s, 'keys'));
  });

  it('is transposed with its chord', () => {
    const up = edited(set, transposeBars([{ section: 's1', from: 1, to: 1 }], 2));
    expect(up.sections[0]!.drafts[0]!.chords[1]!.byHand).toEqual({ keys: { pitches: [57, 62, 66, 69] } });
  });
});

describe('a guitar’s shape set by hand', () => {
  const strummed = withSettings(base, 'guitar', { on: true, density: 1 });
  const frets = [5, 7, 5, 5, 5, 5];

  it('sounds its strings, in the tuning and with the capo that are set', () => {
    const open = openStrings('half-step down', 2);
    const s = withSettings(strummed, 'guitar', { tuning: 'half-step down', capo: 2 });
    expect(bar(hands(s, 'guitar', { frets }), 'guitar', 1)).toEqual(
      expect.arrayContaining(frets.map((f, i) => open[i]! + f)),
    );
  });

  it('slides along when its chord is transposed; where no hand could hold it, it is chosen again', () => {
    const run = [{ section: 's1', from: 1, to: 1 }];
    const slid = edited(hands(strummed, 'guitar', { frets }), transposeBars(run, 2));
    expect(slid.sections[0]!.drafts[0]!.chords[1]!.byHand).toEqual({ guitar: { frets: [7, 9, 7, 7, 7, 7] } });
    const open = edited(hands(strummed, 'guitar', { frets: [null, 0, 2, 0, 1, 0] }), transposeBars(run, -1));
    expect(open.sections[0]!.drafts[0]!.chords[1]!.byHand).toBeUndefined();
  });
});

describe('settings of a voicing', () => {
  it('richness dresses a part and leaves the chart and the other parts as they are', () => {
    const plain = withSettings(song('C | F | G | C', 'key: C\nstyle: quayside'), 'keys', held);
    const rich = withSettings(plain, 'keys', { richness: 'sevenths' });
    expect(bar(rich, 'keys', 2).map((p) => p % 12)).toContain(5);
    expect(bar(plain, 'keys', 2).map((p) => p % 12)).not.toContain(5);
    for (const part of ['bass', 'guitar', 'strings']) expect(notes(rich, part)).toEqual(notes(plain, part));
    expect(renderBand(rich, OURS).chords.map((c) => c.symbol)).toEqual(['C', 'F', 'G', 'C']);
    expect(notes(rich, 'keys').every((n) => n.noteFunction.length > 0)).toBe(true);
  });

  it('hands of the keys play alone or together', () => {
    const both = withSettings(base, 'keys', { on: true, pattern: 'pulse', density: 3 });
    const low = (s: Song): number => Math.min(...notes(s, 'keys').map((n) => n.pitch));
    const left = withSettings(both, 'keys', { hands: 'left' });
    const right = withSettings(both, 'keys', { hands: 'right' });
    expect(notes(left, 'keys').length).toBeGreaterThan(0);
    expect(Math.max(...notes(left, 'keys').map((n) => n.pitch))).toBeLessThan(60);
    expect(low(right)).toBeGreaterThan(low(left));
  });

  it('a voicing for two hands is divided between them', () => {
    const two = withSettings(base, 'keys', { ...held, voicingType: 'two hands', voices: 6 });
    const sounding = bar(two, 'keys', 0);
    expect(sounding.length).toBeGreaterThanOrEqual(5);
    expect(sounding[0]!).toBeLessThan(52);
  });

  it('a guitar in drop D reaches its low D; a power chord is two or three low strings', () => {
    const s = withSettings(song('D | D', 'key: D\nstyle: quayside'), 'guitar', { on: true, density: 1 });
    expect(
      Math.min(...notes(withSettings(s, 'guitar', { tuning: 'drop D' }), 'guitar').map((n) => n.pitch)),
    ).toBe(38);
    const power = bar(withSettings(s, 'guitar', { voicingType: 'power' }), 'guitar', 0);
    expect(power.map((p) => p % 12).every((pc) => pc === 2 || pc === 9)).toBe(true);
    expect(power.length).toBeLessThanOrEqual(3);
  });
});

describe('what the screens show of a section', () => {
  it('is what the band plays, for every part that voices chords', () => {
    const s = hands(withSettings(base, 'keys', { ...held, richness: 'sevenths' }), 'keys', {
      pitches: [55, 60, 64],
    });
    expect(voicedParts(s, OURS).map((p) => p.id)).toEqual(['keys', 'guitar', 'arp', 'strings']);
    for (const part of ['keys', 'strings'] as const) {
      sectionVoicings(s, OURS, 's1', part).forEach((v, i) => {
        for (const pitch of bar(s, part, i)) expect(v.pitches.map((p) => p % 12)).toContain(pitch % 12);
      });
    }
    const shown = sectionVoicings(s, OURS, 's1', 'keys');
    expect(shown.map((v) => v.symbol)).toEqual(['Cadd9', 'Am7', 'Fmaj7', 'G7']);
    expect(shown.map((v) => v.fixed)).toEqual([false, true, false, false]);
    expect(shown[1]!.pitches).toEqual([55, 60, 64]);
    expect(sectionVoicings(s, OURS, 's1', 'guitar').every((v) => v.frets?.length === 6)).toBe(true);
  });

  it('is what the band plays in a section of many windows of bars too, and leads on from one to the next', () => {
    const long = withSettings(apart(longSong(40, 40)), 'keys', { ...held, hands: 'right', pattern: 'block' });
    const shown = sectionVoicings(long, OURS, 's1', 'keys');
    expect(shown).toHaveLength(40);
    const travel = shown.slice(1).map((v, i) => {
      const before = shown[i]!.pitches;
      const nearest = (p: number) => Math.min(...before.map((q) => Math.abs(p - q)));
      return Math.max(...v.pitches.map(nearest));
    });
    shown.forEach((v, i) => expect([i, bar(long, 'keys', i)]).toEqual([i, [...v.pitches]]));
    // Nowhere a leap of more than a fourth, also not where one window goes over into the next.
    expect(travel.filter((size) => size > 5)).toEqual([]);
  });

  it('can be compared with what auto alone would have', () => {
    const s = hands(base, 'keys', { pitches: [55, 60, 64] });
    expect(autoVoicings(s, OURS, 's1', 'keys')).toEqual(sectionVoicings(base, OURS, 's1', 'keys'));
    expect(sectionVoicings(s, OURS, 's1', 'keys')).not.toEqual(sectionVoicings(base, OURS, 's1', 'keys'));
  });

  it('is there for a section that the form does not play, and empty for a part that is not there', () => {
    expect(sectionVoicings({ ...base, form: [] }, OURS, 's1', 'keys')).toHaveLength(4);
    expect(sectionVoicings(base, OURS, 's1', 'nobody')).toEqual([]);
    expect(sectionVoicings(base, OURS, 'nowhere', 'keys')).toEqual([]);
  });
});
