/**
 * The loudness meter against the test signals of EBU Tech 3341 (minimum requirements of an "EBU mode" meter,
 * v4.0, table 1), made here as it describes them.
 */
import { LoudnessMeter } from '@backline/sound/measuring/loudness';

const RATE = 48_000;

/** Stretches of a sine of 1 kHz in both channels: level in dBFS, length in seconds. */
function sines(stretches: readonly (readonly [number, number])[], rate = RATE): Float32Array {
  const total = stretches.reduce((sum, [, seconds]) => sum + seconds * rate, 0);
  const signal = new Float32Array(Math.round(total));
  let at = 0;
  for (const [level, seconds] of stretches) {
    const size = 10 ** (level / 20);
    const until = at + Math.round(seconds * rate);
    for (; at < until; at++) signal[at] = size * Math.sin((2 * Math.PI * 1000 * at) / rate);
  }
  return signal;
}

function measured(signal: Float32Array, rate = RATE): LoudnessMeter {
  const meter = new LoudnessMeter(rate);
  for (let at = 0; at < signal.length; at += 128) {
    const block = signal.subarray(at, at + 128);
    meter.add(block, block);
  }
  return meter;
}

it.each([
  ['1', [[-23, 20]], -23],
  ['2', [[-33, 20]], -33],
  ['3', [[-36, 10], [-23, 60], [-36, 10]], -23],
  ['4', [[-72, 10], [-36, 10], [-23, 60], [-36, 10], [-72, 10]], -23],
  ['5', [[-26, 20], [-20, 20.1], [-26, 20]], -23],
] as const)('test signal %s is as loud as it says, within 0.1 LU', (_, stretches, expected) => {
  // At a low rate: the signals are minutes long, and the filters are made for any.
  const rate = 12_000;
  expect(Math.abs(measured(sines(stretches, rate), rate).loudness - expected)).toBeLessThan(0.1);
}); // prettier-ignore

it('at every sampling rate it is as loud', () => {
  for (const rate of [48_000, 44_100, 22_050, 96_000]) {
    expect(Math.abs(measured(sines([[-23, 2]], rate), rate).loudness + 23)).toBeLessThan(0.1);
  }
});

/** Test signals 15 to 18: a sine of so many samples a period, at a phase in degrees, of half of full scale. */
const peaked = (period: number, phase: number): Float32Array =>
  Float32Array.from({ length: RATE }, (_, i) => {
    const fade = Math.min(1, i / 1000, (RATE - i) / 1000);
    return 0.5 * fade * Math.sin((2 * Math.PI * i) / period + (phase * Math.PI) / 180);
  });

it.each([
  ['15', 4, 0],
  ['16', 4, 45],
  ['17', 6, 60],
  ['18', 8, 67.5],
])('test signal %s peaks at −6 dBTP, +0.2/−0.4 dB', (_, period, phase) => {
  const { truePeak } = measured(peaked(period, phase));
  expect(truePeak).toBeGreaterThan(-6.4);
  expect(truePeak).toBeLessThan(-5.8);
});

it('silence is not loud at all', () => {
  const meter = measured(new Float32Array(RATE));
  expect([meter.loudness, meter.truePeak]).toEqual([-Infinity, -Infinity]);
});
