import { act, fireEvent, render, screen } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { Choices } from '../Choices';
import { Range } from '../Range';
import { Stepper } from '../Stepper';

describe('choices', () => {
  it('are a radio group by name, one checked, and tell what is chosen', () => {
    const chosen: string[] = [];
    const choices = [
      { value: 'a', label: 'Roots' },
      { value: 'b', label: 'Walking' },
    ];
    render(<Choices label="Pattern" value="a" choices={choices} onChoose={(v) => chosen.push(v)} />);
    expect(screen.queryByRole('radiogroup', { name: 'Pattern' })).not.toBeNull();
    expect(screen.getByRole('radio', { name: 'Roots' }).getAttribute('aria-checked')).toBe('true');
    fireEvent.click(screen.getByRole('radio', { name: 'Walking' }));
    expect(chosen).toEqual(['b']);
  });
});

describe('a range', () => {
  it('is a slider that says its value in words', () => {
    const values: number[] = [];
    render(
      <Range
        label="Strum"
        value={30}
        low={0}
        high={120}
        text="30 ms across"
        onChange={(v) => values.push(v)}
      />,
    );
    const slider = screen.getByRole('slider', { name: 'Strum' });
    expect(slider.getAttribute('aria-valuetext')).toBe('30 ms across');
    fireEvent.change(slider, { target: { value: '60' } });
    expect(values).toEqual([60]);
  });
});

describe('a stepper', () => {
  const shown = (on: { more?: () => void; set?: (value: number) => void }) =>
    render(
      <PaperProvider>
        <Stepper
          label="Length"
          text="4 bars"
          less="A bar less"
          more="A bar more"
          onLess={undefined}
          onMore={on.more}
          number={on.set && { value: 4, least: 1, most: 99, onSet: on.set }}
        />
      </PaperProvider>,
    );

  it('goes on while it is held, and stops when it is let go', () => {
    jest.useFakeTimers();
    const more = jest.fn();
    shown({ more });
    const button = screen.getByRole('button', { name: 'A bar more' });
    fireEvent.mouseDown(button, { button: 0 });
    act(() => void jest.advanceTimersByTime(450 + 5 * 90 + 60));
    const held = more.mock.calls.length;
    expect(held).toBeGreaterThanOrEqual(5);
    fireEvent.mouseUp(button, { button: 0 });
    act(() => void jest.advanceTimersByTime(2000));
    expect(more.mock.calls.length).toBe(held);
    jest.useRealTimers();
  });

  it.each([
    ['16', 16],
    ['500', 99],
    ['0', 1],
  ])('takes a number that is typed: %s is %d', (typed, value) => {
    const set = jest.fn();
    shown({ set });
    fireEvent.click(screen.getByRole('button', { name: /^Length: 4 bars\. Type a number/ }));
    const field = screen.getByLabelText('Length, a number from 1 to 99');
    fireEvent.change(field, { target: { value: typed } });
    fireEvent.blur(field);
    expect(set).toHaveBeenCalledWith(value);
  });
});
