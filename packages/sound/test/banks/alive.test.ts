/** What is played as a player would: no two strokes alike, held notes that live, winds and bows in time with the kit. */
import { DRUM_BANK } from '@backline/sound/banks/bankNames';
import { speaksAfter, vibratoOf } from '@backline/sound/banks/shipped';
import { Engine } from '@backline/sound/engine/engine';
import { PICK_DOWN } from '@backline/sound/score/pickNoises';
import {
  RATE,
  above,
  channel,
  decibels,
  heard,
  hertz,
  lagNear,
  middle,
  power,
  preset,
  process,
  scoreWith,
} from '../support/hearing';

const DRUMS = channel(0, { channel: 9, percussion: true });

/** How alike two stretches are at the shift that makes them most alike, −1 to 1. */
function likeness(sound: Float32Array, one: number, other: number, seconds: number): number {
  const size = Math.round(seconds * RATE);
  const a = sound.subarray(Math.round(one * RATE), Math.round(one * RATE) + size);
  let best = -1;
  for (let shift = -60; shift <= 60; shift++) {
    const from = Math.round(other * RATE) + shift;
    let [same, x, y] = [0, 0, 0];
    for (let i = 0; i < size; i++) {
      const [p, q] = [a[i]!, sound[from + i]!];
      same += p * q;
      x += p * p;
      y += q * q;
    }
    best = Math.max(best, same / Math.sqrt(x * y + 1e-20));
  }
  return best;
}

/** A key struck three times, alike and a second apart, and how alike the strokes come out: the highest of all pairs. */
async function mostAlike(program: number | null, pitch: number): Promise<number> {
  const on = program === null ? DRUMS : channel(program);
  const notes = [0, 1, 2].map((i) => [480 + i * 960, 400, pitch, 92, on.channel] as const);
  const score = scoreWith([on], notes, { length: 7680 });
  const sound = middle(await heard(score, [program === null ? DRUM_BANK : String(program)], 4));
  const pairs = [
    [0, 1],
    [0, 2],
    [1, 2],
  ] as const;
  return Math.max(...pairs.map(([i, j]) => likeness(sound, 0.5 + i, 0.5 + j, 0.35)));
}

describe('no two strokes alike', () => {
  it.each([36, 38, 40, 42, 46, 49, 51, 45, 54, 56])('drum %i', async (key) => {
    expect(await mostAlike(null, key)).toBeLessThan(0.98);
  });

  it.each([
    ['grand piano', 0, 52],
    ['grand piano', 0, 72],
    ['electric piano', 4, 60],
    ['vibraphone', 11, 67],
    ['nylon guitar', 24, 52],
    ['steel guitar', 25, 64],
    ['jazz guitar', 26, 57],
    ['clean guitar', 27, 57],
    ['upright bass', 32, 40],
    ['finger bass', 33, 35],
    ['picked bass', 34, 43],
    ['harp', 46, 60],
  ])('%s (%i) at %i', async (_, program, pitch) => {
    expect(await mostAlike(program, pitch)).toBeLessThan(0.98);
  });

  it('the noise of a pick stays that noise, and is no two times the same', async () => {
    const alike = await mostAlike(25, PICK_DOWN);
    expect(alike).toBeGreaterThan(0.3);
    expect(alike).toBeLessThan(0.98);
    // The strings' lowest sample, brought down to it, would rumble.
    const notes = [0, 1, 2].map((i) => [480 + i * 960, 400, PICK_DOWN, 92] as const);
    const sound = middle(await heard(scoreWith([channel(25)], notes, { length: 7680 }), ['25'], 4));
    for (const i of [0, 1, 2]) {
      const one = sound.slice((0.5 + i) * RATE, (0.7 + i) * RATE);
      expect([i, above(one, 300) > -6]).toEqual([i, true]);
    }
  });

  it('from the same place the same strokes follow, and a held instrument has none', async () => {
    const engine = new Engine(RATE, { mastered: false });
    await engine.ready;
    for (const bank of await preset('25')) engine.addBank(bank);
    engine.setScore(
      scoreWith(
        [channel(25)],
        [
          [0, 400, 64],
          [480, 400, 64],
          [960, 400, 64],
        ],
      ),
    );
    engine.play(0, false);
    const first = middle(process(engine, 1.2));
    engine.stop();
    process(engine, 3);
    engine.play(0, false);
    const again = middle(process(engine, 1.2));
    // To a hair: a voice of the sampler keeps the hundredths of a cent that it had.
    expect(decibels(power(first.map((x, i) => x - again[i]!)) / power(first))).toBeLessThan(-40);
    expect(await mostAlike(71, 67)).toBeGreaterThan(0.98);
  });
});

/** Pitch over time, cents against the mean, a value each 20 ms, by the lag of most likeness. */
function pitches(sound: Float32Array, midi: number, from: number, to: number): number[] {
  const near = (5 * RATE) / hertz(midi);
  const found: number[] = [];
  for (let at = from; at < to; at += 0.02) {
    found.push(-1200 * Math.log2(lagNear(sound, Math.round(at * RATE), 1800, near, 0.06 * near) / near));
  }
  return found;
}

const spread = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(0.95 * sorted.length)]! - sorted[Math.floor(0.05 * sorted.length)]!;
};

describe('held notes live', () => {
  it.each([
    ['violin', 40, 69],
    ['trumpet', 56, 67],
    ['alto sax', 65, 65],
    ['tenor sax', 66, 60],
    ['flute', 73, 76],
    ['oboe', 68, 69],
  ])('%s is straight at first, then moved, wider where it is strong', async (_, program, pitch) => {
    const played = async (velocity: number): Promise<Float32Array> =>
      middle(
        await heard(scoreWith([channel(program)], [[0, 3800, pitch, velocity]]), [String(program)], 3.6),
      );
    const strong = await played(115);
    expect(spread(pitches(strong, pitch, 0.1, 0.27))).toBeLessThan(14);
    const moved = spread(pitches(strong, pitch, 1.2, 2.6));
    expect(moved).toBeGreaterThan(1.1 * vibratoOf(program));
    expect(moved).toBeLessThan(2.6 * vibratoOf(program));
    expect(spread(pitches(await played(40), pitch, 1.2, 2.6))).toBeLessThan(0.85 * moved);
  });

  it('a line of short notes has none', async () => {
    const notes = [0, 1, 2, 3, 4, 5].map((i) => [i * 240, 220, 65, 100] as const);
    const sound = middle(await heard(scoreWith([channel(65)], notes), ['65'], 1.5));
    expect(spread(pitches(sound, 65, 0.1, 0.2).concat(pitches(sound, 65, 1.1, 1.2)))).toBeLessThan(16);
  });
});

/** Seconds at which a sound is as strong as half of what it is a little later. */
function heardAt(sound: Float32Array, around: number): number {
  const goal = power(sound, around + 0.15, around + 0.35) / 4;
  for (let at = around - 0.15; at < around + 0.3; at += 0.001) {
    if (power(sound, at, at + 0.006) >= goal) return at;
  }
  return Infinity;
}

describe('winds and bows are heard where they are written', () => {
  it.each([
    ['flute', 73, [67, 74, 79]],
    ['alto sax', 65, [62, 67, 72]],
    ['violin', 40, [62, 69, 76]],
    ['strings', 48, [55, 62, 67]],
    ['trombone', 57, [50, 57]],
    ['trumpet', 56, [65, 72]],
  ])('%s', async (_, program, keys) => {
    for (const pitch of keys) {
      const score = scoreWith([channel(program)], [[960, 900, pitch, 90]]);
      const late = heardAt(middle(await heard(score, [String(program)], 1.8)), 1) - 1;
      expect([pitch, Math.abs(late) < 0.016 ? 'in time' : late]).toEqual([pitch, 'in time']);
    }
  });

  const FLUTE = channel(73);
  const engineWith = async (notes: Parameters<typeof scoreWith>[1]): Promise<Engine> => {
    const engine = new Engine(RATE, { mastered: false });
    await engine.ready;
    for (const bank of await preset('73')) engine.addBank(bank);
    engine.setScore(scoreWith([FLUTE], notes));
    return engine;
  };
  /** The loudest of the next stretch. */
  const loudness = (engine: Engine, seconds: number): number =>
    decibels(power(middle(process(engine, seconds))));

  it('a note that begins where playing begins is played, and one before it is not', async () => {
    const engine = await engineWith([
      [920, 30, 60],
      [960, 400, 67],
    ]);
    engine.play(960, false);
    expect(engine.soundingNotes).toBe(0);
    process(engine, 0.01);
    expect(engine.soundingNotes).toBe(1);
    expect(loudness(engine, 0.3)).toBeGreaterThan(-60);
  });

  it('each round of a loop has its first note, and never the one after its end', async () => {
    expect(speaksAfter(73, 67)).toBeGreaterThan(0.02);
    const engine = await engineWith([
      [960, 200, 67],
      [1920, 400, 79],
    ]);
    engine.setLoop({ start: 960, end: 1920 });
    engine.play(960, false);
    for (let round = 0; round < 3; round++) {
      process(engine, 0.1);
      expect([round, engine.soundingNotes]).toEqual([round, 1]);
      process(engine, 0.85);
      // Just before it turns back.
      expect([round, engine.soundingNotes]).toEqual([round, 0]);
      process(engine, 0.05 + (round === 2 ? 0 : 0.0005));
    }
  });

  it('a score that comes while a note has begun early neither strikes it again nor loses it', async () => {
    const notes = [[960, 400, 67]] as const;
    const engine = await engineWith(notes);
    engine.play(0, false);
    process(engine, 1 - speaksAfter(73, 67) / 2);
    expect(engine.soundingNotes).toBe(1);
    const score = scoreWith([FLUTE], notes);
    engine.setScore(score);
    process(engine, 0.1);
    expect(engine.soundingNotes).toBe(1);
    process(engine, 0.5);
    expect(engine.soundingNotes).toBe(0);
  });
});
