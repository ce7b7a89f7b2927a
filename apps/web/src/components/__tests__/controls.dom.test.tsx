import { fireEvent, render, screen } from '@testing-library/react';
import { Choices } from '../Choices';
import { Range } from '../Range';

describe('choices', () => {
  it('are a radio group by name, one checked, and tell what is chosen', () => {
    const chosen: string[] = [];
    const choices = [
      { value: 'a', label: 'Roots' },
      { value: 'b', label: 'Walking' },
    ];
    render(<Choices label="Pattern" value="a" choices={choices} onChoose={(v) => chosen.push(v)} />);
    expect(screen.getByRole('radiogroup', { name: 'Pattern' })).toBeTruthy();
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
