/** A slider under a finger: a scroll changes nothing, a slide is heard on the way, a tap sets it; a mouse as ever. */
import { fireEvent, render, screen } from '@testing-library/react';
import { Range } from '../Range';
import { SliderTouch } from '../sliderTouch';
import { tappedTempo } from '../../features/transport/tapping';

const onChange = jest.fn();
const onMove = jest.fn();
beforeEach(() => {
  onChange.mockClear();
  onMove.mockClear();
});

const show = (isLive: boolean) => {
  render(
    <Range
      label="Level"
      value={60}
      low={0}
      high={127}
      text="60"
      onChange={onChange}
      {...(isLive ? { onMove } : {})}
    />,
  );
  const slider = screen.getByRole<HTMLInputElement>('slider');
  // jsdom has no pointers with a place: events of their names carry it.
  const point = (type: string, x: number, y: number): void => {
    const event = new MouseEvent(type, { bubbles: true, clientX: x, clientY: y });
    Object.defineProperty(event, 'pointerType', { value: 'touch' });
    fireEvent(slider, event);
  };
  const moveTo = (value: number): void => void fireEvent.change(slider, { target: { value: String(value) } });
  return { slider, point, moveTo };
};

describe.each([true, false])('a finger, where a slider is heard on its way: %s', (isLive) => {
  it('that scrolls leaves it as it was', () => {
    const { slider, point, moveTo } = show(isLive);
    point('pointerdown', 100, 100);
    moveTo(90);
    point('pointermove', 102, 130);
    point('pointercancel', 102, 160);
    fireEvent(slider, new Event('change', { bubbles: true }));
    expect(onChange).not.toHaveBeenCalled();
    expect(onMove.mock.calls.filter(([to]) => to !== 60)).toEqual([]);
    expect(slider.value).toBe('60');
  });

  it('that taps sets it there', () => {
    const { point, moveTo } = show(isLive);
    point('pointerdown', 100, 100);
    moveTo(90);
    point('pointerup', 101, 100);
    expect(onChange).toHaveBeenCalledTimes(1);
    expect(onChange).toHaveBeenCalledWith(90);
  });

  it('that slides is followed from there on', () => {
    const { point, moveTo } = show(isLive);
    point('pointerdown', 100, 100);
    moveTo(62);
    point('pointermove', 112, 101);
    moveTo(70);
    const followed = isLive ? onMove : onChange;
    expect(followed.mock.calls.at(-1)).toEqual([70]);
    point('pointerup', 120, 101);
  });
});

it('a mouse and the keys move it at once', () => {
  const touch = new SliderTouch();
  touch.begin('mouse', 0, 0, 1);
  expect([touch.isOpen, touch.settles(50, 0), touch.end(), touch.takesRest()]).toEqual([
    false,
    false,
    false,
    true,
  ]);
});

it('a tempo is tapped in as the mean of its beats, and begun anew after a pause', () => {
  let taps: readonly number[] = [];
  let tempo: number | null = null;
  for (const at of [0, 510, 990, 1500, 2000]) ({ taps, tempo } = tappedTempo(taps, at));
  expect(tempo).toBe(120);
  ({ taps, tempo } = tappedTempo(taps, 9000));
  expect([taps, tempo]).toEqual([[9000], null]);
});
