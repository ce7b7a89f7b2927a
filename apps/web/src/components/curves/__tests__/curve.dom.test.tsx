import { fireEvent, render, screen, within } from '@testing-library/react';
import { curveInWords, valuesOf } from '../curve';
import { CurveInWords } from '../CurveInWords';
import { SongCurve } from '../SongCurve';

const POINTS = [
  { at: 0, value: 10 },
  { at: 1, value: 20 },
  { at: 2, value: null },
  { at: 3, value: 40 },
  { at: 4, value: 60 },
];
const SPANS = [
  { id: 'a', name: 'Verse', from: 0, until: 2 },
  { id: 'b', name: 'Break', from: 2, until: 3 },
  { id: 'c', name: 'Chorus', from: 3, until: 5 },
];
const text = (value: number): string => `${value} dB`;
/** What all curves here have alike. */
const LOOK = {
  label: 'Level, dB',
  low: 0,
  high: 60,
  text,
  axisText: String,
  width: 300,
  height: 120,
} as const;

it('tells each span by its own values, and leaves out where there are none', () => {
  expect(valuesOf(POINTS, SPANS)).toEqual([
    { id: 'a', name: 'Verse', lowest: 10, highest: 20, mean: 15 },
    { id: 'c', name: 'Chorus', lowest: 40, highest: 60, mean: 50 },
  ]);
  expect(curveInWords('Level', valuesOf(POINTS, SPANS), text)).toBe(
    'Level, from 10 dB to 60 dB, most in Chorus',
  );
  expect(curveInWords('Level', valuesOf([{ at: 0, value: null }], SPANS), text)).toBe(
    'Level: there is nothing to show',
  );
});

const drawn = (points: typeof POINTS) =>
  render(<SongCurve {...LOOK} points={points} spans={SPANS} placeText={(at) => `bar ${at + 1}`} />);

it('is a picture with words, and a table of the same', () => {
  drawn(POINTS);
  expect(screen.getByRole('img', { name: 'Level, dB, from 10 dB to 60 dB, most in Chorus' })).toBeTruthy();
  expect(screen.queryByRole('table')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: /^As a table/ }));
  const rows = within(screen.getByRole('table', { name: 'Level, dB' })).getAllByRole('row');
  expect(rows.map((row) => row.textContent)).toEqual([
    'SectionMeanLowestHighest',
    'Verse15 dB10 dB20 dB',
    'Chorus50 dB40 dB60 dB',
  ]);
});

it('says so where there is too little for a curve', () => {
  drawn([]);
  expect(screen.getByText('Level, dB: there is nothing to show')).toBeTruthy();
});

const MANY = Array.from({ length: 5000 }, (_, at) => ({ at, value: at % 60 }));
const BARS = MANY.map(({ at }) => ({ id: `bar ${at}`, name: `Part ${at}`, from: at, until: at + 1 }));

it('of a section a bar, five thousand of them, it draws what there is room for, and tells each its own', () => {
  expect(valuesOf(MANY, BARS)).toHaveLength(5000);
  expect(valuesOf(MANY, BARS)[4321]).toMatchObject({ name: 'Part 4321', mean: 4321 % 60 });
  const { container } = render(<SongCurve {...LOOK} points={MANY} spans={BARS} />);
  expect(container.querySelectorAll('*').length).toBeLessThan(200);
  fireEvent.click(screen.getByRole('button', { name: /^As a table/ }));
  expect(screen.getAllByRole('row')).toHaveLength(101);
  expect(screen.getByText('and 4900 more.')).toBeTruthy();
});

it('where the chart does not come it says the same in words, and what lies over it can be used', () => {
  const over = jest.fn(() => <button>Here</button>);
  render(<CurveInWords {...LOOK} points={POINTS} spans={SPANS} over={over} />);
  expect(screen.getByText('Level, dB, from 10 dB to 60 dB, most in Chorus')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Here' })).toBeTruthy();
  expect(over).toHaveBeenCalledWith({ x: 0, y: 0, width: 300, height: 120 });
});
