import { fireEvent, render, screen } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { Boundary } from '../Boundary';

let broken = true;
function Screen() {
  if (broken) throw new Error('a chord that cannot be drawn');
  return <p>the chart</p>;
}

it('a screen that fails leaves a sentence, the song’s safety, and the ways on', () => {
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const act = jest.fn(() => (broken = false));
  render(
    <PaperProvider>
      <p>the header</p>
      <Boundary remedy={{ label: 'Undo the last change', act }}>
        <Screen />
      </Boundary>
    </PaperProvider>,
  );
  const said = screen.getByRole('alert').textContent;
  expect(said).toMatch(/could not be shown.*Your song is safe/);
  // In our words: what React or the program says of it stays in the console.
  expect(said).not.toContain('a chord that cannot be drawn');
  expect(screen.queryByText('the header')).not.toBeNull();
  fireEvent.click(screen.getByText('Try again'));
  expect(screen.queryByRole('alert')).not.toBeNull();
  fireEvent.click(screen.getByText('Undo the last change'));
  expect(screen.queryByText('the chart')).not.toBeNull();
  quiet.mockRestore();
});

it('another screen in its place is tried again by itself', () => {
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  broken = true;
  const shown = (subject: string) => (
    <PaperProvider>
      <Boundary subject={subject}>
        <Screen />
      </Boundary>
    </PaperProvider>
  );
  const { rerender } = render(shown('chart'));
  expect(screen.queryByRole('alert')).not.toBeNull();
  broken = false;
  rerender(shown('form'));
  expect(screen.queryByText('the chart')).not.toBeNull();
  quiet.mockRestore();
});
