/** The desk and the master bus: each thing a strip does, against what is published of it. */
import { balanceOf } from '@backline/sound/measuring/balance';
import { STRIP } from '@backline/sound/score/score';
import { rebalanced } from '@backline/sound/measuring/rebalance';
import { panAt } from '@backline/sound/mixer/pan';
import { Reverb } from '@backline/sound/mixer/reverb';
import { gainOfLevel } from '@backline/sound/mixer/strip';
import { Biquad, bell, highShelf, lowCut, lowShelf, type Coefficients } from '@backline/sound/filters/biquad';
import { Drive } from '@backline/sound/filters/drive';
import { Glue } from '@backline/sound/master/glue';
import {
  RATE,
  channel,
  decibels,
  heard,
  middle,
  power,
  preset,
  scoreWith,
  sides,
  tone,
} from '../support/hearing';

/** Gain of a filter at a frequency, dB, by what it makes of a sine. */
function response(shape: Coefficients, hz: number): number {
  const filter = new Biquad(shape);
  const sine = Float32Array.from({ length: RATE }, (_, i) => Math.sin((2 * Math.PI * hz * i) / RATE));
  const out = sine.map((x) => filter.next(x));
  return decibels(power(out, 0.5, 1) / power(sine, 0.5, 1));
}

describe('filters', () => {
  // Cookbook formulae for audio equalizer biquad filter coefficients (W3C Working Group Note, 2021): gain at the middle
  // of a bell, half of it (in dB) at the corner of a shelf, −3 dB at that of a cut of Butterworth's width.
  it.each([
    ['a bell at its middle', bell(1000, 9, 0.7, RATE), 1000, 9],
    ['a bell far from it', bell(1000, 9, 2, RATE), 60, 0],
    ['a low shelf at its corner', lowShelf(200, -8, RATE), 200, -4],
    ['a low shelf under it', lowShelf(200, -8, RATE), 25, -8],
    ['a low shelf over it', lowShelf(200, -8, RATE), 4000, 0],
    ['a high shelf at its corner', highShelf(5000, 6, RATE), 5000, 3],
    ['a high shelf over it', highShelf(3000, 6, RATE), 19_000, 6],
    ['a low cut at its corner', lowCut(100, RATE), 100, -3],
    ['a low cut an octave under it', lowCut(100, RATE), 50, -12.3],
  ])('%s', (_, shape, hz, expected) => {
    expect(Math.abs(response(shape, hz) - expected)).toBeLessThan(0.35);
  });

  it('a block is filtered as its samples are, one by one, and a new shape does not click', () => {
    const input = Float32Array.from({ length: 512 }, (_, i) => Math.sin(i / 7));
    const [one, many] = [new Biquad(bell(800, 6, 1, RATE)), new Biquad(bell(800, 6, 1, RATE))];
    const byOne = input.map((x) => one.next(x));
    const block = input.slice();
    many.process(block.subarray(0, 100));
    many.process(block.subarray(100));
    expect(block).toEqual(byOne);
    many.retune(bell(800, 0, 1, RATE));
    const after = input.slice(0, 64);
    many.process(after);
    expect(Math.max(...after.map(Math.abs))).toBeLessThan(2.5);
  });

  it('drive rounds peaks, keeps what is soft about as loud, and adds little that was folded back', () => {
    const sine = (hz: number, size: number) =>
      Float32Array.from({ length: RATE }, (_, i) => size * Math.sin((2 * Math.PI * hz * i) / RATE));
    const driven = sine(5000, 0.4);
    new Drive().process(driven, 1);
    expect(Math.max(...driven)).toBeLessThanOrEqual(0.45);
    // The ninth harmonic, 45 kHz, would fall back to 900 Hz: plain tanh leaves far more of it there.
    const plain = sine(5000, 0.4).map((x) => Math.tanh(14 * x) * 0.35);
    const folded = (samples: Float32Array) => decibels(tone(samples, 900) / tone(samples, 5000));
    expect(folded(driven)).toBeLessThan(folded(plain) - 6);
    const soft = sine(200, 0.02);
    new Drive().process(soft, 0.3);
    expect(Math.abs(decibels(power(soft) / power(sine(200, 0.02))))).toBeLessThan(8);
  });
});

describe('a strip', () => {
  // Web Audio API (W3C Recommendation, 2021), StereoPannerNode, algorithm for stereo input.
  it.each([
    [64, [1, 0, 1, 0]],
    [0, [1, 1, 0, 0]],
    [127, [0, 0, 1, 1]],
    [32, [1, Math.cos(Math.PI / 4), Math.sin(Math.PI / 4), 0]],
  ])('pan %i', (at, [leftOwn, leftOther, rightOwn, rightOther]) => {
    const pan = panAt(at);
    expect(pan.leftOwn).toBeCloseTo(leftOwn!, 6);
    expect(pan.leftOther).toBeCloseTo(leftOther!, 6);
    expect(pan.rightOwn).toBeCloseTo(rightOwn!, 6);
    expect(pan.rightOther).toBeCloseTo(rightOther!, 6);
  });

  // General MIDI 2 (RP-024), recommended response to volume: 40 dB times the logarithm of its share.
  it('level follows General MIDI', () => {
    expect(20 * Math.log10(gainOfLevel(127))).toBeCloseTo(0, 6);
    expect(20 * Math.log10(gainOfLevel(64))).toBeCloseTo(40 * Math.log10(64 / 127), 6);
    expect(gainOfLevel(0)).toBe(0);
  });

  const flute = (changes: Parameters<typeof channel>[1]) =>
    heard(scoreWith([channel(73, changes)], [[0, 1900, 72]]), ['73'], 1.2);

  it('is louder by what its level says, stands where it is put, and rings in the room', async () => {
    const [full, half] = [await flute({}), await flute({ level: 90 })];
    expect(decibels(power(half.left) / power(full.left))).toBeCloseTo(40 * Math.log10(90 / 127), 1);
    const left = await flute({ pan: 0 });
    expect(power(left.right)).toBe(0);
    const short = scoreWith([channel(73, { reverbSend: 127 })], [[0, 240, 72]]);
    const dry = scoreWith([channel(73)], [[0, 240, 72]]);
    const [wet, plain] = [await heard(short, ['73'], 1.5), await heard(dry, ['73'], 1.5)];
    expect(power(wet.left, 0.8, 1)).toBeGreaterThan(30 * power(plain.left, 0.8, 1));
  });

  it('is spread to both sides, and on one loudspeaker sounds as it did', async () => {
    const guitar = (spread: number) =>
      heard(scoreWith([channel(25, { spread })], [[0, 1900, 57]]), ['25'], 1.2);
    const [narrow, wide] = [await guitar(0), await guitar(0.35)];
    expect(sides(narrow)).toBeLessThan(-100);
    expect(sides(wide)).toBeGreaterThan(-14);
    const [before, after] = [middle(narrow), middle(wide)];
    const off = after.map((x, i) => x - before[i]!);
    expect(decibels(power(off) / power(before))).toBeLessThan(-90);
  });

  it('its tone and its trim are heard; a gesture that trims is relative to the level', async () => {
    const bright = await flute({ tone: { low: 0, middle: 0, high: 12 } });
    const dark = await flute({ tone: { low: 0, middle: 0, high: -12 } });
    const high = 523.25 * 16;
    expect(decibels(tone(bright.left, high) / tone(dark.left, high))).toBeGreaterThan(15);
    const trimmed = scoreWith([channel(73)], [[0, 3800, 72]], {
      gestures: Int32Array.of(960, 0, STRIP.gainOffset, -120),
    });
    const { left } = await heard(trimmed, ['73'], 2);
    const plain = await heard(scoreWith([channel(73)], [[0, 3800, 72]]), ['73'], 2);
    expect(decibels(power(left, 1.3, 1.8) / power(plain.left, 1.3, 1.8))).toBeCloseTo(-12, 1);
    expect(power(left, 0.4, 0.9)).toBeCloseTo(power(plain.left, 0.4, 0.9), 8);
  });

  it('for a while it stands at another place and further back, and then where it stood', async () => {
    const moves = (...all: [tick: number, what: keyof typeof STRIP, value: number][]) => ({
      gestures: Int32Array.from(all.flatMap(([tick, what, value]) => [tick, 0, STRIP[what], value])),
    });
    const aside = scoreWith(
      [channel(73)],
      [[0, 5700, 72]],
      moves([960, 'panOffset', -100], [2880, 'panOffset', 0]),
    );
    const { left, right } = await heard(aside, ['73'], 4);
    const plain = await heard(scoreWith([channel(73)], [[0, 5700, 72]]), ['73'], 4);
    // Past the left edge it stays at the edge.
    expect(power(right, 1.3, 2.8)).toBeLessThan(1e-9 * power(left, 1.3, 2.8));
    for (const [from, to] of [
      [0.4, 0.9],
      [3.3, 3.8],
    ] as const) {
      const usual = power(plain.right, from, to) / power(plain.left, from, to);
      expect(decibels(power(right, from, to) / power(left, from, to) / usual)).toBeCloseTo(0, 1);
    }
    const strokes: [number, number, number][] = [
      [0, 240, 72],
      [1920, 240, 72],
    ];
    const back = scoreWith([channel(73)], strokes, moves([1900, 'sendOffset', 127]));
    const heardBack = await heard(back, ['73'], 4);
    const rings = (from: number) => power(heardBack.left, from + 0.6, from + 0.9);
    expect(rings(2)).toBeGreaterThan(30 * rings(0));
  });

  it('for a while it is darker or brighter, gliding there, as loud in its lows, and then as it was', async () => {
    // Partials of a trumpet's middle C: one well over the corner of the strip's high shelf, one well under it.
    const [low, high] = [523.25, 261.63 * 32];
    const held: [number, number, number][] = [[0, 5700, 60]];
    const tint = (value: number) => ({
      gestures: Int32Array.of(960, 0, STRIP.shelfOffset, value * 10, 2880, 0, STRIP.shelfOffset, 0),
    });
    const plain = await heard(scoreWith([channel(56)], held), ['56'], 4);
    for (const value of [-12, 9]) {
      const { left } = await heard(scoreWith([channel(56)], held, tint(value)), ['56'], 4);
      const between = (x: Float32Array, from: number, to: number) => x.subarray(from * RATE, to * RATE);
      const moved = (hz: number, from: number, to: number): number =>
        decibels(tone(between(left, from, to), hz) / tone(between(plain.left, from, to), hz));
      expect(Math.abs(moved(high, 1.3, 2.8) - value)).toBeLessThan(2.5);
      expect(Math.abs(moved(low, 1.3, 2.8))).toBeLessThan(0.5);
      expect(moved(high, 0.2, 0.9)).toBeCloseTo(0, 1);
      expect(moved(high, 3.3, 3.8)).toBeCloseTo(0, 0);
    }
  });
});

describe('the room and the glue', () => {
  it('dies away in a second and a half, stays the same size on both sides, and is silent when nothing is sent', () => {
    const room = new Reverb(RATE);
    const blocks = Array.from({ length: 900 }, (_, n) => {
      const [l, r] = [new Float32Array(128), new Float32Array(128)];
      const sent = Float32Array.from({ length: 128 }, (_, i) => (n === 0 && i === 0 ? 1 : 0));
      room.process(sent, sent.slice(), n === 0, l, r);
      return { l, r };
    });
    const at = (seconds: number, side: 'l' | 'r') =>
      blocks
        .slice(Math.floor((seconds * RATE) / 128), Math.floor(((seconds + 0.1) * RATE) / 128))
        .reduce((sum, b) => sum + power(b[side]), 0);
    // −60 dB after some 1.35 s in its middle; its highs are gone sooner.
    expect(decibels(at(1.3, 'l') / at(0.1, 'l'))).toBeLessThan(-40);
    expect(decibels(at(0.6, 'l') / at(0.1, 'l'))).toBeGreaterThan(-45);
    expect(Math.abs(decibels(at(0.2, 'l') / at(0.2, 'r')))).toBeLessThan(4);
    const still = new Reverb(RATE);
    const silent = new Float32Array(128);
    still.process(new Float32Array(128), new Float32Array(128), false, silent, silent);
    expect(silent.every((x) => x === 0)).toBe(true);
  });

  it('holds back what stays loud, lets what is soft be, and comes back', () => {
    const glue = new Glue(RATE);
    const run = (size: number, seconds: number) => {
      let gain = 1;
      for (let i = 0; i < seconds * RATE; i++) {
        const x = size * Math.sin((2 * Math.PI * 220 * i) / RATE);
        gain = glue.next(x, x, 0.5);
      }
      return 20 * Math.log10(gain);
    };
    expect(run(0.05, 0.5)).toBeCloseTo(0, 3);
    // A sine of full size lies 3 dB under it: nine over the threshold of −12, of which half is taken.
    expect(run(1, 1)).toBeCloseTo(-4.5, 0);
    expect(run(0.05, 1.5)).toBeGreaterThan(-0.1);
    const none = new Glue(RATE);
    expect(none.next(1, 1, 0)).toBe(1);
  });
});

describe('balance by measurement', () => {
  it('brings parts to their places and the whole to its loudness; what rests and what has no place stays', async () => {
    const channels = [
      channel(73, { channel: 0, part: 'flute', level: 120 }),
      channel(33, { channel: 1, part: 'bass', level: 40 }),
      channel(71, { channel: 2, part: 'silent', level: 80 }),
    ];
    const places = new Map([
      ['flute', -6],
      ['bass', -1.3],
      ['silent', -6],
    ]);
    const notes = [
      [0, 3800, 72, 90, 0],
      [0, 3800, 40, 90, 1],
    ] as const;
    const banks = [...(await preset('73')), ...(await preset('33'))];
    let levels = new Map(channels.map((c) => [c.part!, c.level]));
    let gain = 0;
    const measure = () => {
      const set = channels.map((c) => ({ ...c, level: levels.get(c.part!)! }));
      const master = { tone: { low: 0, middle: 0, high: 0 }, gain, glue: 0.5 };
      return balanceOf(scoreWith(set, notes, { master }), banks, 22_050);
    };
    for (let round = 0; round < 2; round++) {
      const next = rebalanced(await measure(), levels, places, { gain, target: -18 });
      expect(next.levels.has('silent')).toBe(false);
      levels = new Map([...levels, ...next.levels]);
      gain = next.gain;
    }
    const { loudness, parts, course } = await measure();
    expect(Math.abs(parts.get('flute')! - -6)).toBeLessThan(1);
    expect(Math.abs(parts.get('bass')! - -1.3)).toBeLessThan(1);
    expect(Math.abs(loudness - -18)).toBeLessThan(1);
    expect(course.length).toBeGreaterThan(0);
  });

  it('done twice, nothing moves any more', () => {
    const places = new Map([
      ['a', -6],
      ['b', -7],
      ['c', -12],
    ]);
    const levels = new Map([
      ['a', 90],
      ['b', 70],
      ['c', 60],
    ]);
    // All of them a little over their places, as where parts overlap.
    const stands = new Map([
      ['a', -5],
      ['b', -6],
      ['c', -11],
    ]);
    const next = rebalanced({ loudness: -15, parts: stands }, levels, places, { gain: 2, target: -15 });
    expect([...next.levels]).toEqual([...levels]);
    expect(next.gain).toBe(2);
  });

  it('levels stay within what can be set, whatever was measured', () => {
    const parts = new Map([
      ['a', -60],
      ['b', -0.1],
      ['c', -39],
    ]);
    const levels = new Map([
      ['a', 90],
      ['b', 100],
      ['c', 100],
    ]);
    const places = new Map([
      ['a', -6],
      ['b', -6],
      ['c', -6],
    ]);
    const next = rebalanced({ loudness: -30, parts }, levels, places, { gain: 0, target: -15 });
    expect([...next.levels.keys()]).toEqual(['b', 'c']);
    for (const level of next.levels.values()) expect(level >= 16 && level <= 127).toBe(true);
    expect(Math.abs(next.gain)).toBeLessThanOrEqual(24);
    const nothing = rebalanced({ loudness: -Infinity, parts: new Map() }, levels, places, {
      gain: 3,
      target: -15,
    });
    expect(nothing).toEqual({ levels: new Map(), gain: 3 });
  });
});
