/** Patterns and styles: found, tried without changing anything, kept, let go, drawn, kept at hand; weaves by key. */
import { act, configure, fireEvent, render, screen } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { renderBand } from '@backline/core/band/index';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { player, usePlayer } from '../../../audio/player';
import { useBand } from '../../../state/band';
import { forgetEdits } from '../../../state/keptEdits';
import { closeSong, openSong, undo, useOpenSong } from '../../../state/openSong';
import { usePreferences } from '../../../state/preferences';
import { asTried, clearTried, useTrying } from '../../../state/trying';
import { press } from '../../chart/__tests__/support/openChart';
import { BandScreen } from '../BandScreen';

// All that is here is in sight; asking the styles of every element makes each search slow.
configure({ defaultHidden: true });

jest.mock('../../../audio/player');
jest.mock('../../../state/band');
jest.mock('../../../state/voicings');

const CHART = 'title: Pier\nkey: C\ntempo: 120\n[Verse]\nC | F | G | C\n[Chorus]\nF | G';
const now = () => useOpenSong.getState().song!;
const part = (id: string) => now().parts.find((p) => p.id === id)!;
/** What can be tried, in the order of the list. */
const names = (): string[] =>
  [...document.querySelectorAll('[role=listitem] [role=button][aria-label^="Try "]')].map((b) =>
    b.getAttribute('aria-label')!.slice(4),
  );
const weave = (): HTMLElement => document.querySelector<HTMLElement>('[aria-label^="Weave of Bass"]')!;

beforeEach(() => {
  localStorage.clear();
  const song = readChart(CHART, OURS);
  jest.mocked(player.play).mockClear();
  act(() => {
    clearTried();
    closeSong();
    forgetEdits('x');
    usePlayer.setState({ playing: false, starting: false });
    openSong({ id: 'x', revision: 1, updatedAt: '', song });
    useBand.setState({ band: renderBand(song, OURS), song });
    usePreferences.setState({ favourites: [], recent: [], liked: [], played: [] });
  });
  render(
    <PaperProvider>
      <BandScreen />
    </PaperProvider>,
  );
});

it('a pattern is heard at a tap, changes nothing until it is kept, and is undone at one tap', () => {
  const before = now();
  press('Find a pattern for Bass');
  press('Try Octave rock');
  expect(now()).toBe(before);
  expect(player.play).toHaveBeenCalledTimes(1);
  const heard = asTried(before, useTrying.getState());
  expect(heard.parts[0]!.settings.pattern).toBe('octave-rock');
  const bass = (s: typeof before) => renderBand(s, OURS).parts[0]!.notes;
  expect(bass(heard)).not.toEqual(bass(before));
  // While it plays another one needs no start.
  act(() => usePlayer.setState({ playing: true }));
  press('Try Quarters');
  expect(player.play).toHaveBeenCalledTimes(1);
  press('Alone');
  expect(asTried(before, useTrying.getState()).parts[0]!.mix.solo).toBe(true);
  press(/Let it go$/);
  expect(asTried(now(), useTrying.getState())).toBe(before);
  press('Try Octave rock');
  press(/Keep it$/);
  expect(part('bass').settings.pattern).toBe('octave-rock');
  expect(useTrying.getState().id).toBeNull();
  act(() => void undo());
  expect(part('bass').settings.pattern).toBeUndefined();
});

it('closing the list lets go of what is tried', () => {
  press('Find a pattern for Bass');
  press('Try Octave rock');
  press('Close Patterns for Bass');
  expect(useTrying.getState().id).toBeNull();
  expect(part('bass').settings.pattern).toBeUndefined();
});

it('what does not fit says why and comes last; words and feel narrow it down', () => {
  press('Find a pattern for Bass');
  const all = names();
  expect(all.length).toBeGreaterThan(60);
  expect(all.indexOf('Slow walk in threes')).toBeGreaterThan(all.indexOf('Straight eighths'));
  expect(screen.getAllByText(/swung, your song is straight/).length).toBeGreaterThan(3);
  fireEvent.change(screen.getByLabelText('Find by a name, a genre or a feel'), { target: { value: 'reggae' } });
  expect(names()).toEqual(expect.arrayContaining(['One drop', 'Steppers']));
  fireEvent.click(screen.getByLabelText('In threes'));
  expect(screen.queryByText(/Nothing is called that/)).not.toBeNull();
}); // prettier-ignore

it('what is starred is kept at hand, on this device', () => {
  press('Find a pattern for Drums');
  press('Keep One drop at hand');
  press('Keep Shuffle at hand');
  press('Kept at hand');
  expect(names().sort()).toEqual(['One drop', 'Shuffle']);
  expect(usePreferences.getState().liked).toEqual(['drums/one-drop-kit', 'drums/shuffle-kit']);
  press('Keep Shuffle at hand');
  expect(names()).toEqual(['One drop']);
});

it('the dice draws another that fits, and its neighbours are a tap away', () => {
  press('Find a pattern for Keys');
  const drawn = new Set<string>();
  for (let i = 0; i < 12; i++) {
    press(/Another that fits$/);
    drawn.add(useTrying.getState().id!);
  }
  expect(drawn.size).toBeGreaterThan(4);
  press('Try Eighths');
  press(/More like it$/);
  const near = useTrying.getState().id;
  press('Try Eighths');
  press(/Its opposite$/);
  expect(useTrying.getState().id).not.toBe(near);
});

it('a style says what it brings and what stays, and brings it when it is kept', () => {
  press('Styles: find another');
  press('Try Courtyard');
  expect(screen.queryByText(/Courtyard brings its patterns, groove, horns, melody, percussion and way to end; your chords/)).not.toBeNull();
  expect(now().style).toBe('quayside');
  press(/Keep it$/);
  expect([now().style, now().ending]).toEqual(['courtyard', 'hit']);
  expect(now().parts.map((p) => p.kind)).toEqual(expect.arrayContaining(['horns', 'percussion', 'solo']));
  act(() => void undo());
  expect([now().style, now().ending, now().parts.some((p) => p.kind === 'horns')]).toEqual(['quayside', 'hold', false]);
}); // prettier-ignore

it('a weave is held and pulled by keys as well, tried by a key, and opens its page', async () => {
  expect(weave().getAttribute('aria-label')).toBe('Weave of Bass: Roots, density 3, mf');
  fireEvent.keyDown(weave(), { key: 'ArrowUp' });
  fireEvent.keyDown(weave(), { key: 'ArrowRight' });
  expect(part('bass').settings).toMatchObject({ dynamics: 'f', density: 4 });
  expect(weave().getAttribute('aria-label')).toBe('Weave of Bass: Roots, density 4, f');
  const before = part('bass').settings.pattern;
  fireEvent.keyDown(weave(), { key: 'PageDown' });
  expect(part('bass').settings.pattern).not.toBe(before);
  fireEvent.keyDown(weave(), { key: 'Enter' });
  expect(await screen.findByTestId('part page')).toBeTruthy();
});

it('held and moved it is heard on the way and kept where it is let go; given up, nothing is changed', () => {
  jest.useFakeTimers();
  Object.assign(HTMLElement.prototype, { setPointerCapture: jest.fn() });
  // The page's own events: what jsdom makes of pointers has no place.
  const at = (type: string, clientX: number, clientY: number) =>
    fireEvent(weave(), new MouseEvent(type, { bubbles: true, clientX, clientY }));
  const before = now();
  at('pointerdown', 100, 100);
  act(() => void jest.advanceTimersByTime(400));
  at('pointermove', 150, 70);
  expect(now()).toBe(before);
  expect(asTried(before, useTrying.getState()).parts[0]!.settings).toMatchObject({ dynamics: 'f', density: 4 });
  at('pointercancel', 150, 70);
  expect(asTried(now(), useTrying.getState())).toBe(before);
  at('pointerdown', 100, 100);
  act(() => void jest.advanceTimersByTime(400));
  at('pointermove', 60, 130);
  at('pointerup', 60, 130);
  expect(part('bass').settings).toMatchObject({ dynamics: 'mp', density: 2 });
  jest.useRealTimers();
}); // prettier-ignore

it('what was kept in a song last is found again; genres and energies narrow it down', () => {
  press('Find a pattern for Bass');
  for (const name of ['Octave rock', 'Quarters']) {
    press(`Try ${name}`);
    press(/Keep it$/);
  }
  press('Chosen last');
  expect(names()).toEqual(['Quarters', 'Octave rock']);
  press('Chosen last');
  press('Filters');
  const all = names().length;
  fireEvent.change(screen.getByLabelText('Energy'), { target: { value: '5' } });
  const loud = names();
  expect(loud.length).toBeGreaterThan(0);
  expect(loud.length).toBeLessThan(all / 2);
  fireEvent.change(screen.getByLabelText('Genre'), { target: { value: 'rock' } });
  expect(names().every((name) => loud.includes(name))).toBe(true);
  expect(names().length).toBeLessThan(loud.length);
});

it('the dice are thrown for some parts, heard, thrown again, kept as one edit', async () => {
  press('Dice for the patterns');
  await screen.findByText(/Other patterns that fit/);
  const before = now();
  press('Bass');
  press(/Throw$/);
  const first = asTried(before, useTrying.getState()).parts.map((p) => p.settings.pattern);
  expect(now()).toBe(before);
  expect(first[0]).toBeUndefined();
  expect(first.slice(1).every((pattern) => pattern !== undefined)).toBe(true);
  press(/Throw again$/);
  const second = asTried(before, useTrying.getState()).parts.map((p) => p.settings.pattern);
  expect(second).not.toEqual(first);
  press(/Keep it$/);
  expect(now().parts.map((p) => p.settings.pattern)).toEqual(second);
  act(() => void undo());
  expect(now().parts).toEqual(before.parts);
});

describe('players', () => {
  const open = (): void => {
    press('Page of Solo');
    press('Find a player for Solo');
  };

  it('a soloist is heard before anything changes, kept at one tap, in hand from then on, and undone', () => {
    open();
    // The style's own lead is one of them.
    expect(screen.getByText('Marta Quay · in hand')).toBeTruthy();
    const before = now();
    press('Try Red Brick');
    expect(now()).toBe(before);
    const heard = asTried(before, useTrying.getState());
    expect(heard.parts.find((p) => p.id === 'solo')!.settings).toMatchObject({
      pattern: 'blues-licks',
      instrument: 22,
    });
    press(/Keep it$/);
    expect(part('solo').settings).toMatchObject({ pattern: 'blues-licks', instrument: 22 });
    expect(screen.getByText('Red Brick · in hand')).toBeTruthy();
    act(() => undo());
    expect(part('solo')).toEqual(before.parts.find((p) => p.id === 'solo'));
  });

  it('those that fit come first, the others say why not; they are found by name, instrument, feel and genre', () => {
    open();
    const all = names();
    expect(all.length).toBeGreaterThanOrEqual(16);
    expect(all.indexOf('Marta Quay')).toBeLessThan(all.indexOf('Slow Nine'));
    expect(screen.getAllByText(/your song is straight/).length).toBeGreaterThan(3);
    const field = screen.getByLabelText('Find by a name, a genre or a feel');
    const found = (words: string): string[] => {
      act(() => void fireEvent.change(field, { target: { value: words } }));
      return names();
    };
    expect(found('trombone')).toEqual(['Deck Trombone', 'Salt and Echo']);
    expect(found('lena')).toEqual(['Lena Lamplight']);
    expect(found('blues swung')).toContain('Red Brick');
    expect(found('kazoo')).toEqual([]);
    expect(screen.getByText(/Nothing is called that/)).toBeTruthy();
    found('');
    press('Filters');
    fireEvent.change(document.querySelector('select[aria-label=Instrument]')!, { target: { value: '66' } });
    expect(names()).toContain('Lena Lamplight');
    expect(names()).not.toContain('Marta Quay');
    expect(screen.getByText('Filters (1)')).toBeTruthy();
  });

  it('a part of which nobody is kept has no list of players', () => {
    press('Page of Bass');
    expect(screen.queryByLabelText('Find a player for Bass')).toBeNull();
  });
});
