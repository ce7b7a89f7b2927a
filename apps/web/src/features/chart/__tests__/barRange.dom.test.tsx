/** Runs of bars: in hand by button and by key; sections, drafts, keys, the guide sound. */
import { act, fireEvent, render, screen, within } from '@testing-library/react';
import { player } from '../../../audio/player';
import { ApiError, createProgression } from '../../../state/api';
import { undo } from '../../../state/openSong';
import { ask, useClipboard } from '../barRange/clipboard';
import { barElementId, useBarRangeKeys } from '../barRange/useBarRangeKeys';
import { select, useSelection, type Selection } from '../../../state/selection';
import { chords, fetchSheets, openChart, press, theSong } from './support/openChart';

jest.mock('../../../audio/player');
jest.mock('../../../state/analysis');
jest.mock('../../../state/band');
jest.mock('../../../state/voicings');
jest.mock('../../../state/api', () => ({
  ...jest.requireActual<object>('../../../state/api'),
  createProgression: jest.fn(),
}));

const CHART = 'title: Pier\nkey: C\n[Verse]\nC | Am7 | F | G7\n[Bridge]\ntime: 3/4\nkey: Eb\nEb | Bb7';
const at = (section: string, bar: number) => ({ section, bar });
const run = (section: string, from: number, to: number): Selection => ({
  kind: 'run',
  anchor: at(section, from),
  head: at(section, to),
});
const inHand = (selection: Selection): void => act(() => select(selection));
const status = (): string => screen.getByRole('status').textContent ?? '';

beforeAll(fetchSheets);

describe('a run in hand', () => {
  it('says what it is; copies, clears, repeats, transposes, moves, cuts', () => {
    openChart(CHART, run('s1', 1, 2));
    expect(screen.queryByRole('dialog', { name: 'Verse, bars 2 to 3, 2 chords' })).not.toBeNull();
    press(/Copy/);
    expect(status()).toBe('Copied Verse, bars 2 to 3, 2 chords');
    press('A semitone up');
    expect(status()).toBe('2 chords 1 semitone up');
    expect(chords()).toEqual(['0:C', '4:Bbm7', '8:F#', '12:G7']);
    press('A semitone down');
    press(/A bar later/);
    expect(chords()).toEqual(['0:C', '4:G7', '8:Am7', '12:F']);
    press(/A bar later/);
    expect(status()).toContain('edge of the section');
    press('Once more often');
    press('Repeat');
    expect(theSong().sections[0]!.bars).toBe(8);
    press(/Clear/);
    press(/Cut/);
    expect(theSong().sections[0]!.bars).toBe(6);
    for (let i = 0; i < 6; i++) act(() => undo());
    expect(chords()).toEqual(['0:C', '4:Am7', '8:F', '12:G7']);
  });

  it('spans sections, and moves only within one', () => {
    openChart(CHART, { kind: 'run', anchor: at('s1', 3), head: at('s2', 0) });
    expect(screen.queryByRole('dialog', { name: 'Verse bar 4 to Bridge bar 1, 2 chords' })).not.toBeNull();
    press(/A bar earlier/);
    expect(status()).toContain('within one section');
  });

  it.each([
    ['keep the bars', 'fit the chords to it', ['0:Eb', '3:Cm7']],
    ['keep the beats', 'chords as they were', ['0:C', '4:Am7']],
  ])('of 4/4 in 3/4 and another key: %s, %s', (keep, key, expected) => {
    openChart(CHART, run('s1', 0, 1));
    press(/Copy/);
    inHand(run('s2', 0, 0));
    press(/Paste/);
    fireEvent.click(screen.getByRole('radio', { name: keep }));
    fireEvent.click(screen.getByRole('radio', { name: key }));
    press('In place of these bars');
    expect(chords(1).slice(0, expected.length)).toEqual(expected);
  });

  it('is kept in one’s own library, or the reason is said', async () => {
    openChart(CHART, run('s1', 0, 3));
    act(() => ask('keep'));
    fireEvent.change(screen.getByLabelText('Name of the progression'), { target: { value: 'Slow tide' } });
    jest
      .mocked(createProgression)
      .mockRejectedValueOnce(new ApiError('away', 0, 'The server does not answer.'));
    await act(async () => press('Keep it in my library'));
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
    jest.mocked(createProgression).mockResolvedValueOnce(undefined as never);
    await act(async () => press('Keep it in my library'));
    expect(createProgression).toHaveBeenLastCalledWith(
      expect.objectContaining({ name: 'Slow tide', bars: 'I | vi7 | IV | V7' }),
    );
    expect(status()).toBe('Kept as Slow tide in your library');
  });
});

/** The bars of a chart as the screen has them, with its keys. */
function Bars() {
  useBarRangeKeys();
  return [0, 1, 2, 3].map((bar) => <button key={bar} id={barElementId(at('s1', bar))} />);
}

describe('keys on the chart', () => {
  const key = (bar: number, name: string, more: object = {}): void =>
    void fireEvent.keyDown(document.getElementById(barElementId(at('s1', bar)))!, { key: name, ...more });

  beforeEach(() => {
    openChart(CHART, null);
    render(<Bars />);
  });

  it('Shift with arrows selects, arrows walk', () => {
    key(0, 'ArrowRight');
    expect(document.activeElement?.id).toBe(barElementId(at('s1', 1)));
    key(1, 'ArrowRight', { shiftKey: true });
    expect(useSelection.getState().selection).toEqual(run('s1', 1, 2));
    key(2, 'Escape');
    expect(useSelection.getState().selection).toBeNull();
  });

  it('copies, pastes, transposes, repeats, moves, inserts and clears', () => {
    key(1, 'c', { ctrlKey: true });
    key(3, 'v', { ctrlKey: true });
    expect(chords()[3]).toBe('12:Am7');
    key(3, 'ArrowUp', { altKey: true });
    expect(chords()[3]).toBe('12:Bbm7');
    key(3, 'ArrowLeft', { altKey: true });
    expect(chords()[2]).toBe('8:Bbm7');
    key(2, 'ArrowLeft');
    key(0, 'd', { ctrlKey: true });
    expect(theSong().sections[0]!.bars).toBe(5);
    key(0, 'Insert');
    expect(theSong().sections[0]!.bars).toBe(6);
    key(0, 'Delete');
    expect(chords()[0]).toBe('0:N.C.');
  });

  it('pasting where key or metre are others asks first', () => {
    key(0, 'c', { ctrlKey: true });
    const bridge = document.createElement('button');
    bridge.id = barElementId(at('s2', 0));
    document.body.append(bridge);
    fireEvent.keyDown(bridge, { key: 'v', ctrlKey: true });
    bridge.remove();
    expect(useClipboard.getState().asking).toBe('paste');
    expect(screen.queryByRole('radio', { name: 'keep the beats' })).not.toBeNull();
    expect(chords(1)).toEqual(['0:Eb', '3:Bb7']);
  });

  it('a letter begins to type there, but not while the pads or the keys play', () => {
    key(2, 'E');
    expect(useSelection.getState()).toMatchObject({ typed: 'E', way: 'type' });
    act(() => useSelection.setState({ way: 'pads', typed: null }));
    key(2, '3');
    expect(useSelection.getState()).toMatchObject({ typed: null, way: 'pads' });
  });
});

describe('a section', () => {
  it('its length is typed; what does not fit is put back', () => {
    openChart(CHART, { kind: 'section', section: 's1' });
    const length = () => screen.getByLabelText<HTMLInputElement>(/^Length in bars/);
    fireEvent.change(length(), { target: { value: '12' } });
    fireEvent.blur(length());
    expect(theSong().sections[0]!.bars).toBe(12);
    fireEvent.change(length(), { target: { value: '9000' } });
    fireEvent.blur(length());
    expect(length().value).toBe('12');
    press('A bar shorter');
    expect(theSong().sections[0]!.bars).toBe(11);
  });

  it('drafts are copied, begun empty, named, put in use and removed; none is lost', () => {
    openChart(CHART, { kind: 'drafts', section: 's1' });
    press(/^New draft from/);
    press(/Empty draft/);
    const cards = () => screen.getAllByRole('group', { name: /^Draft / });
    expect(cards()).toHaveLength(3);
    const name = within(cards()[1]!).getByLabelText(/^Name of the draft/);
    fireEvent.change(name, { target: { value: 'Darker' } });
    press('Use Darker');
    expect(theSong().sections[0]!.draft).toBe(theSong().sections[0]!.drafts[1]!.id);
    press('Hear Darker');
    expect(player.audition).toHaveBeenCalled();
    press('Remove Darker');
    expect(cards()).toHaveLength(2);
    act(() => undo());
    expect(cards()).toHaveLength(3);
  });
});

describe('key and metre', () => {
  const pick = (label: string, value: string): void =>
    void fireEvent.change(screen.getByLabelText(label), { target: { value } });

  it('of a bar: the chords behind it move with the key, or keep their sound', () => {
    openChart(CHART, { kind: 'section key', section: 's1', bar: 2 });
    pick('Key', 'D');
    expect(chords()).toEqual(['0:C', '4:Am7', '8:G', '12:A7']);
    fireEvent.click(screen.getByRole('radio', { name: 'keep their sound' }));
    pick('Key', '');
    expect(chords()).toEqual(['0:C', '4:Am7', '8:G', '12:A7']);
  });

  it('of the song: each chord in its bar, or every length', () => {
    openChart(CHART, { kind: 'key' });
    const take = (): void => void fireEvent.click(screen.getByRole('button', { name: 'Change the metre' }));
    pick('Metre', '3/4');
    // What it does is told before it is done.
    expect(screen.getByRole('alert').textContent).toMatch(/From 4\/4 to 3\/4: chords stay on their beats/);
    expect(chords()[1]).toBe('4:Am7');
    take();
    expect(chords()).toEqual(['0:C', '3:Am7', '6:F', '9:G7']);
    fireEvent.click(screen.getByRole('radio', { name: 'every length in beats' }));
    pick('Metre', '4/4');
    take();
    expect(chords().slice(0, 2)).toEqual(['0:C', '3:Am7']);
  });
});

it('the guide sound: on entry, under playback, by what and how loud', () => {
  openChart(CHART, { kind: 'guide' });
  fireEvent.click(screen.getByRole('switch', { name: 'Chords sound under playback' }));
  fireEvent.change(screen.getByLabelText('Guide instrument'), { target: { value: '19' } });
  fireEvent.change(screen.getByRole('slider', { name: 'Guide level' }), { target: { value: '50' } });
  fireEvent.click(screen.getByRole('switch', { name: 'Chords sound as they are entered' }));
  expect(theSong().guide).toEqual({ onEntry: false, playback: true, instrument: 19, level: 50 });
});
