/** What every style has: a band, a choice of patterns for each part, a groove and a manner. */
import { patternFit } from '@backline/core/ranking/rank';
import { genresOf } from '@backline/core/ranking/genres';
import { OURS } from '@backline/core/styles/index';
import { endsInWords } from '@backline/core/words/ends';
import { METRE_NAMES } from '@backline/core/time/metre';
import { instrumentByPatchID } from '@tonejs/midi/dist/InstrumentMaps';
import { kindsOfBand } from '@backline/core/style/bandKinds';

const STYLES = OURS.styles.all;

it('there are 28 at least, of every feel, in metres of fours, threes, sixes, fives and sevens', () => {
  expect(STYLES.length).toBeGreaterThanOrEqual(28);
  expect(new Set(STYLES.map((s) => s.id)).size).toBe(STYLES.length);
  expect(new Set(STYLES.map((s) => s.name)).size).toBe(STYLES.length);
  const first = new Set(STYLES.map((s) => s.metres[0]));
  for (const metre of ['4/4', '3/4', '6/8', '12/8', '5/4', '7/8']) expect(first).toContain(metre);
});

describe.each(STYLES.map((s) => [s.name, s] as const))('%s', (_, style) => {
  it('has four patterns for each part at least, one of which is its usual one', () => {
    for (const [kind, voice] of Object.entries(style.parts)) {
      expect([kind, voice!.patterns.length >= 4]).toEqual([kind, true]);
      const ids = voice!.patterns.map((p) => p.id);
      expect(new Set(ids).size).toBe(ids.length);
    }
  });

  it('has bass, keys, guitar, arp, strings or horns, drums, a melody and a solo', () => {
    const kinds = Object.keys(style.parts);
    expect(kinds).toEqual(
      expect.arrayContaining(['bass', 'keys', 'guitar', 'arp', 'drums', 'melody', 'solo']),
    );
    expect(kinds.includes('strings') || kinds.includes('horns')).toBe(true);
    expect(style.band.length).toBeGreaterThanOrEqual(3);
  });

  it('has an intro by some of its band, and a way to end', () => {
    expect(style.intro!.kinds.length).toBeLessThan(style.band.length);
    // Said in words, nothing is left out: what a style says of the end is all heard.
    const { ending, ...made } = style.ends!;
    expect(endsInWords(style.ends!).split(/, | and /)).toHaveLength(
      Object.keys(made).length + (ending === 'fade' ? 0 : 1),
    );
  });

  it('differs in energy among the patterns of a part', () => {
    for (const kind of ['bass', 'keys', 'drums']) {
      const energies = style.parts[kind]!.patterns.map((p) => p.facts!.energy);
      expect([kind, new Set(energies).size >= 2]).toEqual([kind, true]);
    }
  });

  it('has usual patterns that fit its own tempo and metre', () => {
    const song = {
      feel: style.feel,
      tempo: style.usualTempo,
      metre: style.metres[0]!,
      beats: 4,
      isDotted: false,
      pace: 1,
      harmony: null,
      swung: null,
      genres: genresOf(style),
    };
    for (const kind of kindsOfBand(style)) {
      const voice = style.parts[kind];
      const usual = voice!.patterns.find((p) => p.id === voice!.settings.pattern) ?? voice!.patterns[0]!;
      const tempo = patternFit(usual, song).reasons.filter((reason) => reason.includes('you are at'));
      expect([usual.id, tempo]).toEqual([usual.id, []]);
    }
  });

  it('names metres and instruments that there are', () => {
    for (const metre of style.metres) expect(METRE_NAMES).toContain(metre);
    for (const voice of Object.values(style.parts)) {
      const { instrument } = voice!.settings;
      if (instrument !== undefined) expect(typeof instrumentByPatchID[instrument]).toBe('string');
    }
  });
});
