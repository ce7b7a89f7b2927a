/** A part in hand: its instrument found, its rhythm taken from another, frozen, described. */
import { act, fireEvent, render, screen, within } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { renderBand } from '@backline/core/band/index';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { useBand } from '../../state/band';
import { openSong, useOpenSong } from '../../state/openSong';
import { usePreferences } from '../../state/preferences';
import { BandScreen } from '../band/BandScreen';
import { openPage } from '../band/__tests__/support/page';
import { press } from '../chart/__tests__/support/openChart';

jest.mock('../../audio/player');
jest.mock('../../state/band');
jest.mock('../../state/voicings');

const CHART = 'title: Pier\nkey: C\n[Verse]\nC | F | G | C';
const part = (id: string) => useOpenSong.getState().song!.parts.find((p) => p.id === id)!;
const choose = (name: string): void =>
  void fireEvent.click(document.querySelector(`[role=radio][aria-label="${name}"]`)!);

async function openPart(name: string, ...folds: string[]): Promise<void> {
  const song = readChart(CHART, OURS);
  act(() => {
    openSong({ id: 'x', revision: 1, updatedAt: '', song });
    useBand.setState({ band: renderBand(song, OURS), song });
    usePreferences.setState({ favourites: [], recent: [] });
  });
  render(
    <PaperProvider>
      <BandScreen />
    </PaperProvider>,
  );
  await openPage(name, ...folds);
}

it('any instrument is found by name and family, kept at hand, and remembered', async () => {
  await openPart('Keys', 'Instrument');
  press('All instruments');
  fireEvent.change(screen.getByLabelText('Find an instrument'), { target: { value: 'church' } });
  choose('Church Organ');
  expect(part('keys').settings.instrument).toBe(19);
  press('Keep Church Organ at hand');
  expect(usePreferences.getState()).toMatchObject({ favourites: [19], recent: [19] });
  expect(JSON.parse(localStorage.getItem('backline/preferences')!)).toMatchObject({ favourites: [19] });
  fireEvent.change(screen.getByLabelText('Find an instrument'), { target: { value: 'kazoo' } });
  expect(screen.queryByText(/No instrument is called “kazoo”/)).not.toBeNull();
  fireEvent.change(screen.getByLabelText('Find an instrument'), { target: { value: '' } });
  const alike = within(screen.getByRole('group', { name: 'Like Church Organ' }));
  expect(alike.getAllByRole('radio').map((r) => r.getAttribute('aria-label'))).toContain('Reed Organ');
  press('Keep Church Organ at hand');
  expect(usePreferences.getState().favourites).toEqual([]);
});

it('a part takes the rhythm of another, is touched as its player would, and says so', async () => {
  await openPart('Keys', 'What it plays', 'Touch');
  fireEvent.change(screen.getByLabelText('Rhythm'), { target: { value: 'guitar' } });
  expect(part('keys').settings.rhythmOf).toBe('guitar');
  fireEvent.change(screen.getByLabelText('Rhythm'), { target: { value: '' } });
  expect(part('keys').settings.rhythmOf).toBeUndefined();
  choose('down through each chord');
  expect(part('keys').settings.pedal).toBe(true);
  expect(screen.queryByText('Palm')).toBeNull();
});

it('a part goes with another, in its gaps or note for note, and with nobody again; never with one that goes with it', async () => {
  await openPart('Keys', 'What it plays');
  const goesWith = () => screen.getByLabelText<HTMLSelectElement>('Goes with');
  const offered = () => [...goesWith().options].map(({ value }) => value);
  expect(offered()).toContain('guitar');
  expect(offered()).not.toContain('keys');
  expect(offered()).not.toContain('drums');
  fireEvent.change(goesWith(), { target: { value: 'guitar' } });
  expect(part('keys').settings.goesWith).toBe('guitar');
  expect(screen.queryByText(/plays its pattern where Guitar rests/)).not.toBeNull();
  choose('A third below');
  expect(part('keys').settings.goesHow).toBe('third below');
  expect(screen.queryByText(/follows Guitar note for note/)).not.toBeNull();
  press('Next part, Guitar');
  expect(offered()).not.toContain('keys');
  press('Previous part, Keys');
  fireEvent.change(goesWith(), { target: { value: '' } });
  expect(part('keys').settings).not.toHaveProperty('goesWith');
  expect(part('keys').settings).not.toHaveProperty('goesHow');
});

it('the energy of a line is one word, or drawn', async () => {
  await openPart('Solo', 'Its line');
  choose('builds');
  expect(part('solo').settings.energy).toBe('builds');
  choose('drawn');
  expect(part('solo').settings.energy).toEqual([50, 50, 50, 50, 50, 50, 50, 50]);
  const point = await screen.findByRole('slider', { name: /drawn, point 3 of 8/, hidden: true });
  fireEvent.keyDown(point, { key: 'End' });
  expect(part('solo').settings.energy).toEqual([50, 50, 100, 50, 50, 50, 50, 50]);
  choose('drawn');
  expect(part('solo').settings.energy).toEqual([50, 50, 100, 50, 50, 50, 50, 50]);
  choose('as its player');
  expect(part('solo').settings).not.toHaveProperty('energy');
});

it('a part is frozen as it plays, says so, and is let go; what it is for stands under its name', async () => {
  await openPart('Bass', 'The part itself');
  press('Freeze Bass');
  const kept = part('bass').frozen!;
  expect(kept[0]!.notes.length).toBeGreaterThan(3);
  expect(screen.getAllByText(/^frozen:/)[0]).toBeTruthy();
  press('Let Bass play anew');
  expect(part('bass').frozen).toBeUndefined();
  const field = screen.getByLabelText('What Bass is for');
  fireEvent.change(field, { target: { value: 'holds the floor' } });
  fireEvent.blur(field);
  expect(part('bass').about).toBe('holds the floor');
  expect(screen.getAllByText('holds the floor')[0]).toBeTruthy();
});
