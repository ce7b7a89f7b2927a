/** The glue of the sum, against the compressor law of the handbooks: slope 1 − 1/ratio over the threshold, soft knee. */
import { Glue } from '@backline/sound/master/glue';

const RATE = 48000;
const decibels = (gain: number): number => 20 * Math.log10(gain);

/** The gain that a steady level comes to, dB: both channels at a level over full scale as mean square. */
function settledGain(level: number, glue: number, seconds = 3): number {
  const compressor = new Glue(RATE);
  const sample = 10 ** (level / 20);
  let gain = 1;
  for (let i = 0; i < seconds * RATE; i++) gain = compressor.next(sample, sample, glue);
  return decibels(gain);
}

it('without glue, and below its bend, nothing is taken off', () => {
  expect(settledGain(0, 0)).toBeCloseTo(0, 6);
  // At all of it the threshold is −18 dB, and the bend of 8 dB begins 4 dB below it.
  expect(settledGain(-23, 1)).toBeCloseTo(0, 6);
  expect(settledGain(-60, 1)).toBeCloseTo(0, 6);
});

it.each([
  [-8, 1, 5],
  [-2, 1, 8],
  [-2, 0.5, 5],
  [0, 0, 0],
])(
  'a steady %s dB at glue %s is held back by %s dB: half of what lies over the threshold',
  (level, glue, off) => {
    expect(settledGain(level, glue)).toBeCloseTo(-off, 2);
  },
);

it('bends softly: at the threshold itself a quarter of the slope over half the bend', () => {
  // slope · (knee / 2)² / (2 · knee) = 0.5 · 16 / 16 dB.
  expect(settledGain(-18, 1)).toBeCloseTo(-0.5, 2);
});

it('more glue never takes off less, and louder is never held back less', () => {
  const levels = [-30, -20, -14, -8, -2];
  for (const glue of [0.25, 0.5, 1]) {
    const gains = levels.map((level) => settledGain(level, glue, 1));
    gains.slice(1).forEach((gain, i) => expect(gain).toBeLessThanOrEqual(gains[i]! + 1e-9));
  }
});

it('holds back slowly, lets go more slowly, and is whole again after silence', () => {
  const compressor = new Glue(RATE);
  const run = (sample: number, seconds: number): number => {
    let gain = 1;
    for (let i = 0; i < seconds * RATE; i++) gain = compressor.next(sample, sample, 1);
    return decibels(gain);
  };
  const sample = 10 ** (-8 / 20);
  expect(run(sample, 0.005)).toBeGreaterThan(-1);
  expect(run(sample, 1)).toBeCloseTo(-5, 1);
  // A release of 0.22 s: after as long about a third is still held.
  const let1 = run(0, 0.22);
  expect(let1).toBeGreaterThan(-5 * 0.55);
  expect(let1).toBeLessThan(-5 * 0.2);
  expect(run(0, 3)).toBeCloseTo(0, 2);
});

it('looks at both channels alike', () => {
  const one = new Glue(RATE);
  const other = new Glue(RATE);
  let [a, b] = [0, 0];
  for (let i = 0; i < RATE; i++) {
    a = one.next(0.5, 0.1, 1);
    b = other.next(0.1, 0.5, 1);
  }
  expect(a).toBe(b);
});

it('begins with all as it is', () => {
  const compressor = new Glue(RATE);
  // Nobody has looked yet at what comes, however loud.
  for (let i = 0; i < 16; i++) expect(compressor.next(1, 1, 1)).toBe(1);
});
