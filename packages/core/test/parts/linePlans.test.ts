/**
 * How a line is planned is heard in its notes, whoever plays it: phrases as long as they are asked to be, so much rest,
 * energy on its way, how far outside, how often its motif. Every bound is an order: more asked is more heard.
 */
import fc from 'fast-check';
import { renderBand, type Band, type BandPart } from '@backline/core/band/index';
import type { BandNote } from '@backline/core/band/bandNote';
import { partInForm } from '@backline/core/band/partInForm';
import { newPart } from '@backline/core/band/repertoire';
import { readChart } from '@backline/core/formats/chart/index';
import { lineFigures, phrasesOf } from '@backline/core/measures/lines';
import { planOf } from '@backline/core/parts/lines/asked';
import { barCells } from '@backline/core/parts/lines/cells';
import { motifOf } from '@backline/core/parts/lines/motif';
import type { LinePattern } from '@backline/core/parts/lines/pattern';
import { planPhrases, type Phrase, type PlanAsked } from '@backline/core/parts/lines/phrases';
import { planTune, tuneCells } from '@backline/core/parts/lines/tune';
import { SOLOISTS } from '@backline/core/players/index';
import {
  ENERGIES,
  MOTIF_RETURNS,
  OUTSIDES,
  PACES,
  THEMES,
  type Energy,
  type Theme,
} from '@backline/core/song/choices';
import { rangeOfInstrument } from '@backline/core/song/instrumentRanges';
import type { Settings, Song } from '@backline/core/song/schema';
import { stream } from '@backline/core/random/stream';
import { OURS } from '@backline/core/styles/index';
import { defaultScale, scalePitchClasses } from '@backline/core/theory/scale';
import { mod, pitchClass } from '@backline/core/theory/pitch';
import type { SettingsSpan } from '@backline/core/timeline/settings';
import { METRE_NAMES } from '@backline/core/time/metre';
import { PPQ } from '@backline/core/time/ticks';

const CHANGES =
  'Dm7 | G7 | Cmaj7 | A7 | Dm7 | G7 | Em7 A7 | Dm7 G7 | Cmaj7 | C7 | Fmaj7 | Fm6 | Em7 | A7 | Dm7 | G7';
const SOLO = OURS.kinds.get('solo')!;
const SEEDS = [1, 2, 3];
const MORE_SEEDS = [1, 2, 3, 4, 5, 6];

/** The least and most beats of phrases that are asked for. */
const LENGTHS = [
  [1, 2],
  [3, 4],
  [6, 8],
  [12, 16],
] as const;

interface Played {
  readonly band: Band;
  readonly part: BandPart;
}

/** A solo alone over 16 bars, by some seed. */
function asked(settings: Settings, seed: number): { readonly song: Song } {
  const song = readChart(`title: Any\nstyle: quayside\n[Solo]\n${CHANGES}`, OURS);
  return { song: { ...song, seed, parts: [{ ...newPart(SOLO, []), settings }], together: { arc: false } } };
}

function played(settings: Settings, seed: number): Played {
  const band = renderBand(asked(settings, seed).song, OURS);
  return { band, part: band.parts[0]! };
}

const all = (settings: Settings): Played[] => SEEDS.map((seed) => played(settings, seed));
const mean = (values: readonly number[]): number =>
  values.reduce((sum, one) => sum + one, 0) / Math.max(1, values.length);

/** The share of the time in which nothing sounds as it is written. */
const resting = ({ band, part }: Played): number =>
  1 - part.notes.reduce((sum, { length }) => sum + length, 0) / band.length;

/** The share of the notes that are no tones of the scale over their chord. */
function outside({ band, part }: Played): number {
  const isOut = ({ at, pitch }: BandNote): boolean => {
    const here = band.chords.findLast((c) => c.start - c.anticipation <= at)!;
    const scale = defaultScale(here.chord!, here.key);
    return !scalePitchClasses(pitchClass(here.chord!.root), scale).includes(mod(pitch, 12));
  };
  return part.notes.filter(isOut).length / part.notes.length;
}

/** What is planned over for a solo of 16 bars, by some seed. */
function planAsked(settings: Settings, seed: number): PlanAsked {
  const { song } = asked(settings, seed);
  const region = partInForm(song, OURS, song.parts[0]!.id).regions[0]!;
  const plan = planOf(region.settingsSpans[0]! as SettingsSpan<LinePattern>);
  const { bars } = region;
  const cells = bars.slice(0, 2).flatMap((bar) => barCells(bar, plan.pattern, 1, 0.5, stream('cells')));
  return {
    bars,
    firstBar: 0,
    standsAt: 0,
    ofBars: bars.length,
    plan,
    pace: 1,
    motif: motifOf(cells, stream('motif')),
    entry: { pickup: 0, late: 0 },
    key: `${seed}`,
  };
}

const plannedFor = (settings: Settings, seed: number): Phrase[] => planPhrases(planAsked(settings, seed));

/** The same as a theme. */
function tuneFor(settings: Settings, seed: number): Phrase[] {
  const plan = planAsked(settings, seed);
  const cells = tuneCells(plan, `${seed}/cells`);
  return planTune({ ...plan, motif: motifOf(cells.statement.flat(), stream('motif')) }, cells);
}

/** How the four parts of a theme go. */
const SHAPES = ['question', 'answer', 'arch', 'fall'];

const takesUpMotif = ({ notes }: Phrase): boolean => notes.some(({ motif }) => motif >= 0);

/** Mean pitch and strength of the notes that begin between two shares of the song, and how many there are. */
function heard({ band, part }: Played, from: number, to: number) {
  const notes = part.notes.filter(({ at }) => at >= from * band.length && at < to * band.length);
  return {
    pitch: mean(notes.map(({ pitch }) => pitch)),
    strength: mean(notes.map(({ velocity }) => velocity)),
    count: notes.length,
  };
}

describe.each(SOLOISTS.map((one) => [one.name, one.settings] as const))('%s', (_, settings) => {
  it.each(LENGTHS)('sings phrases of %i to %i beats', (shortestPhrase, longestPhrase) => {
    const wanted = { ...settings, shortestPhrase, longestPhrase };
    for (const seed of SEEDS) {
      const lengths = plannedFor(wanted, seed).map(({ start, end }) => (end - start) / PPQ);
      // The last one ends with its bars.
      for (const length of lengths.slice(0, -1)) {
        expect(length).toBeGreaterThanOrEqual(shortestPhrase);
        expect(length).toBeLessThanOrEqual(longestPhrase);
      }
      // A pickup of two beats may lead up to one, and the last of its notes begins within it.
      const heard = phrasesOf(played({ ...wanted, space: 50 }, seed).part.notes).map(
        (phrase) => (phrase[phrase.length - 1]!.at - phrase[0]!.at) / PPQ,
      );
      expect(Math.max(...heard)).toBeLessThanOrEqual(longestPhrase + 2);
    }
  });

  it('takes the other way round what is asked the wrong way round', () => {
    const [a, b] = [4, 8];
    expect(plannedFor({ ...settings, shortestPhrase: b, longestPhrase: a }, 1)).toEqual(
      plannedFor({ ...settings, shortestPhrase: a, longestPhrase: b }, 1),
    );
  });

  it('rests as much as is asked for', () => {
    const rests = [5, 35, 65].map((space) => mean(all({ ...settings, space }).map(resting)));
    expect(rests[0]!).toBeLessThan(rests[1]!);
    expect(rests[1]!).toBeLessThan(rests[2]!);
    expect(rests[2]! - rests[0]!).toBeGreaterThan(0.15);
  });

  it('goes through its bars as its energy is set', () => {
    const course = (energy: Energy) => {
      const one = MORE_SEEDS.map((seed) => played({ ...settings, energy }, seed));
      const between = (from: number, to: number) => {
        const here = one.map((p) => heard(p, from, to));
        return {
          pitch: mean(here.map(({ pitch }) => pitch)),
          strength: mean(here.map(({ strength }) => strength)),
          count: mean(here.map(({ count }) => count)),
        };
      };
      return { all: between(0, 1), first: between(0, 0.5), last: between(0.5, 1), height: between(0.5, 0.8) };
    };
    const of = Object.fromEntries(ENERGIES.map((energy) => [energy, course(energy)])) as Record<
      Energy,
      ReturnType<typeof course>
    >;
    for (const figure of ['pitch', 'strength', 'count'] as const) {
      expect(of.full.all[figure]).toBeGreaterThan(of.calm.all[figure]);
      const grows = ({ first, last }: ReturnType<typeof course>) => last[figure] - first[figure];
      expect(grows(of.builds)).toBeGreaterThan(grows(of['winds down']));
    }
    expect(of.builds.last.pitch).toBeGreaterThan(of.builds.first.pitch);
    expect(of['winds down'].first.pitch).toBeGreaterThan(of['winds down'].last.pitch);
    expect(of['rises and falls'].height.pitch).toBeGreaterThan(of['rises and falls'].first.pitch);
  });

  it('goes through its bars as its energy is drawn', () => {
    const through = (energy: readonly number[]) => {
      const one = MORE_SEEDS.map((seed) => played({ ...settings, energy: [...energy] }, seed));
      return ([0, 1, 2] as const).map((third) => {
        const here = one.map((p) => heard(p, third / 3, (third + 1) / 3));
        return {
          pitch: mean(here.map(({ pitch }) => pitch)),
          strength: mean(here.map(({ strength }) => strength)),
          count: mean(here.map(({ count }) => count)),
        };
      });
    };
    const [hill, valley] = [through([0, 0, 100, 100, 0, 0]), through([100, 100, 0, 0, 100, 100])];
    for (const figure of ['pitch', 'strength', 'count'] as const) {
      const middle = (all: typeof hill) => 2 * all[1]![figure] - all[0]![figure] - all[2]![figure];
      expect(middle(hill)).toBeGreaterThan(middle(valley));
    }
    const [up, down] = [through([0, 100]), through([100, 0])];
    expect(up[2]!.count - up[0]!.count).toBeGreaterThan(down[2]!.count - down[0]!.count);
    expect(up[2]!.pitch).toBeGreaterThan(up[0]!.pitch);
  });

  it('goes as far outside as is asked for, and comes back by step', () => {
    const shares = OUTSIDES.map((far) => mean(all({ ...settings, outside: far, density: 5 }).map(outside)));
    expect(shares[0]).toBe(0);
    expect(shares[3]!).toBeGreaterThan(shares[1]!);
    expect(shares[2]!).toBeGreaterThanOrEqual(shares[1]!);
    const strong = all({ ...settings, outside: 'inside' }).map(
      ({ band, part }) => lineFigures(band, part).strongChordTones,
    );
    expect(mean(strong.map(({ are, of }) => are / of))).toBeGreaterThan(0.9);
    for (const { band, part } of all({ ...settings, outside: 'far' })) {
      const { resolved } = lineFigures(band, part);
      expect(resolved.are).toBeGreaterThanOrEqual(0.9 * resolved.of);
    }
  });

  it('comes back to its motif as often as is asked for', () => {
    const returns = MOTIF_RETURNS.map((motifReturns) =>
      mean(
        SEEDS.map((seed) => {
          const [, ...later] = plannedFor({ ...settings, motifReturns }, seed);
          return later.filter(takesUpMotif).length / later.length;
        }),
      ),
    );
    expect(returns[0]).toBe(0);
    expect(returns[1]!).toBeLessThan(returns[3]!);
    expect(returns[2]!).toBeLessThan(returns[3]!);
    expect(returns[3]!).toBeGreaterThan(0.6);
  });
});

describe('as a theme', () => {
  const settings = { ...SOLOISTS[0]!.settings, shortestPhrase: 5, longestPhrase: 5, space: 35 };
  const told = (theme: Theme, seed: number) => tuneFor({ ...settings, theme }, seed);

  it.each(SEEDS)('is told whole: statement, answer, turn, close, and again (seed %i)', (seed) => {
    const shapes = told('whole', seed).map(({ shape }) => shape);
    expect(shapes.slice(0, 8)).toEqual([...SHAPES, ...SHAPES]);
    const [statement, answer, turn, close] = told('whole', seed);
    const rhythm = ({ start, notes }: Phrase) => notes.map((n) => n.start - start);
    // What takes the motif up strikes as it did, as far as it goes.
    for (const again of [answer!, close!]) {
      const [a, b] = [rhythm(statement!), rhythm(again)];
      const both = Math.min(a.length, b.length);
      expect(b.slice(0, both)).toEqual(a.slice(0, both));
    }
    expect(statement!.isHome).toBe(true);
    expect(turn!.contour).not.toEqual(statement!.contour);
  });

  it.each(['statement', 'answer', 'turn', 'close'] as const)('is told by its %s alone', (theme) => {
    for (const seed of SEEDS) {
      const phrases = told(theme, seed);
      const whole = told('whole', seed);
      const at = (['statement', 'answer', 'turn', 'close'] as const).indexOf(theme);
      expect(new Set(phrases.map(({ shape }) => shape))).toEqual(new Set([SHAPES[at]]));
      const rhythm = ({ start, notes }: Phrase) => notes.map((n) => n.start - start);
      expect(rhythm(phrases[0]!)).toEqual(rhythm(whole[at]!));
    }
  });

  it('is heard so, by whoever plays lines', () => {
    for (const { settings: own } of SOLOISTS) {
      const heardBy = (theme: Theme) =>
        played({ ...own, theme }, 1).part.notes.map(({ at, pitch }) => `${at} ${pitch}`);
      expect(heardBy('whole').length).toBeGreaterThan(8);
      expect(heardBy('turn')).not.toEqual(heardBy('statement'));
    }
  });
});

it('is planned in every metre and at every pace, however it is asked for: in its range, on its chords’ scale or by step', () => {
  const anyLine = fc.record({
    shortestPhrase: fc.integer({ min: 1, max: 32 }),
    longestPhrase: fc.integer({ min: 1, max: 32 }),
    space: fc.integer({ min: 0, max: 80 }),
    energy: fc.oneof(
      fc.constantFrom(...ENERGIES),
      fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 2, maxLength: 16 }),
    ),
    outside: fc.constantFrom(...OUTSIDES),
    motifReturns: fc.constantFrom(...MOTIF_RETURNS),
    theme: fc.option(fc.constantFrom(...THEMES), { nil: undefined }),
    pace: fc.constantFrom(...PACES),
    density: fc.integer({ min: 1, max: 5 }),
  });
  fc.assert(
    fc.property(
      anyLine,
      fc.constantFrom(...METRE_NAMES),
      fc.constantFrom(...SOLOISTS),
      (line, metre, one) => {
        const song = readChart(`title: Any\ntime: ${metre}\nstyle: quayside\n[Solo]\n${CHANGES}`, OURS);
        const set = Object.fromEntries(Object.entries(line).filter(([, value]) => value !== undefined));
        const solo = { ...newPart(SOLO, []), settings: { ...one.settings, ...set } };
        const band = renderBand({ ...song, parts: [solo], together: { arc: false } }, OURS);
        const { notes, trouble } = band.parts[0]!;
        expect(trouble).toBeNull();
        expect(notes.length).toBeGreaterThan(0);
        const { range } = rangeOfInstrument(one.settings.instrument ?? 73);
        const inOrder = [...notes].sort((a, b) => a.at - b.at);
        for (const [i, { at, length, pitch }] of inOrder.entries()) {
          expect(pitch).toBeGreaterThanOrEqual(range[0]);
          expect(pitch).toBeLessThanOrEqual(range[1]);
          expect(length).toBeGreaterThan(0);
          expect(at).toBeLessThan(band.length);
          const after = inOrder[i + 1];
          if (after) expect(at + length).toBeLessThanOrEqual(after.at + 1);
        }
      },
    ),
    { numRuns: 150 },
  );
});
