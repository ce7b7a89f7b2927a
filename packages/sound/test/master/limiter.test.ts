/** The limiter: nothing over its ceiling, and nothing changed that did not have to be. */
import fc from 'fast-check';
import { CEILING, LOOK_AHEAD, Limiter } from '@backline/sound/master/limiter';
import { MASTER_GAIN } from '@backline/sound/master/master';
import { TruePeak } from '@backline/sound/measuring/truePeak';

const RATE = 44_100;

function mastered(input: Float32Array): { out: Float32Array; gains: Float32Array } {
  const limiter = new Limiter(RATE);
  const out = input.map((x) => x * MASTER_GAIN);
  const gains = new Float32Array(input.length).fill(1);
  for (let at = 0; at < out.length; at += 128) {
    const end = Math.min(at + 128, out.length);
    limiter.process(out.subarray(at, end), new Float32Array(end - at), gains.subarray(at, end));
  }
  return { out, gains };
}

it('lets no sample over the ceiling, whatever comes in', () => {
  const anyInput = fc.array(fc.double({ min: -4, max: 4, noNaN: true }), { minLength: 1, maxLength: 2000 });
  fc.assert(
    fc.property(anyInput, (samples) => {
      const { out } = mastered(Float32Array.from(samples));
      expect(out.every((x) => Math.abs(x) <= CEILING + 1e-6)).toBe(true);
    }),
  );
});

it('leaves what stays under it as it was, only later and with the gain of the mix', () => {
  const input = Float32Array.from({ length: 4000 }, (_, i) => 0.2 * Math.sin(i / 9));
  const { out, gains } = mastered(input);
  for (let i = LOOK_AHEAD; i < input.length; i++) {
    expect(out[i]).toBeCloseTo(input[i - LOOK_AHEAD]! * MASTER_GAIN, 6);
  }
  expect(gains.every((g) => g === 1)).toBe(true);
});

it('is down before a peak comes, and comes back after it', () => {
  const input = new Float32Array(RATE).fill(0.1);
  input[1000] = 2;
  const { out, gains } = mastered(input);
  expect(Math.abs(out[1000 + LOOK_AHEAD]!)).toBeCloseTo(CEILING, 2);
  expect(gains[1000 + LOOK_AHEAD]).toBeCloseTo(CEILING / (2 * MASTER_GAIN), 2);
  expect(gains.at(-1)).toBeGreaterThan(0.99);
  // No step of the gain is heard as a click: it moves by little from frame to frame.
  const steps = gains.slice(1).map((g, i) => Math.abs(g - gains[i]!));
  expect(Math.max(...steps)).toBeLessThan(0.01);
});

it('holds down what would rise between samples, which its ceiling hides from samples alone', () => {
  // A quarter of the sampling rate at 45 degrees: every sample lies 3 dB under the peak (EBU Tech 3341, signal 16).
  const input = Float32Array.from(
    { length: RATE },
    (_, i) => 0.6 * Math.sin((Math.PI / 2) * i + Math.PI / 4),
  );
  const { out } = mastered(input);
  const peak = new TruePeak();
  let most = 0;
  for (const sample of out.subarray(2000)) most = Math.max(most, peak.next(sample));
  expect(20 * Math.log10(most)).toBeLessThan(-1);
  expect(20 * Math.log10(most)).toBeGreaterThan(-2);
});

it('what is written beside it under the same gains stays under the ceiling too, between samples as well', () => {
  const input = Float32Array.from(
    { length: RATE },
    (_, i) => 2.4 * Math.sin((Math.PI / 2) * i + Math.PI / 4),
  );
  // Two parts that undo each other: their sum is silent, neither of them is.
  const parts = [input, input.map((x) => -x)];
  const limiter = new Limiter(RATE);
  const gains = new Float32Array(128);
  const peak = new TruePeak();
  let most = 0;
  for (let at = 0; at + 128 <= RATE; at += 128) {
    const cut = parts.map((part) => part.subarray(at, at + 128));
    const beside = cut.map((part) => ({ left: part, right: part }));
    limiter.process(new Float32Array(128), new Float32Array(128), gains, beside);
    if (at < 2048) continue;
    gains.forEach((gain, i) => (most = Math.max(most, peak.next(input[at + i - LOOK_AHEAD]! * gain))));
  }
  expect(20 * Math.log10(most)).toBeLessThan(-1);
  expect(most).toBeGreaterThan(0.7);
});
