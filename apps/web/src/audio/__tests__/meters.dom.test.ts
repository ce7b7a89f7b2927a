/** Meters follow what is heard, fall slowly, and keep their highest mark until it is taken back. */
import { OUT, forgetPeaks, hearPeaks, meterOf } from '../meters';

it('rises at once, falls slowly, and remembers', () => {
  expect(meterOf('bass')).toEqual({ now: 0, most: 0 });
  hearPeaks({ peaks: [['bass', 0.2, 0.5]], out: [0.8, 0.7] });
  expect([meterOf('bass').now, meterOf(OUT).now]).toEqual([0.5, 0.8]);
  for (let i = 0; i < 50; i++) hearPeaks({ peaks: [], out: [0, 0] });
  // A second of reports: some 20 dB.
  expect(20 * Math.log10(meterOf('bass').now / 0.5)).toBeCloseTo(-20, 0);
  expect(meterOf('bass').most).toBe(0.5);
  forgetPeaks();
  expect(meterOf('bass').most).toBe(meterOf('bass').now);
});
