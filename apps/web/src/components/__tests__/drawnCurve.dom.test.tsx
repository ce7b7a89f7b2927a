/** A line drawn with a finger or by keys: every point its finger passes, one finger, nothing where it is let go of. */
import { fireEvent, render, screen } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { DrawnCurve } from '../DrawnCurve';

const onChange = jest.fn();
const POINTS = [50, 50, 50, 50, 50];
const [WIDTH, HEIGHT] = [350, 120];

function show(points: readonly number[] = POINTS) {
  render(
    <PaperProvider>
      <DrawnCurve {...{ points, onChange }} label="Energy" high="full" low="calm" through="through it" />
    </PaperProvider>,
  );
  const field = screen.getAllByRole('slider')[0]!.parentElement!;
  field.getBoundingClientRect = () =>
    ({ left: 0, top: 0, width: WIDTH, height: HEIGHT, right: WIDTH, bottom: HEIGHT, x: 0, y: 0 }) as DOMRect;
  const point = (type: string, x: number, y: number, isPrimary = true): void => {
    const event = new MouseEvent(type, { bubbles: true, clientX: x, clientY: y });
    Object.defineProperty(event, 'isPrimary', { value: isPrimary });
    fireEvent(field, event);
  };
  return { point, slider: (at: number) => screen.getAllByRole('slider')[at]! };
}

beforeEach(() => onChange.mockClear());

it('takes every point that the finger passes, also where it is quick, once it comes to rest', () => {
  const { point, slider } = show();
  point('pointerdown', 10, 110);
  point('pointermove', 340, 10);
  expect(onChange).not.toHaveBeenCalled();
  expect(slider(4).getAttribute('aria-valuenow')).toBe('100');
  point('pointerup', 340, 10);
  expect(onChange.mock.calls).toEqual([[[0, 25, 50, 75, 100]]]);
});

it('past its edges it stays at them', () => {
  const { point } = show();
  point('pointerdown', -40, -300);
  point('pointermove', 900, 900);
  point('pointerup', 900, 900);
  expect(onChange.mock.calls).toEqual([[[100, 75, 50, 25, 0]]]);
});

it('a second finger, a touch that is taken away and one that changes nothing leave it as it was', () => {
  const { point } = show();
  point('pointerdown', 10, 10, false);
  point('pointerup', 10, 10, false);
  point('pointerdown', 10, 10);
  point('pointercancel', 10, 10);
  point('pointermove', 200, 10);
  point('pointerup', 10, 10);
  point('pointerdown', 10, 60);
  point('pointerup', 10, 60);
  expect(onChange).not.toHaveBeenCalled();
  expect(screen.getAllByRole('slider').map((one) => one.getAttribute('aria-valuenow'))).toEqual(
    POINTS.map(String),
  );
});

it.each([
  ['ArrowUp', 55],
  ['ArrowDown', 45],
  ['PageUp', 70],
  ['PageDown', 30],
  ['Home', 0],
  ['End', 100],
])('%s takes a point to %i', (key, to) => {
  const { slider } = show();
  fireEvent.keyDown(slider(2), { key });
  expect(onChange.mock.calls).toEqual([[[50, 50, to, 50, 50]]]);
});

it('keys stop at its edges and leave others alone; each point says where it is', () => {
  const { slider } = show([100, 0]);
  fireEvent.keyDown(slider(0), { key: 'ArrowUp' });
  fireEvent.keyDown(slider(1), { key: 'ArrowDown' });
  fireEvent.keyDown(slider(0), { key: 'ArrowDown', ctrlKey: true });
  fireEvent.keyDown(slider(0), { key: 'x' });
  expect(onChange).not.toHaveBeenCalled();
  expect(slider(0).getAttribute('aria-label')).toBe('Energy, point 1 of 2');
  expect(slider(0).getAttribute('aria-valuetext')).toBe('100 percent');
});
