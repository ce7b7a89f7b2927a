import { act, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { renderBand } from '@backline/core/band/index';
import { readChart } from '@backline/core/formats/chart/index';
import { player } from '../../audio/player';
import { useBand } from '../../state/band';
import { forgetEdits } from '../../state/keptEdits';
import { closeSong, openSong, useOpenSong } from '../../state/openSong';
import { BandScreen } from '../band/BandScreen';
import { ChartSheet } from '../chart/ChartSheet';
import { openPage } from '../band/__tests__/support/page';
import { press } from '../chart/__tests__/support/openChart';
import { selectBar, useSelection } from '../../state/selection';
import { Troubles } from '../song/Troubles';
import { SaveStateLine } from '../song/SaveStateLine';
import { Transport } from '../transport/Transport';
import { OURS } from '@backline/core/styles/index';

jest.mock('../../audio/player');
jest.mock('../../state/analysis');
jest.mock('../../state/band');
jest.mock('../../state/voicings');

const song = readChart('title: Pier\nkey: G\n[Verse]\nG | C | D7 | G\n[Chorus]\nC | G', OURS);
const stored = {
  id: '6b1f0a52-3a7e-4a55-9a3e-1111111111ab',
  revision: 1,
  updatedAt: '2026-01-01T00:00:00Z',
  song,
};
const now = () => useOpenSong.getState();
const show = (element: React.ReactElement) => render(<PaperProvider>{element}</PaperProvider>);

/** Finds a style, tries it, and keeps it. */
function takeStyle(name: string): void {
  for (const button of ['Styles: find another', `Try ${name}`, /Keep it$/, 'Close Styles']) press(button);
}

/** What is selected, as the chart shows it, following the song. */
const OpenSheet = () => <ChartSheet beside={false} />;

beforeEach(() => {
  localStorage.clear();
  jest.mocked(player.audition).mockClear();
  closeSong();
  forgetEdits(stored.id);
  openSong(stored);
  useBand.setState({ band: renderBand(song, OURS), song });
});

describe('a bar in hand', () => {
  const field = () => screen.getByLabelText('Chords of this bar');
  const type = (text: string) => fireEvent.change(field(), { target: { value: text } });
  const chords = () => now().song!.sections[0]!.drafts[0]!.chords.map((c) => c.symbol);

  beforeEach(() => {
    useSelection.setState({ way: 'type', step: 'bar' });
    selectBar('s1', 1);
    show(<OpenSheet />);
  });

  it('takes what is typed, and sounds it', () => {
    type('Am7 D7');
    expect(chords()).toEqual(['G', 'Am7', 'D7', 'D7', 'G']);
    expect(player.audition).toHaveBeenCalledTimes(1);
    expect(new Set(jest.mocked(player.audition).mock.calls[0]![1].map((p) => p % 12))).toEqual(
      new Set([2, 6, 9, 0]),
    );
  });

  it('keeps what does not read in the field, says why, and mends it at a tap', () => {
    type('Gm77');
    expect(screen.getByRole('alert').textContent).toContain('"Gm77" is not a chord');
    expect(chords()).toEqual(['G', 'C', 'D7', 'G']);
    fireEvent.click(screen.getByRole('button', { name: 'Use Gm7' }));
    expect(chords()[1]).toBe('Gm7');
  });

  it('goes to its neighbours, adds and removes bars', async () => {
    fireEvent.click(screen.getByRole('button', { name: 'Bar after' }));
    expect(screen.queryByRole('dialog', { name: 'Verse, bar 3' })).not.toBeNull();
    fireEvent.click(screen.getByRole('tab', { name: 'Time' }));
    fireEvent.click(await screen.findByRole('button', { name: /Remove this bar/ }));
    expect(now().song!.sections[0]!.bars).toBe(3);
    fireEvent.keyDown(window, { key: 'Escape' });
    expect(screen.queryByRole('dialog')).toBeNull();
  });
});

describe('the band', () => {
  // Drawing a part takes most of the time: the two that are looked at are enough.
  const few = { ...song, parts: song.parts.filter((p) => ['bass', 'keys'].includes(p.id)) };

  beforeEach(() => {
    openSong({ ...stored, song: few });
    useBand.setState({ band: renderBand(few, OURS), song: few });
    show(<BandScreen />);
  });

  it('marks a part that cannot play somewhere, the others play', () => {
    const band = renderBand(few, OURS);
    const trouble = 'Keys cannot be played in Verse and rests there.';
    const parts = band.parts.map((p) => (p.id === 'keys' ? { ...p, trouble } : p));
    act(() => useBand.setState({ band: { ...band, parts } }));
    expect(part('Keys').queryByText(trouble)).not.toBeNull();
    expect(part('Bass').queryByText(/cannot be played/)).toBeNull();
  });

  const part = (name: string) => within(screen.getByRole('group', { name }));

  it('sets a part for the whole song or for one section', async () => {
    const page = await openPage('Keys', 'What it plays');
    fireEvent.click(page.getByRole('radio', { name: 'Pulsed' }));
    expect(now().song!.parts.find((p) => p.id === 'keys')!.settings.pattern).toBe('quayside-pulse');
    press('Back to the band');
    fireEvent.click(screen.getByRole('radio', { name: 'Chorus' }));
    const there = await openPage('Keys');
    fireEvent.click(there.getByRole('radio', { name: 'Broken chords' }));
    expect(now().song!.sections[1]!.settings.keys).toEqual({ pattern: 'quayside-broken' });
    fireEvent.click(there.getByRole('button', { name: /As in the whole song/ }));
    expect(now().song!.sections[1]!.settings.keys).toBeUndefined();
  });

  it('offers a variation and a way through chord changes only where they are heard', async () => {
    const button = { name: /Another variation/ };
    const change = { name: 'At a chord change' };
    const page = await openPage('Bass', 'What it plays');
    expect(page.queryByRole('button', button)).not.toBeNull();
    expect(page.queryByRole('radiogroup', change)).not.toBeNull();
    // Roots that are told exactly have no other variation; a walk has.
    const repeats = within(page.getByRole('radiogroup', { name: 'Repeats' }));
    fireEvent.click(repeats.getByRole('radio', { name: 'Exactly' }));
    expect(now().song!.parts[0]!.settings.repeatVariation).toBe('exactly');
    expect(page.queryByRole('button', button)).toBeNull();
    press('Back to the band');
    takeStyle('Lamplight');
    const walk = await openPage('Bass');
    expect(walk.queryByRole('button', button)).not.toBeNull();
    expect(walk.getByRole('radio', { name: 'Walking' }).getAttribute('aria-checked')).toBe('true');
    expect(walk.queryByRole('radiogroup', change)).toBeNull();
  });

  it('turns from one part’s page to the next, and gives the focus back where it came from', async () => {
    const from = document.querySelector<HTMLElement>('[aria-label="Page of Bass"]')!;
    from.focus();
    const page = await openPage('Bass');
    page.getByRole('button', { name: 'Next part, Keys' }).click();
    expect(await screen.findByRole('heading', { name: 'Keys' })).toBeTruthy();
    expect(page.queryByRole('button', { name: 'Next part, Bass' })).toBeNull();
    press('Back to the band');
    await waitFor(() => expect(document.activeElement?.getAttribute('aria-label')).toMatch(/^Page of/));
  });

  it('shows what the players agree on in a section, and lets each point go', () => {
    fireEvent.click(screen.getByRole('button', { name: 'Together' }));
    const turn = () => fireEvent.click(screen.getByRole('switch', { name: 'Bass and kick' }));
    const lock = () =>
      screen.getByRole('switch', { name: 'Bass and kick' }).getAttribute('aria-checked') === 'true';
    expect(lock()).toBe(true);
    fireEvent.click(screen.getByRole('radio', { name: 'Chorus' }));
    expect(screen.queryByText(/Chorus stands stronger and fuller/)).not.toBeNull();
    turn();
    expect(now().song!.sections[1]!.together).toEqual({ lock: false });
    expect([lock(), now().song!.together]).toEqual([false, undefined]);
    turn();
    expect(now().song!.sections[1]!.together).toBeUndefined();
    fireEvent.click(screen.getByRole('radio', { name: 'Whole song' }));
    turn();
    expect(now().song!.together).toEqual({ lock: false });
    turn();
    expect(now().song!.together).toBeUndefined();
  });

  it('sets style, swing, level, and who is heard alone', async () => {
    takeStyle('Lamplight');
    fireEvent.change(screen.getByRole('slider', { name: 'Swing' }), { target: { value: '60' } });
    const page = await openPage('Bass', 'Place in the sound');
    fireEvent.change(page.getByRole('slider', { name: 'Level' }), { target: { value: '40' } });
    fireEvent.click(page.getByRole('button', { name: 'Hear Bass alone' }));
    const { style, groove, parts } = now().song!;
    expect([style, groove.swing, parts[0]!.mix.level, parts[0]!.mix.solo]).toEqual([
      'lamplight',
      60,
      40,
      true,
    ]);
  });
});

describe('the transport', () => {
  beforeEach(() => void show(<Transport />));

  it('plays, seeks, loops the section, counts in and sets the tempo', async () => {
    fireEvent.click(screen.getByRole('button', { name: 'Play' }));
    expect(player.play).toHaveBeenCalled();
    fireEvent.change(screen.getByRole('slider', { name: 'Position' }), { target: { value: '4' } });
    expect(player.seek).toHaveBeenCalledWith(4 * 1920);
    fireEvent.click(screen.getByRole('button', { name: 'Loop this section' }));
    expect(screen.queryByRole('button', { name: 'Stop looping Verse' })).not.toBeNull();
    press(/^Tempo: 104/);
    const countIn = await screen.findByRole('switch', { name: 'Count-in' });
    fireEvent.click(countIn);
    expect(countIn.getAttribute('aria-checked')).toBe('true');
    press('Slower');
    expect(now().song!.tempo).toBe(103);
    const field = screen.getByLabelText('Beats a minute');
    fireEvent.change(field, { target: { value: '999' } });
    expect(screen.getByRole('alert').textContent).toContain('between 30 and 300');
    fireEvent.blur(field);
    expect(now().song!.tempo).toBe(103);
    fireEvent.change(field, { target: { value: '97,5' } });
    fireEvent.blur(field);
    expect(now().song!.tempo).toBe(97.5);
  });

  it('goes to a playing of a section, to a bar in it, and from the top', async () => {
    press('Places of the song, now Verse, bar 1');
    await screen.findByRole('dialog', { name: 'Places of the song' });
    press('Chorus, 2 bars');
    expect(player.seek).toHaveBeenLastCalledWith(4 * 1920);
    press('Bar 3');
    expect(player.seek).toHaveBeenLastCalledWith(2 * 1920);
    press('From the top');
    expect(player.play).toHaveBeenLastCalledWith(0);
  });

  it('begins at the bar in hand, of a run at its first, else where the song stands', () => {
    selectBar('s2', 1);
    press('Play');
    expect(player.play).toHaveBeenLastCalledWith(5 * 1920);
    useSelection.setState({
      selection: { kind: 'run', anchor: { section: 's1', bar: 2 }, head: { section: 's1', bar: 1 } },
    });
    press('Play');
    expect(player.play).toHaveBeenLastCalledWith(1920);
    useSelection.setState({ selection: null });
    press('Play');
    expect(player.play).toHaveBeenLastCalledWith();
  });
});

describe('saving', () => {
  it('says in words whether the song is safe, and offers the three ways out of a conflict', () => {
    show(
      <>
        <SaveStateLine />
        <Troubles />
      </>,
    );
    expect(screen.getByRole('status').textContent).toBe('Saved');
    act(() => useOpenSong.setState({ save: 'waiting', trouble: 'The server does not answer.' }));
    expect(screen.getByRole('status').textContent).toBe('Kept on this device, trying again');
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
    act(() =>
      useOpenSong.setState({
        save: 'conflict',
        newer: { ...stored, revision: 2, song: { ...song, title: 'Theirs' } },
      }),
    );
    for (const name of ['Keep mine', 'Take the newer', 'Keep both'])
      expect(screen.queryByRole('button', { name })).not.toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Take the newer' }));
    expect(now().song!.title).toBe('Theirs');
  });
});
