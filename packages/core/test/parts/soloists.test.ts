/**
 * Soloists by their notes alone: what each promises, what tells them apart, and that no style plays another's lead.
 * Bounds: ranges from the table of instruments, which names its sources; strong beats, pickups and swells common
 * practice (recorded solos have 65 to 75 % of chord tones on strong beats, tunes begin early in about half of their
 * phrases: from memory).
 */
import { renderBand, type Band, type BandPart } from '@backline/core/band/index';
import { newPart } from '@backline/core/band/repertoire';
import { readChart } from '@backline/core/formats/chart/index';
import type { Share } from '@backline/core/measures/figures';
import { lineFigures, phrasesOf, type LineFigures } from '@backline/core/measures/lines';
import { newContent } from '@backline/core/measures/newContent';
import { SOLOISTS } from '@backline/core/players/index';
import { playerInHand } from '@backline/core/ranking/players';
import { rangeOfInstrument } from '@backline/core/song/instrumentRanges';
import type { Song } from '@backline/core/song/schema';
import type { PlayerFile } from '@backline/core/style/player';
import { OURS } from '@backline/core/styles/index';
import { resolveSettings } from '@backline/core/timeline/settings';
import { chordPitchClasses } from '@backline/core/theory/chord';

const CHANGES =
  'Dm7 | G7 | Cmaj7 | A7 | Dm7 | G7 | Em7 A7 | Dm7 G7 | Cmaj7 | C7 | Fmaj7 | Fm6 | Em7 | A7 | Dm7 | G7';
const PLAIN = 'C | Am | F | G | C | Am | Dm G | C | F | C | G | Am | F | C | G | C';
const BLUES = 'A7 | D7 | A7 | A7 | D7 | D7 | A7 | F#7 | Bm7 | E7 | A7 D7 | A7 E7';
const SOLO = OURS.kinds.get('solo')!;

/** A soloist alone over changes. */
function playedBy(
  { settings }: PlayerFile,
  changes: string,
  seed: number,
  times = 1,
): { band: Band; part: BandPart } {
  const chart = Array.from({ length: times }, () => changes).join(' | ');
  const song = readChart(`title: Any\nstyle: quayside\n[Solo]\n${chart}`, OURS);
  const alone: Song = {
    ...song,
    seed,
    parts: [{ ...newPart(SOLO, []), settings }],
    together: { arc: false },
  };
  const band = renderBand(alone, OURS);
  return { band, part: band.parts[0]! };
}

const rate = (shares: readonly Share[]): number =>
  shares.reduce((sum, { are }) => sum + are, 0) /
  Math.max(
    1,
    shares.reduce((sum, { of }) => sum + of, 0),
  );
const SEEDS = [1, 2, 3, 4, 5, 6];

it('are sixteen at least, each with an id, a name and habits of its own', () => {
  expect(SOLOISTS.length).toBeGreaterThanOrEqual(16);
  for (const key of ['id', 'name', 'about'] as const) {
    expect(new Set(SOLOISTS.map((one) => one[key])).size).toBe(SOLOISTS.length);
  }
  expect(new Set(SOLOISTS.map(({ settings }) => settings.pattern)).size).toBe(SOLOISTS.length);
});

it('every style’s lead is one of them, most of them on its very instrument', () => {
  const leads = OURS.styles.all
    .filter((style) => style.parts.solo)
    .map((style) => resolveSettings(SOLO, style, { groove: {} }, { settings: {} }, []));
  const unknown = leads.filter(({ pattern }) => !SOLOISTS.some((one) => one.settings.pattern === pattern));
  expect(unknown).toEqual([]);
  const inHand = leads.filter((settings) => playerInHand('solo', settings, SOLOISTS));
  expect(inHand.length).toBeGreaterThan(0.7 * leads.length);
});

describe.each(SOLOISTS.map((one) => [one.name, one] as const))('%s', (_, soloist) => {
  const figures = [CHANGES, PLAIN, BLUES].flatMap((changes) =>
    SEEDS.map((seed) => {
      const { band, part } = playedBy(soloist, changes, seed);
      return lineFigures(band, part);
    }),
  );
  const of = (name: Exclude<keyof LineFigures, 'intervals'>): number => rate(figures.map((one) => one[name]));

  it('stands on chord tones on most strong beats, and goes on by step from what is none', () => {
    expect(of('strongChordTones')).toBeGreaterThanOrEqual(0.68);
    expect(of('strongChordTones')).toBeLessThanOrEqual(0.95);
    expect(of('resolved')).toBeGreaterThanOrEqual(0.95);
    expect(of('endings')).toBeGreaterThanOrEqual(0.95);
  });

  it('stays on its instrument, where that sounds best', () => {
    expect(of('inRange')).toBe(1);
    expect(of('best')).toBeGreaterThanOrEqual(0.97);
    const [low, high] = rangeOfInstrument(soloist.settings.instrument!).range;
    expect(high - low).toBeGreaterThanOrEqual(16);
  });

  it('begins early now and then, grows and falls within its phrases, and adorns what its habits say', () => {
    expect(of('pickups')).toBeGreaterThan(0.08);
    expect(of('pickups')).toBeLessThan(0.72);
    expect(of('swelling')).toBeGreaterThanOrEqual(0.6);
    if (soloist.settings.slides === 'none') expect(of('ornaments')).toBe(0);
    else expect(of('ornaments')).toBeGreaterThan(0.01);
  });

  it('moves as lines do: mostly by step, seldom by more than a fourth, not on one tone', () => {
    const mean = (name: keyof LineFigures['intervals']): number =>
      figures.reduce((sum, { intervals }) => sum + intervals[name], 0) / figures.length;
    expect(mean('step')).toBeGreaterThan(0.25);
    expect(mean('leap')).toBeLessThan(0.13);
    expect(mean('unison')).toBeLessThan(0.32);
  });

  it('plays another take for another seed: a fifth of its two-bar content at most is the same', () => {
    const contents = [1, 2].map((seed) => twoBars(playedBy(soloist, CHANGES, seed)));
    const same = contents[0]!.filter((content) => contents[1]!.includes(content));
    expect(same.length).toBeLessThanOrEqual(0.2 * contents[0]!.length);
  });

  it('follows its chords: over others it stands on fewer of their tones', () => {
    const { band, part } = playedBy(soloist, CHANGES, 1);
    const own = lineFigures(band, part).strongChordTones;
    const up = playedBy(soloist, 'Ebm7 | Ab7 | Dbmaj7 | Bb7 | Ebm7 | Ab7 | Fm7 Bb7 | Ebm7 Ab7', 1, 2).band;
    const moved = lineFigures({ ...band, chords: up.chords }, part).strongChordTones;
    expect(rate([own]) - rate([moved])).toBeGreaterThan(0.2);
  });

  it('tells something in 64 bars: it comes home to how it began, and says new things on the way', () => {
    const ratios = [1, 2, 3].map((seed) => newContent(playedBy(soloist, CHANGES, seed, 4).band).ratio!);
    const mean = ratios.reduce((a, b) => a + b, 0) / ratios.length;
    expect(mean).toBeGreaterThanOrEqual(0.2);
    expect(mean).toBeLessThanOrEqual(0.92);
  });
});

/** Rhythm and steps of a line by two bars. */
function twoBars({ band, part }: { band: Band; part: BandPart }): string[] {
  const found: string[] = [];
  for (let i = 0; i + 1 < band.bars.length; i += 2) {
    const [from, to] = [band.bars[i]!.start, band.bars[i + 1]!.start + band.bars[i + 1]!.length];
    const notes = part.notes.filter(({ at }) => at >= from && at < to);
    if (notes.length > 2) {
      found.push(
        notes.map(({ at, pitch }, n) => `${at - from}:${n ? pitch - notes[n - 1]!.pitch : ''}`).join(),
      );
    }
  }
  return found;
}

it('together begin early in a quarter to a little over half of their phrases', () => {
  const all = SOLOISTS.flatMap((one) =>
    SEEDS.map((seed) => {
      const { band, part } = playedBy(one, CHANGES, seed);
      return lineFigures(band, part).pickups;
    }),
  );
  expect(rate(all)).toBeGreaterThanOrEqual(0.25);
  expect(rate(all)).toBeLessThanOrEqual(0.55);
});

/** What is heard of a line, as numbers: its rhythm, its intervals, its register and its figures. */
function features({ band, part }: { band: Band; part: BandPart }): number[] {
  const { notes } = part;
  const pitches = notes.map(({ pitch }) => pitch);
  const share = (test: (note: (typeof notes)[number], i: number) => boolean): number =>
    notes.filter(test).length / Math.max(1, notes.length);
  const mean = (values: readonly number[]): number =>
    values.reduce((a, b) => a + b, 0) / Math.max(1, values.length);
  const steps = notes.slice(1).map((note, i) => note.pitch - notes[i]!.pitch);
  const sized = (test: (step: number) => boolean): number =>
    steps.filter(test).length / Math.max(1, steps.length);
  const phrases = phrasesOf(notes);
  const figures = lineFigures(band, part);
  const tones = (at: number) => {
    const chord = band.chords.findLast((c) => c.start - c.anticipation <= at)?.chord;
    return chord ? chordPitchClasses(chord) : [];
  };
  const places = [0, 120, 160, 240, 320, 360].map((place) => share(({ at }) => at % 480 === place));
  const lengths = [120, 160, 240, 480, 720, 960].map((length) => share((note) => note.length === length));
  const touches = (['grace', 'fall', 'bend', 'hammer', 'slide up', 'slide down'] as const).map((touch) =>
    share((note) => note.touch === touch),
  );
  return [
    mean(pitches) / 4,
    (Math.max(...pitches) - Math.min(...pitches)) / 8,
    notes.length / band.bars.length / 2,
    mean(phrases.map((phrase) => phrase.length)) / 6,
    ...places.map((value) => 6 * value),
    ...lengths.map((value) => 6 * value),
    ...touches.map((value) => 10 * value),
    ...[0, 1, 2, 3, 4, 5].map((size) => 6 * sized((step) => Math.abs(step) === size)),
    6 * sized((step) => Math.abs(step) > 5),
    4 * sized((step) => step > 0),
    5 * rate([figures.strongChordTones]),
    4 * share(({ at, pitch }) => tones(at).includes(pitch % 12)),
    6 * share(({ noteFunction }) => noteFunction === 'approach' || noteFunction === 'neighbour'),
    8 * share(({ noteFunction }) => noteFunction === 'blue note'),
    (part.notes[0]?.context ? 1 : 0) * (mean(phrases.map((phrase) => phrase[0]!.at % 1920)) / 480),
  ];
}

it('are told apart by their notes: nine of ten fresh takes are given to the right one', () => {
  const heard = (one: PlayerFile, seed: number): number[] => features(playedBy(one, CHANGES, seed, 2));
  const known = SOLOISTS.map((one) => {
    const takes = [21, 22, 23, 24, 25, 26].map((seed) => heard(one, seed));
    return takes[0]!.map((_, i) => takes.reduce((sum, take) => sum + take[i]!, 0) / takes.length);
  });
  const distance = (a: readonly number[], b: readonly number[]): number =>
    a.reduce((sum, value, i) => sum + (value - b[i]!) ** 2, 0);
  const guesses = SOLOISTS.flatMap((one, own) =>
    [31, 32, 33, 34].map((seed) => {
      const take = heard(one, seed);
      const far = known.map((centre) => distance(centre, take));
      return far.indexOf(Math.min(...far)) === own;
    }),
  );
  expect(guesses.filter(Boolean).length / guesses.length).toBeGreaterThanOrEqual(0.9);
});

it.each(['solo', 'melody'])('no two styles share their %s note for note', (kind) => {
  const lines = OURS.styles.all.flatMap((style) => {
    if (!style.parts[kind] || !style.metres.includes('4/4')) return [];
    const song = readChart(`title: Any\nstyle: ${style.id}\n[Solo]\n${CHANGES}`, OURS);
    const parts = [newPart(OURS.kinds.get(kind)!, [], style)];
    const part = renderBand({ ...song, parts, together: { arc: false } }, OURS).parts[0]!;
    return [{ id: style.id, notes: part.notes.map(({ at, pitch }) => `${at}:${pitch}`) }];
  });
  expect(lines.length).toBeGreaterThan(20);
  for (const [i, a] of lines.entries()) {
    for (const b of lines.slice(i + 1)) {
      const common = a.notes.filter((note) => b.notes.includes(note)).length;
      expect([a.id, b.id, common / Math.max(a.notes.length, b.notes.length) < 0.5]).toEqual([
        a.id,
        b.id,
        true,
      ]);
    }
  }
});

describe('in every metre, at every pace, wherever it is put', () => {
  const METRES = ['2/4', '3/4', '4/4', '5/4', '7/8', '2+2+3/8', '6/8', '9/8', '12/8', '3/8', '6/4', '5/8'];
  const CHORDS = 'Dm7 | G7 | Cmaj7{push 1/8} | % | NC | A7alt | C5 | <C4,Db4> | Fm | G7';
  const song = (metre: string) =>
    readChart(
      `title: Any\nstyle: quayside\ntime: ${metre}\n[Solo]\n${CHORDS} | ${CHORDS} | {bar 1/4} C | F`,
      OURS,
    );
  const play = (kind: string, metre: string, settings: object): { part: BandPart; band: Band } => {
    const parts = [{ ...newPart(OURS.kinds.get(kind)!, []), settings }];
    const band = renderBand({ ...song(metre), parts, together: { arc: false } }, OURS);
    return { band, part: band.parts[0]! };
  };
  const inOrder = ({ part, band }: { part: BandPart; band: Band }): void => {
    expect(part.trouble).toBeNull();
    expect(part.notes.length).toBeGreaterThan(3);
    part.notes.forEach((note, i) => {
      const next = part.notes[i + 1];
      if (next) expect(note.start + note.duration).toBeLessThanOrEqual(next.start);
      expect(note.start + note.duration).toBeLessThanOrEqual(band.length);
    });
  };

  it.each(METRES)('%s: one voice, in order, in its range, for every soloist at every pace', (metre) => {
    for (const { settings, id } of SOLOISTS) {
      for (const pace of ['half time', 'as written', 'double time']) {
        const played = play('solo', metre, { ...settings, pace, density: 5 });
        inOrder(played);
        const [low, high] = rangeOfInstrument(settings.instrument!).range;
        const outside = played.part.notes.filter(({ pitch }) => pitch < low || pitch > high);
        expect([id, metre, pace, outside]).toEqual([id, metre, pace, []]);
      }
    }
  });

  it('every instrument there is, in every octave: it plays, and nothing that it has not', () => {
    for (let instrument = 0; instrument < 128; instrument++) {
      for (const [kind, octave] of [
        ['solo', -2],
        ['solo', 2],
        ['melody', -1],
        ['melody', 0],
      ] as const) {
        const played = play(kind, '4/4', { instrument, octave });
        inOrder(played);
        const [low, high] = rangeOfInstrument(instrument).range;
        const outside = played.part.notes.filter(({ pitch }) => pitch < low || pitch > high);
        expect([kind, instrument, octave, outside]).toEqual([kind, instrument, octave, []]);
      }
    }
  });

  it('where a cue changes only how strong it plays, its ornaments stay as they were', () => {
    const settings = { pattern: 'soul-sax', instrument: 65, slides: 'many' };
    const plain = song('4/4');
    const parts = [{ ...newPart(SOLO, []), settings }];
    const cue = { id: 'q1', at: 2 * 1920 + 480, parts: ['solo'], settings: { dynamics: 'ff' } };
    const touches = (s: Song) =>
      renderBand(s, OURS).parts[0]!.notes.map(({ at, pitch, touch }) => [at, pitch, touch].join());
    const asked = { ...plain, parts, together: { arc: false } } as Song;
    const cued = { ...asked, sections: asked.sections.map((one) => ({ ...one, cues: [cue] })) } as Song;
    expect(touches(cued)).toEqual(touches(asked));
  });
});
