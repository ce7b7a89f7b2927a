/** A meter's scale: full scale at the right end, −48 dB at the left one, equal steps of decibels between. */
import { render, screen } from '@testing-library/react';
import { forgetPeaks, hearPeaks } from '../../../audio/meters';
import { MeterBar } from '../MeterBar';

const shown = (id: string): readonly [stroke: string, mark: string] => {
  render(<MeterBar id={id} label={id} ink="#000000" />);
  const [stroke, mark] = [...screen.getByRole('img', { name: `Meter of ${id}` }).children] as HTMLElement[];
  return [stroke!.style.width, mark!.style.left];
};
const report = (peaks: [string, number, number][]): void => hearPeaks({ peaks, out: [0, 0] } as never);
const amplitude = (decibels: number): number => 10 ** (decibels / 20);

it.each([
  [0, '100.0%'],
  [-12, '75.0%'],
  [-24, '50.0%'],
  [-48, '0.0%'],
  [-60, '0.0%'],
  [6, '100.0%'],
])('%s dB stands at %s, by the louder channel', (decibels, place) => {
  const id = `strip at ${decibels}`;
  report([[id, amplitude(-70), amplitude(decibels)]]);
  expect(shown(id)).toEqual([place, place]);
});

it('falls while the mark of the highest peak stays, until that is taken back', () => {
  report([['falling', amplitude(-12), 0]]);
  for (let i = 0; i < 60; i++) report([]);
  const [stroke, mark] = shown('falling');
  expect(mark).toBe('75.0%');
  expect(parseFloat(stroke)).toBeLessThan(45);
  forgetPeaks();
  report([['strip 2', 1, 1]]);
});

it('a strip that has not been heard of is empty', () => expect(shown('nobody')).toEqual(['0.0%', '0.0%']));
