import { act, fireEvent, render, screen, within } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { renderBand } from '@backline/core/band/index';
import { readChart } from '@backline/core/formats/chart/index';
import { player } from '../../audio/player';
import { useBand } from '../../state/band';
import { closeSong, openSong, useOpenSong } from '../../state/openSong';
import { BandScreen } from '../band/BandScreen';
import { ChartSheet } from '../chart/ChartSheet';
import { selectBar, useSelection } from '../chart/selection';
import { Troubles } from '../song/Troubles';
import { SaveStateLine } from '../song/SaveStateLine';
import { Transport } from '../transport/Transport';

const heard: (readonly number[])[] = [];
jest.mock('../../audio/player', () => {
  const { create } = jest.requireActual('zustand');
  const usePlayer = create(() => ({
    sound: 'off',
    loaded: 0,
    toLoad: 0,
    problem: null,
    playing: false,
    counting: false,
    countIn: false,
    loop: null,
    length: 0,
    jumps: 0,
  }));
  return {
    usePlayer,
    player: {
      audition: jest.fn(() => Promise.resolve()),
      play: jest.fn(() => Promise.resolve()),
      stop: jest.fn(),
      seek: jest.fn(),
      tick: () => 0,
      setLoop: (loop: unknown) => usePlayer.setState({ loop }),
      setCountIn: (countIn: boolean) => usePlayer.setState({ countIn }),
      setScore: jest.fn(),
      clear: jest.fn(),
      press: jest.fn(() => Promise.resolve()),
      release: jest.fn(),
    },
  };
});
// Workers are a browser's: here the questions are answered on the spot.
jest.mock('../../state/analysis', () => {
  const { ideas } = jest.requireActual('@backline/core/analysis/ideas');
  const { recognise } = jest.requireActual('@backline/core/analysis/recognise');
  const { routes } = jest.requireActual('@backline/core/analysis/route');
  const { keyOf } = jest.requireActual('@backline/core/theory/key');
  const answers: Record<string, (asked: never) => unknown> = {
    ideas: (asked) => ideas(asked),
    routes: (asked) => routes(asked),
    recognise: ({ notes, key }: { notes: number[]; key: string }) => recognise(notes, keyOf(key)),
  };
  return {
    useAnswer: (kind: string, asked: never) => ({ answer: asked && answers[kind]!(asked), failed: null }),
  };
});
// The band is put in place by hand.
jest.mock('../../state/band', () => {
  const { create } = jest.requireActual('zustand');
  return { useBand: create(() => ({ band: null, song: null, failed: null })) };
});

const song = readChart('title: Pier\nkey: G\n[Verse]\nG | C | D7 | G\n[Chorus]\nC | G');
const stored = {
  id: '6b1f0a52-3a7e-4a55-9a3e-1111111111ab',
  revision: 1,
  updatedAt: '2026-01-01T00:00:00Z',
  song,
};
const now = () => useOpenSong.getState();
const show = (element: React.ReactElement) => render(<PaperProvider>{element}</PaperProvider>);

/** What is selected, as the chart shows it, following the song. */
function OpenSheet() {
  const opened = useOpenSong((s) => s.song)!;
  return <ChartSheet song={opened} beside={false} />;
}

beforeEach(() => {
  localStorage.clear();
  heard.length = 0;
  jest.mocked(player.audition).mockImplementation((_, pitches) => {
    heard.push(pitches);
    return Promise.resolve();
  });
  closeSong();
  openSong(stored);
  useBand.setState({ band: renderBand(song), song });
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
    expect(heard).toHaveLength(1);
    expect(new Set(heard[0]!.map((p) => p % 12))).toEqual(new Set([2, 6, 9, 0]));
  });

  it('keeps what does not read in the field, says why, and mends it at a tap', () => {
    type('Gm77');
    expect(screen.getByRole('alert').textContent).toContain('"Gm77" is not a chord');
    expect(chords()).toEqual(['G', 'C', 'D7', 'G']);
    fireEvent.click(screen.getByRole('button', { name: 'Use Gm7' }));
    expect(chords()[1]).toBe('Gm7');
  });

  it('goes to its neighbours, adds and removes bars', () => {
    fireEvent.click(screen.getByRole('button', { name: 'Bar after' }));
    expect(screen.getByRole('dialog', { name: 'Verse, bar 3' })).toBeTruthy();
    fireEvent.click(screen.getByRole('tab', { name: 'Time' }));
    fireEvent.click(screen.getByRole('button', { name: /Remove bar/ }));
    expect(now().song!.sections[0]!.bars).toBe(3);
    fireEvent.keyDown(window, { key: 'Escape' });
    expect(screen.queryByRole('dialog')).toBeNull();
  });
});

describe('the band', () => {
  beforeEach(() => void show(<BandScreen />));
  const part = (name: string) => within(screen.getByRole('group', { name }));

  it('sets a part for the whole song or for one section', () => {
    fireEvent.click(part('Keys').getByRole('button', { name: 'More settings of Keys' }));
    fireEvent.click(part('Keys').getByRole('radio', { name: 'Pulsed' }));
    expect(now().song!.parts.find((p) => p.id === 'keys')!.settings.pattern).toBe('pulse');
    fireEvent.click(screen.getByRole('radio', { name: 'Chorus' }));
    fireEvent.click(part('Keys').getByRole('radio', { name: 'Broken chords' }));
    expect(now().song!.sections[1]!.settings.keys).toEqual({ pattern: 'broken' });
    fireEvent.click(part('Keys').getByRole('button', { name: /As in the whole song/ }));
    expect(now().song!.sections[1]!.settings.keys).toBeUndefined();
  });

  it('offers a variation and a way through chord changes only where they are heard', () => {
    const button = { name: /Another variation/ };
    const change = { name: 'At a chord change' };
    fireEvent.click(part('Bass').getByRole('button', { name: 'More settings of Bass' }));
    expect(part('Bass').queryByRole('button', button)).toBeNull();
    expect(part('Bass').getByRole('radiogroup', change)).toBeTruthy();
    fireEvent.click(screen.getByRole('radio', { name: /Lamplight/ }));
    expect(part('Bass').getByRole('radio', { name: 'Walking' }).getAttribute('aria-checked')).toBe('true');
    expect(part('Bass').getByRole('button', button)).toBeTruthy();
    expect(part('Bass').queryByRole('radiogroup', change)).toBeNull();
  });

  it('sets style, swing, ending, level, and who is heard alone', () => {
    fireEvent.click(screen.getByRole('radio', { name: /Lamplight/ }));
    fireEvent.click(screen.getByRole('radio', { name: 'A hit' }));
    fireEvent.change(screen.getByRole('slider', { name: 'Swing' }), { target: { value: '60' } });
    fireEvent.change(part('Bass').getByRole('slider', { name: 'Level' }), { target: { value: '40' } });
    fireEvent.click(part('Bass').getByRole('button', { name: 'Hear Bass alone' }));
    const { style, ending, groove, parts } = now().song!;
    expect([style, ending, groove.swing, parts[0]!.mix.level, parts[0]!.mix.solo]).toEqual([
      'lamplight',
      'hit',
      60,
      40,
      true,
    ]);
  });
});

describe('the transport', () => {
  beforeEach(() => void show(<Transport />));

  it('plays, seeks, loops the section, counts in and sets the tempo', () => {
    fireEvent.click(screen.getByRole('button', { name: 'Play' }));
    expect(player.play).toHaveBeenCalled();
    fireEvent.change(screen.getByRole('slider', { name: 'Position' }), { target: { value: '4' } });
    expect(player.seek).toHaveBeenCalledWith(4 * 1920);
    fireEvent.click(screen.getByRole('button', { name: 'Loop this section' }));
    expect(screen.getByRole('button', { name: 'Stop looping Verse' })).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Count-in' }));
    expect(screen.getByRole('button', { name: 'Count-in' }).getAttribute('aria-pressed')).toBe('true');
    fireEvent.click(screen.getByRole('button', { name: 'Slower' }));
    expect(now().song!.tempo).toBe(102);
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
      expect(screen.getByRole('button', { name })).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Take the newer' }));
    expect(now().song!.title).toBe('Theirs');
  });
});
