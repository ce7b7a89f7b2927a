import { cleanup, fireEvent, render } from '@testing-library/react';
import { useEscape } from '../useEscape';

afterEach(cleanup);

function Open({ lies, onClose }: { lies: 'within' | 'over'; onClose: () => void }) {
  useEscape(onClose, lies);
  return null;
}

const escape = () => fireEvent.keyDown(document.body, { key: 'Escape' });

it('Escape closes what lies over the screen before a page within it, whichever of them came first', () => {
  const closed: string[] = [];
  const open = (lies: 'within' | 'over', name: string) =>
    render(<Open lies={lies} onClose={() => closed.push(name)} />);
  const sheet = open('over', 'sheet');
  const page = open('within', 'page');
  const second = open('over', 'second sheet');
  escape();
  second.unmount();
  escape();
  sheet.unmount();
  escape();
  page.unmount();
  escape();
  expect(closed).toEqual(['second sheet', 'sheet', 'page']);
});
