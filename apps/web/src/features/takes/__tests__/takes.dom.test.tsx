/** Takes of a part: played again, stepped through, kept up to a bar, starred, put away and brought back; by touch and key. */
import { act, configure, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { renderBand } from '@backline/core/band/index';
import { setSettings } from '@backline/core/edits/settings';
import { setBar } from '@backline/core/edits/bars';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { player, usePlayer } from '../../../audio/player';
import { useBand } from '../../../state/band';
import { forgetEdits } from '../../../state/keptEdits';
import { bandWorker } from '../../../state/bandWorker';
import { change, closeSong, openSong, undo, useOpenSong } from '../../../state/openSong';
import { TakesPage } from '../TakesPage';
import {
  accept,
  addSecondLine,
  choose,
  keepAsHeard,
  keepUpTo,
  letGoWith,
  openTakes,
  playAgain,
  restHere,
  setRange,
  step,
  trade,
  useTakes,
} from '../session';
import type { Asked } from '../asked';
import { turnsOf } from '../trading';

configure({ defaultHidden: true });

jest.mock('../../../audio/player');
jest.mock('../../../state/band');
jest.mock('../../../state/bandWorker');

const { failing } = jest.requireMock<{ failing: { times: number } }>('../../../state/bandWorker');

const CHART =
  'title: Pier\nkey: C\nstyle: lamplight\n[Verse]\nC | F | G | C | Am | F | G | C\n[Chorus]\nF | G | C | C';
const AS_SET: Asked = { player: null, kind: null, settings: {}, wanted: {}, beside: null };
const now = () => useOpenSong.getState().song!;
const solo = () => now().parts.find(({ id }) => id === 'solo')!;
const comp = () =>
  (solo().comp ?? []).map(({ take, section, from, to }) => `${take} ${section} ${from / 1920}-${to / 1920}`);

beforeEach(() => {
  localStorage.clear();
  failing.times = 0;
  const song = { ...readChart(CHART, OURS), together: { arc: false } };
  act(() => {
    closeSong();
    forgetEdits('x');
    usePlayer.setState({ playing: false, starting: false, loop: null });
    useTakes.setState({ song: null, part: null, startsOver: false, making: false, asked: AS_SET });
    openSong({ id: 'x', revision: 1, updatedAt: '', song });
    useBand.setState({ band: renderBand(song, OURS), song });
  });
  jest.mocked(player.play).mockClear();
  jest.mocked(player.seek).mockClear();
  act(() => openTakes('solo', 0));
});

/** The band of the song as it is, as the worker would send it. */
const catchUp = (): void => act(() => useBand.setState({ band: renderBand(now(), OURS), song: now() }));
const again = async (): Promise<void> => {
  await act(() => playAgain());
  catchUp();
};

describe('playing again', () => {
  it('keeps every take, hears it from a bar before, round and round, and steps through all of them', async () => {
    act(() => setRange({ from: 4, bars: 4, late: 0, early: 0 }));
    for (let i = 0; i < 3; i++) await again();
    expect(solo().takes!.map(({ id }) => id)).toEqual(['t1', 't2', 't3']);
    expect(new Set(solo().takes!.map(({ seed }) => seed)).size).toBe(3);
    expect(new Set(solo().takes!.map(({ pieces }) => JSON.stringify(pieces))).size).toBe(3);
    expect(comp()).toEqual(['t3 s1 4-8']);
    expect(player.play).toHaveBeenCalledWith(3 * 1920);
    expect(usePlayer.getState().loop).toMatchObject({ start: 3 * 1920, end: 8 * 1920, lead: true });
    // While it plays nothing stops.
    act(() => usePlayer.setState({ playing: true }));
    jest.mocked(player.stop).mockClear();
    act(() => step(-1));
    expect(comp()).toEqual(['t2 s1 4-8']);
    act(() => step(1));
    act(() => step(1));
    expect(comp()).toEqual([]);
    act(() => step(1));
    expect(comp()).toEqual(['t1 s1 4-8']);
    expect(player.stop).not.toHaveBeenCalled();
    act(() => useTakes.setState({ startsOver: true }));
    act(() => step(1));
    expect(player.seek).toHaveBeenLastCalledWith(3 * 1920);
    // However often it was stepped: one tap takes all of that back, and no take is lost by it.
    act(() => void undo());
    expect(solo().takes).toHaveLength(3);
  });

  it('accepted it goes on to the next bars, over the section’s end, to the song’s', async () => {
    act(() => setRange({ from: 4, bars: 4, late: 0, early: 0 }));
    await again();
    act(() => accept());
    expect(useTakes.getState().range).toMatchObject({ from: 8, bars: 4 });
    await again();
    expect(comp()).toEqual(['t1 s1 4-8', 't2 s2 0-4']);
    act(() => accept());
    expect(useTakes.getState().range.from).toBe(8);
  });

  it('kept up to a bar, the rest is as it was and is in hand', async () => {
    await again();
    act(() => accept());
    act(() => setRange({ from: 0, bars: 4, late: 0, early: 0 }));
    await again();
    expect(comp()).toEqual(['t2 s1 0-4']);
    act(() => keepUpTo(1));
    expect(comp()).toEqual(['t2 s1 0-1', 't1 s1 1-4']);
    expect(useTakes.getState().range).toMatchObject({ from: 1, bars: 4 });
    act(() => keepUpTo(9));
    expect(useTakes.getState().range.from).toBe(1);
  });

  it('tapped twice makes one take at a time; a worker that falls over is said, and nothing is lost', async () => {
    await act(() => Promise.all([playAgain(), playAgain()]));
    expect(solo().takes).toHaveLength(1);
    failing.times = 1;
    await act(() => playAgain());
    expect(useOpenSong.getState().refusal).toMatch(/could not be made: the worker fell over/);
    expect(solo().takes).toHaveLength(1);
    expect(useTakes.getState().making).toBe(false);
    await again();
    expect(solo().takes).toHaveLength(2);
  });

  it('what was made for a song that is closed by then is put into no other', async () => {
    const other = { ...now(), title: 'Other' };
    const made = [playAgain(), keepAsHeard(), addSecondLine('strings', 'block')];
    act(() => openSong({ id: 'y', revision: 1, updatedAt: '', song: other }));
    await act(() => Promise.all(made));
    expect(now()).toEqual(other);
    expect(useTakes.getState().making).toBe(false);
    const traded = trade({
      with: 'keys',
      isLead: false,
      every: 2,
      otherStarts: true,
      asked: AS_SET,
    });
    act(() => openSong({ id: 'x', revision: 1, updatedAt: '', song: other }));
    await act(() => traded);
    expect(now()).toEqual(other);
  });

  it('another part is taken in hand without losing range and loop; another song begins anew', async () => {
    act(() => setRange({ from: 2, bars: 2, late: 0, early: 0 }));
    await again();
    act(() => openTakes('bass', 0));
    expect(useTakes.getState().range).toMatchObject({ from: 2, bars: 2 });
    await again();
    expect(now().parts.find(({ id }) => id === 'bass')!.takes).toHaveLength(1);
    expect(solo().takes).toHaveLength(1);
    act(() => openSong({ id: 'y', revision: 1, updatedAt: '', song: now() }));
    act(() => openTakes('bass', 5));
    expect(useTakes.getState().range).toMatchObject({ from: 5, bars: 4 });
  });
});

describe('how new takes are played', () => {
  const opened = () => {
    const props = { onTurn: jest.fn(), onClose: jest.fn() };
    render(
      <PaperProvider>
        <TakesPage song={now()} part={solo()} {...props} />
      </PaperProvider>,
    );
    fireEvent.click(screen.getByRole('button', { name: /How new takes are played/ }));
  };
  const choose = (label: string, option: string): void => {
    const select = screen.getByLabelText<HTMLSelectElement>(label);
    const { value } = [...select.options].find(({ text }) => text === option)!;
    fireEvent.change(select, { target: { value } });
  };
  const last = () => solo().takes!.at(-1)!;

  it('belongs to the take, stays where another player is asked, and is let go at one tap', async () => {
    opened();
    choose('Shortest phrase', '4 beats');
    choose('Rests between phrases', 'half of it');
    fireEvent.click(screen.getByRole('radio', { name: 'winds down' }));
    choose('Asked of', 'Marta Quay, flute');
    fireEvent.click(screen.getByRole('radio', { name: 'far' }));
    await again();
    expect(last()).toMatchObject({
      player: 'marta-quay',
      settings: { shortestPhrase: 4, space: 50, energy: 'winds down', outside: 'far', instrument: 73 },
    });
    fireEvent.click(screen.getByRole('button', { name: /As its player does/ }));
    choose('Asked of', 'Solo as it is set');
    await again();
    expect(last().settings).toBeUndefined();
    expect(last().player).toBeUndefined();
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /As its player does/ }).disabled).toBe(true);
  });

  it('fills the gaps of another part or goes around its line; where there is none it says what to do', async () => {
    const melody = { ...solo(), id: 'tune', kind: 'melody', name: 'Tune', settings: { space: 65 } };
    const two = { ...now(), parts: [...now().parts, melody] };
    act(() => openSong({ id: 'x', revision: 2, updatedAt: '', song: two }));
    catchUp();
    act(() => openTakes('solo', 0));
    act(() => setRange({ from: 0, bars: 8, late: 0, early: 0 }));
    opened();
    choose('Plays', 'Goes around the line of Tune');
    await again();
    expect(last().name).toBe('Around Tune');
    choose('Plays', 'Fills the gaps of Tune');
    await again();
    expect(last().name).toBe('In the gaps of Tune');
    const tune = renderBand(now(), OURS).parts.find(({ id }) => id === 'tune')!.notes;
    const meets = last()
      .pieces.flatMap(({ notes }) => notes)
      .filter(([start, duration]) => tune.some((n) => n.at < start + duration && n.at + n.length > start));
    expect(meets).toEqual([]);
    const count = solo().takes!.length;
    choose('Plays', 'Goes around the line of Tune');
    act(() => void change(setSettings('tune', null, { on: false })));
    catchUp();
    await again();
    expect(solo().takes).toHaveLength(count);
    expect(useOpenSong.getState().refusal).toBe('Tune plays nothing in these bars. Take other bars in hand.');
    choose('Plays', 'Throughout, its own line');
    await again();
    expect(last().name).toBeUndefined();
  });
});

describe('trading', () => {
  const asked = { ...AS_SET, player: 'two-hands', kind: 'solo', settings: { instrument: 0 } };
  const keys = () => now().parts.find(({ id }) => id === 'keys')!;

  it('takes turns bar by bar, whoever starts, the last turn as long as there are bars', () => {
    const of = (from: number, count: number, every: 2 | 4 | 8, otherStarts: boolean) =>
      turnsOf(from, count, { with: 'keys', isLead: false, every, otherStarts, asked }).map(
        ({ from: a, to, isOther }) => `${a}-${to} ${isOther ? 'other' : 'own'}`,
      );
    expect(of(0, 8, 4, false)).toEqual(['0-4 own', '4-8 other']);
    expect(of(2, 5, 2, true)).toEqual(['2-4 other', '4-6 own', '6-7 other']);
    expect(of(0, 4, 8, false)).toEqual(['0-4 own']);
  });

  it('one rests while the other solos on his own instrument, and all of it is one step of undo', async () => {
    act(() => setRange({ from: 0, bars: 8, late: 0, early: 0 }));
    await act(() => trade({ with: 'keys', isLead: false, every: 2, otherStarts: false, asked }));
    expect(comp()).toEqual(['t1 s1 2-4', 't2 s1 6-8']);
    expect(solo().takes!.every(({ pieces }) => pieces.every(({ notes }) => !notes.length))).toBe(true);
    expect(keys().takes!.map(({ player: by }) => by)).toEqual(['two-hands', 'two-hands']);
    expect(keys().comp!.map(({ from, to }) => `${from / 1920}-${to / 1920}`)).toEqual(['2-4', '6-8']);
    const band = renderBand(now(), OURS);
    const lead = band.parts.find(({ id }) => id === 'solo')!.notes;
    expect(lead.some(({ at }) => at >= 2 * 1920 + 120 && at < 4 * 1920 - 480)).toBe(false);
    act(() => void undo());
    expect([solo().takes, keys().takes]).toEqual([undefined, undefined]);
  });

  it('with another lead it rests in the turns of the first', async () => {
    const melody = { ...solo(), id: 'melody', name: 'Melody' };
    const two = { ...now(), parts: [...now().parts, melody] };
    act(() => openSong({ id: 'x', revision: 2, updatedAt: '', song: two }));
    catchUp();
    act(() => openTakes('solo', 0));
    await act(() =>
      trade({
        with: 'melody',
        isLead: true,
        every: 2,
        otherStarts: true,
        asked: AS_SET,
      }),
    );
    const other = now().parts.find(({ id }) => id === 'melody')!;
    expect(other.comp!.map(({ from, to }) => `${from / 1920}-${to / 1920}`)).toEqual(['0-2', '2-4']);
    expect(other.takes!.map(({ pieces }) => pieces[0]!.notes.length > 0)).toEqual([true, false]);
    failing.times = 1;
    await act(() =>
      trade({
        with: 'keys',
        isLead: false,
        every: 4,
        otherStarts: true,
        asked: AS_SET,
      }),
    );
    expect(useOpenSong.getState().refusal).toMatch(/could not trade/);
  });
});

describe('a second line', () => {
  it('is a take of the part that plays it, undone at one tap; where nothing is heard that is said', async () => {
    act(() => setRange({ from: 0, bars: 4, late: 0, early: 0 }));
    await again();
    await act(() => addSecondLine('strings', 'third below'));
    const strings = () => now().parts.find(({ id }) => id === 'strings')!;
    expect(strings().takes![0]).toMatchObject({ name: 'Solo, third below', played: true });
    const count = solo().takes![0]!.pieces[0]!.notes.length;
    expect(strings().takes![0]!.pieces[0]!.notes.length).toBeGreaterThan(0.9 * count);
    act(() => void undo());
    expect(strings().takes).toBeUndefined();
    act(() => restHere());
    catchUp();
    await act(() => addSecondLine('strings', 'block'));
    expect(useOpenSong.getState().refusal).toBe('Solo plays nothing there.');
    failing.times = 1;
    await act(() => addSecondLine('strings', 'block'));
    expect(useOpenSong.getState().refusal).toMatch(/could not be made/);
    await act(() => addSecondLine('nobody', 'block'));
    expect(strings().takes).toBeUndefined();
  });
});

describe('a part that is set to go with another', () => {
  it('is asked for takes in the gaps of that; a second line through the song is a setting, undone at one tap', () => {
    act(() => void change(setSettings('solo', null, { goesWith: 'keys' })));
    act(() => openTakes('bass', 0));
    expect(useTakes.getState().asked.beside).toBeNull();
    act(() => openTakes('solo', 0));
    expect(useTakes.getState().asked.beside).toEqual({ part: 'keys', how: 'in its gaps' });
    const strings = () => now().parts.find(({ id }) => id === 'strings')!;
    act(() => letGoWith('strings', 'sixth below'));
    expect(strings().settings).toMatchObject({ goesWith: 'solo', goesHow: 'sixth below', on: true });
    expect(strings().takes).toBeUndefined();
    act(() => void undo());
    expect(strings().settings.goesWith).toBeUndefined();
    act(() => letGoWith('nobody', 'block'));
    expect(now().parts.some(({ settings }) => settings.goesHow === 'block')).toBe(false);
  });
});

describe('the page', () => {
  const open = (): void => {
    render(
      <PaperProvider>
        <TakesPage song={now()} part={solo()} onTurn={jest.fn()} onClose={jest.fn()} />
      </PaperProvider>,
    );
  };
  const Live = () => {
    const song = useOpenSong((s) => s.song)!;
    return (
      <TakesPage
        song={song}
        part={song.parts.find(({ id }) => id === 'solo')!}
        onTurn={jest.fn()}
        onClose={jest.fn()}
      />
    );
  };
  const live = (): void => {
    render(
      <PaperProvider>
        <Live />
      </PaperProvider>,
    );
    layOut();
  };
  /** Nothing is laid out here: the list is told how wide it is. */
  const layOut = (): void =>
    document
      .querySelectorAll<HTMLElement & { __reactLayoutHandler?: (event: object) => void }>('*')
      .forEach((one) =>
        act(() =>
          one.__reactLayoutHandler?.({ nativeEvent: { layout: { width: 366, height: 400, x: 0, y: 0 } } }),
        ),
      );
  const button = (name: string | RegExp): HTMLElement =>
    [...document.querySelectorAll<HTMLElement>('[role=button]')].find((one) => {
      const label = one.getAttribute('aria-label') ?? '';
      return typeof name === 'string' ? label === name : name.test(label);
    })!;
  const press = async (name: string | RegExp): Promise<void> => {
    await act(async () => {
      fireEvent.click(button(name));
      await Promise.resolve();
    });
    catchUp();
  };

  it('says of each bar from which take it comes, and which bars are in hand', () => {
    open();
    expect(button('Verse, bar 1, without a take, in hand')).toBeTruthy();
    expect(button('Chorus, bar 1, without a take')).toBeTruthy();
    expect(screen.getByText('Verse, bars 1 to 4')).toBeTruthy();
    expect(button(/^Star: no take/).getAttribute('aria-disabled')).toBe('true');
  });

  it('makes takes, stars one, puts it away and brings it back', async () => {
    live();
    await press('Play again');
    await waitFor(() => expect(solo().takes).toHaveLength(1));
    expect(button('Verse, bar 1, from Take 1, in hand')).toBeTruthy();
    await press('Star Take 1');
    expect(solo().takes![0]!.starred).toBe(true);
    await press('More of Take 1');
    fireEvent.change(screen.getByLabelText('Name of the take'), { target: { value: 'The quiet one' } });
    fireEvent.change(screen.getByLabelText('Note about the take'), { target: { value: 'Bar 2.' } });
    expect(solo().takes![0]).toMatchObject({ name: 'The quiet one', note: 'Bar 2.' });
    fireEvent.click(screen.getByText('Put it away'));
    expect(comp()).toEqual([]);
    await press('Put away');
    fireEvent.click(screen.getByText('Bring back The quiet one'));
    expect(solo().takes![0]).toMatchObject({ starred: true });
    expect(solo().takes![0]!.putAway).toBeUndefined();
  });

  it('asks what is played without a take once, however many takes are made and stepped through', async () => {
    live();
    const ask = jest.spyOn(bandWorker, 'ask');
    for (let n = 0; n < 2; n++) await again();
    act(() => step(1));
    catchUp();
    // Two takes were made, and nothing else was asked.
    expect(ask).toHaveBeenCalledTimes(2);
    act(() => void change(setBar('s1', 0, 'Em')));
    catchUp();
    expect(ask).toHaveBeenCalledTimes(3);
    ask.mockRestore();
  });

  it('plays a take in one bar at a tap, and moves the range by touch', async () => {
    live();
    await act(() => playAgain());
    catchUp();
    layOut();
    act(() => choose(null));
    catchUp();
    await press('Take 1 in bar 2 of Verse');
    expect(comp()).toEqual(['t1 s1 1-2']);
    await press('Chorus, bar 3, without a take');
    expect(useTakes.getState().range).toMatchObject({ from: 10, bars: 4 });
    expect(screen.getByText('Chorus, bars 3 to 4')).toBeTruthy();
    await press('A bar earlier');
    expect(screen.getByText('Chorus, bars 2 to 4')).toBeTruthy();
  });
});
