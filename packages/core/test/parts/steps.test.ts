/** The steps of an arpeggio as they are set: order, octaves, note values, accents and rests. Common practice. */
import { renderBand } from '@backline/core/band/index';
import { setSettings } from '@backline/core/edits/settings';
import { applyEdit } from '@backline/core/edits/apply';
import { arp } from '@backline/core/parts/arp/index';
import type { ArpPattern } from '@backline/core/parts/arp/pattern';
import { STEP_QUARTERS, stepsAsSet } from '@backline/core/parts/arp/steps';
import { STEP_RATES } from '@backline/core/song/choices';
import type { Settings, Song } from '@backline/core/song/schema';
import { settingsSchema } from '@backline/core/song/settings/index';
import { OURS } from '@backline/core/styles/index';
import { settingsInWords } from '@backline/core/words/set';
import { wholeBar } from '@backline/core/time/bars';
import { patternsOf, resolveSettings } from '@backline/core/timeline/settings';
import { STYLES, song, withSettings } from '../support/music';

const exact: Settings = {
  groove: { lateness: 0, strength: 0 },
  repeatVariation: 'exactly',
  density: 5,
  listens: false,
};
const BASE = song('C | Am | F | G', 'style: quayside\n');
const played = (base: Song, settings: Settings) =>
  renderBand(withSettings(base, 'arp', { ...exact, ...settings }), OURS).parts.find((p) => p.id === 'arp')!
    .notes;
/** Notes of the first bar, in order: a sixteenth each, none of them enriched. */
const firstBar = (settings: Settings, base = BASE) =>
  played(base, { density: 4, ...settings }).filter((n) => n.start < 1920);
const gaps = (notes: readonly { start: number }[]) => notes.slice(1).map((n, i) => n.start - notes[i]!.start);

it.each(STEP_RATES)('steps of a %s lie that far apart', (rate) => {
  // Densities that a slow step has no tones for are filled with strokes of its halves: at the sparsest there are none.
  const notes = played(BASE, { rate, density: 5, rests: [], accentEvery: 0 });
  const step = Math.round(STEP_QUARTERS[rate] * 480);
  const starts = new Set(notes.map((n) => n.start));
  for (let tick = 0; tick < 1920 - step; tick += step) expect(starts).toContain(tick);
  if (step <= 120) for (const start of [...starts].filter((s) => s < 1920)) expect(start % step).toBe(0);
});

it('tones rise, fall, or rise and fall, as the order says, through so many octaves', () => {
  const run = (settings: Settings) =>
    firstBar({ rate: 'sixteenth', rests: [], voices: 3, ...settings }).map((n) => n.pitch);
  const rises = (pitches: readonly number[]) => pitches.slice(1).filter((p, i) => p > pitches[i]!).length;
  const up = run({ order: 'up', octaves: 2 });
  const down = run({ order: 'down', octaves: 2 });
  expect(rises(up)).toBeGreaterThan(0.7 * up.length);
  expect(rises(down)).toBeLessThan(0.3 * down.length);
  const both = run({ order: 'up-down', octaves: 1 });
  expect(rises(both) / both.length).toBeGreaterThan(0.35);
  expect(rises(both) / both.length).toBeLessThan(0.65);
  const span = (octaves: number): number => {
    const pitches = run({ order: 'up', octaves, register: 40 });
    return Math.max(...pitches) - Math.min(...pitches);
  };
  expect(span(1)).toBeLessThan(13);
  expect(span(2)).toBeGreaterThan(span(1));
});

it('every so many steps is accented, or none', () => {
  for (const every of [2, 3, 4]) {
    const notes = firstBar({ rate: 'sixteenth', rests: [], accentEvery: every });
    const loud = Math.max(...notes.map((n) => n.velocity));
    notes.forEach((n, i) => expect(n.velocity === loud).toBe(i % every === 0));
  }
  const even = firstBar({ rate: 'sixteenth', rests: [], accentEvery: 0 });
  expect(new Set(even.map((n) => n.velocity)).size).toBe(1);
});

it('a step that rests is silent and swallows no tone; the first of a chord always sounds', () => {
  const all = firstBar({ rate: 'sixteenth', rests: [], order: 'up' });
  const some = firstBar({ rate: 'sixteenth', rests: [0, 3, 6], order: 'up' });
  const struck = some.map((n) => n.start / 120);
  expect(struck).toEqual(all.map((n) => n.start / 120).filter((step) => step !== 3 && step !== 6));
  expect(some.map((n) => n.pitch)).toEqual(all.slice(0, some.length).map((n) => n.pitch));
});

it('another note value keeps the places at which its pattern rests', () => {
  for (const style of STYLES) {
    const kind = OURS.kinds.get('arp')!;
    for (const pattern of patternsOf(kind, style)) {
      const own = { ...BASE, style: style.id };
      const set = (settings: Settings) =>
        resolveSettings(kind, style, own, own.parts[0]!, [{ pattern: pattern.id, ...settings }]);
      const bar = wholeBar('4/4', 'C');
      const plain = arp.steps!(pattern, set({}), bar);
      const finer = arp.steps!(pattern, set({ rate: 'thirty-second' }), bar);
      const place = (step: number, count: number) => step / count;
      const places = plain.rests.filter((step) => step < plain.count).map((s) => place(s, plain.count));
      const kept = finer.rests.map((s) => place(s, finer.count));
      if (finer.count % plain.count === 0) for (const one of places) expect(kept).toContainEqual(one);
    }
  }
});

it('rests are whole steps in any note value of any pattern, so that they can be kept and are found', () => {
  const kind = OURS.kinds.get('arp')!;
  for (const pattern of kind.library!) {
    for (const rate of STEP_RATES) {
      const own = withSettings(BASE, 'arp', { pattern: pattern.id, rate });
      const part = own.parts.find((p) => p.id === 'arp')!;
      const set = resolveSettings(kind, OURS.styles.standIn, own, part, []);
      const { rests } = arp.steps!(pattern, set, wholeBar('4/4', 'C'));
      expect([pattern.id, rate, rests.every(Number.isInteger)]).toEqual([pattern.id, rate, true]);
      expect(settingsSchema.safeParse({ rests }).success).toBe(true);
    }
  }
  // A triplet of eighths in thirds of a quarter, as near as a file writes it.
  const thirds = { ...kind.library![0]!, rate: 0.3333333, rests: [2, 5, 7] } as ArpPattern;
  const none = { order: null, octaves: null, accentEvery: null, rests: null };
  expect(stepsAsSet(thirds, { ...none, rate: 'sixteenth triplet' }).rests).toEqual([4, 10, 14]);
});

it('in 6/8 and 7/8 steps go on through the bar, in any order of any note value', () => {
  for (const metre of ['6/8', '12/8', '7/8', '5/4']) {
    const base = song('C | F', `time: ${metre}\nstyle: quayside\n`);
    for (const rate of STEP_RATES) {
      const notes = played(base, { rate, order: 'converging', octaves: 3, rests: [1] });
      expect(notes.length).toBeGreaterThan(0);
      expect(notes.every((n) => n.duration > 0)).toBe(true);
      const even = gaps([...new Map(notes.map((n) => [n.start, n])).values()]);
      expect(Math.max(...even)).toBeLessThanOrEqual(4 * 480);
    }
  }
});

it('is set for one section, told in words, let go again', () => {
  const [section] = BASE.sections;
  const set = applyEdit(
    BASE,
    setSettings('arp', section!.id, { order: 'down', rests: [2, 4], accentEvery: 0 }),
  )!.song;
  const words = settingsInWords(arp, STYLES[0]!, set.sections[0]!.settings.arp!).map(({ says }) => says);
  expect(words).toEqual(['tones down', 'no accents', 'rests at 3 and 5']);
  const back = applyEdit(
    set,
    setSettings('arp', section!.id, { order: undefined, rests: undefined, accentEvery: undefined }),
  )!;
  expect(back.song.sections).toEqual(BASE.sections);
});

describe('an arpeggio in the rhythm of another part', () => {
  const guitar = withSettings(BASE, 'guitar', { ...exact, strum: 0 });
  const strokes = new Set(
    renderBand(guitar, OURS)
      .parts.find((p) => p.id === 'guitar')!
      .notes.map((n) => n.start),
  );

  it('strikes one tone where the other strikes, and only there', () => {
    const notes = played(guitar, { rhythmOf: 'guitar', order: 'up' });
    expect(new Set(notes.map((n) => n.start))).toEqual(strokes);
    expect(notes).toHaveLength(strokes.size);
  });

  it('goes through the same tones in the same order as in steps of its own', () => {
    const own = firstBar({ order: 'up', rests: [], octaves: 1 }, guitar);
    const taken = firstBar({ order: 'up', rests: [], octaves: 1, rhythmOf: 'guitar' }, guitar);
    const pitches = new Set(own.map((n) => n.pitch));
    for (const { pitch } of taken) expect(pitches).toContain(pitch);
    expect(taken.slice(0, 3).map((n) => n.pitch)).toEqual([...pitches].sort((a, b) => a - b).slice(0, 3));
  });
});
