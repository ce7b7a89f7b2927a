/** The ways chords come in, each against the open song. */
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { setHands } from '@backline/core/edits/hand';
import { readSong } from '@backline/core/song/read';
import { player } from '../../../audio/player';
import { simulatedKeyboard } from '../../../midi/devices';
import { change, undo } from '../../../state/openSong';
import { useSpoken } from '../../../state/spoken';
import { chooseWay, selectBar, useSelection, type Way } from '../../../state/selection';
import { chords, fetchSheets, openChart, press, theSong } from './support/openChart';

jest.mock('../../../audio/player');
jest.mock('../../../state/analysis');
jest.mock('../../../state/band');
jest.mock('../../../state/voicings');
jest.mock('../../../state/api', () => ({
  ...jest.requireActual<object>('../../../state/api'),
  fetchProgressions: () => Promise.resolve([]),
}));

const CHART = 'title: Pier\nkey: C\n[Verse]\nC | F | G7 | C';
const begin = (way: Way, bar = 1, chart = CHART): void => {
  openChart(chart, { kind: 'bar', section: 's1', bar, offset: 0 });
  act(() => chooseWay(way));
};
const choose = (group: string, name: string | RegExp): void =>
  void fireEvent.click(within(screen.getByRole('radiogroup', { name: group })).getByRole('radio', { name }));
const pick = (label: string, value: string): void =>
  void fireEvent.change(screen.getByLabelText(label), { target: { value } });

beforeAll(fetchSheets);
beforeEach(() => {
  jest.mocked(player.audition).mockClear();
  jest.mocked(player.press).mockClear();
  jest.mocked(player.release).mockClear();
});

describe('typed', () => {
  const field = () => screen.getByLabelText<HTMLInputElement>('Chords of this bar');
  const type = (value: string): void => void fireEvent.change(field(), { target: { value } });

  it('degrees are read in the key of the bar, and a bar line goes on', () => {
    begin('type', 1);
    type('ii7 V7/ii |');
    expect(chords()).toEqual(['0:C', '4:Dm7', '6:A7', '8:G7', '12:C']);
    expect(screen.queryByRole('dialog', { name: 'Verse, bar 3' })).not.toBeNull();
  });

  it('going on behind the last bar adds one with the first thing that is written in it', () => {
    begin('type', 3);
    fireEvent.keyDown(field(), { key: 'Enter' });
    expect(screen.queryByRole('dialog', { name: 'Verse, bar 5' })).not.toBeNull();
    expect(theSong().sections[0]!.bars).toBe(4);
    type('Am');
    expect(theSong().sections[0]!.bars).toBe(5);
    expect(chords().at(-1)).toBe('16:Am');
    act(() => undo());
    expect(theSong().sections[0]!.bars).toBe(4);
    // In another way as well.
    act(() => {
      selectBar('s1', 4);
      chooseWay('pads');
    });
    press('Pad 5: G major');
    expect([theSong().sections[0]!.bars, chords().at(-1)]).toEqual([5, '16:G']);
  });

  it.each([
    ['Dm7 | G7 | Cmaj7 | %', ['8:Dm7', '12:G7', '16:Cmaj7', '20:Cmaj7']],
    ['| Dm9 | G13 |', ['8:Dm9', '12:G13']],
    ['|: Dm9 | G13 :|', ['8:Dm9', '12:G13', '16:Dm9', '20:G13']],
  ])('a pasted line, %s, goes in from the bar in hand, and is undone at once', (line, put) => {
    begin('type', 2);
    type(line);
    expect(chords()).toEqual(['0:C', '4:F', ...put]);
    act(() => undo());
    expect(chords()).toEqual(['0:C', '4:F', '8:G7', '12:C']);
  });

  it('bar lines around a bar are no bars, and % is the bar before', () => {
    begin('type', 1);
    type('| Dm9');
    expect(chords()).toEqual(['0:C', '4:Dm9', '8:G7', '12:C']);
    type('%');
    expect(chords()).toEqual(['0:C', '4:C', '8:G7', '12:C']);
  });

  it('a word that is still growing alarms nobody; one that cannot be read stays, marked, until it is let go', () => {
    begin('type', 1);
    for (const text of ['Cm', 'Cma', 'Cmaj', 'Am7 D', 'Am7 Ds', 'C/', 'V7/', 'C{pu']) {
      type(text);
      expect([text, screen.queryByRole('alert')]).toEqual([text, null]);
    }
    type('Gm77');
    expect(screen.getByRole('alert').textContent).toContain('"Gm77"');
    // Through another bar, another way, and the song as it is saved and opened again.
    act(() => selectBar('s1', 0));
    act(() => chooseWay('choose'));
    const again = readSong(JSON.parse(JSON.stringify(theSong()))).song!;
    expect(again.sections[0]!.unread).toEqual([{ at: 1920, text: 'Gm77' }]);
    act(() => {
      chooseWay('type');
      selectBar('s1', 1);
    });
    expect(field().value).toBe('Gm77');
    expect(screen.getByRole('alert').textContent).toContain('"Gm77"');
    press('Use Gm7');
    expect(theSong().sections[0]!.unread).toBeUndefined();
    expect(chords()[1]).toBe('4:Gm7');
    type('It was dark');
    press('Let it go');
    expect([theSong().sections[0]!.unread, field().value]).toEqual([undefined, 'Gm7']);
  });

  it('a voicing by hand survives typing the same chord again', () => {
    begin('type', 1);
    act(
      () =>
        void change(
          setHands(
            's1',
            'keys',
            new Map([[theSong().sections[0]!.drafts[0]!.chords[1]!.id, { pitches: [53, 57, 60, 65] }]]),
          ),
        ),
    );
    act(() => selectBar('s1', 0));
    act(() => selectBar('s1', 1));
    for (const text of ['', 'G', 'Gm', 'F']) type(text);
    expect(theSong().sections[0]!.drafts[0]!.chords[1]!.byHand?.keys).toEqual({ pitches: [53, 57, 60, 65] });
  });

  it('prose, other alphabets and too many chords stay in the field with words', () => {
    begin('type', 1);
    for (const text of ['It was a dark night', 'Дом', '!!', Array(500).fill('C').join(' ')]) {
      type(text);
      expect(screen.getByRole('alert').textContent).toMatch(/can be read|holds 4/);
      expect(field().value).toBe(text);
    }
    expect(chords()).toEqual(['0:C', '4:F', '8:G7', '12:C']);
  });
});

it('what was put in and what was taken back is said', () => {
  begin('pads', 1);
  press('Pad 5: G major');
  expect(useSpoken.getState().text).toBe('G major in Verse, bar 2');
  act(() => undo());
  expect(useSpoken.getState().text).toMatch(/^Undone: /);
  fireEvent.click(screen.getByRole('radio', { name: 'dominants' }));
  press('Pad 2: A seven');
  expect(useSpoken.getState().text).toMatch(/^A seven in Verse, bar/);
});

describe('chosen', () => {
  it('root, quality, bass and single tones, each heard', () => {
    begin('choose', 1);
    choose('Root', 'D');
    choose('Quality', 'D minor seven');
    choose('Bass', 'C');
    expect(chords()[1]).toBe('4:Dm7/C');
    press(/All qualities/);
    choose('Quality', 'D minor nine');
    press('without 5');
    expect(chords()[1]).toBe('4:Dm9no5/C');
    expect(player.audition).toHaveBeenCalledTimes(5);
  });

  it('goes in at the place in hand, not into the chord that still sounds there', () => {
    openChart(CHART, { kind: 'bar', section: 's1', bar: 1, offset: 960 });
    act(() => chooseWay('choose'));
    choose('Root', 'A');
    expect(chords()).toEqual(['0:C', '4:F', '6:A', '8:G7', '12:C']);
  });

  it('the chord-scale can be another, and the usual one again', () => {
    begin('choose', 2);
    pick('Chord-scale', 'altered');
    expect(theSong().sections[0]!.drafts[0]!.chords[2]!.scale).toBe('altered');
    pick('Chord-scale', 'mixolydian');
    expect(theSong().sections[0]!.drafts[0]!.chords[2]!.scale).toBeUndefined();
  });

  it('a cluster of exact tones, and a named chord again', () => {
    begin('choose', 1);
    press(/As a cluster of tones/);
    expect(chords()[1]).toMatch(/^4:<.+>$/);
    const tones = chords()[1]!.split(',').length;
    const free = within(screen.getByRole('group', { name: 'Tones of the cluster' }))
      .getAllByRole('button')
      .find((key) => key.getAttribute('aria-pressed') === 'false')!;
    fireEvent.pointerDown(free);
    expect(chords()[1]!.split(',')).toHaveLength(tones + 1);
    press(/A named chord instead/);
    expect(chords()[1]).toBe('4:C');
  });
});

describe('pads', () => {
  it('by touch and by the number keys, stepping on', () => {
    begin('pads', 0);
    press('Pad 6: A minor');
    fireEvent.keyDown(window, { key: '2' });
    expect(chords()).toEqual(['0:Am', '4:Dm', '8:G7', '12:C']);
    expect(player.audition).toHaveBeenCalledTimes(2);
  });

  it('entry by half bars and beats', () => {
    begin('pads', 0);
    choose('Each chord lasts', 'half a bar');
    press('Pad 1: C major');
    press('Pad 5: G major');
    expect(chords()).toEqual(['0:C', '2:G', '4:F', '8:G7', '12:C']);
  });

  it('played without writing, then put in', () => {
    begin('pads', 0);
    fireEvent.click(screen.getByRole('switch', { name: 'Write as I play' }));
    press('Pad 3: E minor');
    expect(chords()[0]).toBe('0:C');
    press('Put in Em');
    expect(chords()[0]).toBe('0:Em');
  });

  it('another scale or key is on every pad, and so is richness', () => {
    begin('pads', 0);
    pick('Scale', 'dorian');
    expect(screen.queryByRole('button', { name: 'Pad 3: E flat major' })).not.toBeNull();
    fireEvent.change(screen.getByRole('slider', { name: 'How rich' }), { target: { value: '1' } });
    expect(screen.queryByRole('button', { name: 'Pad 1: C minor seven' })).not.toBeNull();
    begin('pads', 0, CHART.replace('key: C', 'key: Fm'));
    expect(screen.queryByRole('button', { name: 'Pad 2: G diminished' })).not.toBeNull();
  });
});

describe('played', () => {
  const keyboard = async (): Promise<void> => {
    begin('play', 1);
    await waitFor(() => screen.getByRole('option', { name: 'Simulated keyboard' }));
    pick('MIDI keyboard', 'simulated');
  };
  afterEach(() => act(() => simulatedKeyboard.plugIn()));

  it('the notes are named as they sound; the name or its exact tones are taken', async () => {
    await keyboard();
    act(() => simulatedKeyboard.press([52, 57, 60, 64]));
    expect(screen.queryByText('A minor over E')).not.toBeNull();
    expect(player.press).toHaveBeenCalledTimes(4);
    act(() => simulatedKeyboard.release());
    expect(player.release).toHaveBeenCalledTimes(4);
    press('Take these tones');
    const taken = theSong().sections[0]!.drafts[0]!.chords[1]!;
    expect([taken.symbol, taken.voicing]).toEqual(['Am/E', [52, 57, 60, 64]]);
  });

  it('another of the names is taken', async () => {
    await keyboard();
    act(() => simulatedKeyboard.press([57, 60, 64, 67]));
    choose('Names', 'Call it C six over A');
    press('Take the name');
    expect(chords()[1]).toBe('4:C6/A');
  });

  it('what has no name is kept as a cluster', async () => {
    await keyboard();
    act(() => simulatedKeyboard.press([60, 61, 62]));
    press('Take the cluster');
    expect(chords()[1]).toBe('4:<C4,Db4,D4>');
  });

  it('a device that disappears is let go and said; what it held can still be taken', async () => {
    await keyboard();
    act(() => simulatedKeyboard.press([53, 57, 60]));
    act(() => simulatedKeyboard.unplug());
    expect(screen.getByRole('alert').textContent).toContain('was disconnected');
    expect(player.release).toHaveBeenCalledTimes(3);
    press('Take the name');
    expect(chords()[1]).toBe('4:F');
  });

  it('keys of the screen stay down until all notes are off; the computer plays too', () => {
    begin('play', 1);
    fireEvent.pointerDown(screen.getByRole('button', { name: 'C3' }));
    expect(screen.getByRole('button', { name: 'C3' }).getAttribute('aria-pressed')).toBe('true');
    press(/All notes off/);
    expect(screen.getByRole('button', { name: 'C3' }).getAttribute('aria-pressed')).toBe('false');
    for (const code of ['KeyA', 'KeyE', 'KeyG']) fireEvent.keyDown(window, { code });
    expect(screen.queryByText('C minor')).not.toBeNull();
    fireEvent.blur(window);
    expect(player.release).toHaveBeenCalledTimes(4);
  });
});

describe('ideas', () => {
  it('each says why, sounds at a tap, and goes in', () => {
    begin('ideas', 1);
    const first = within(screen.getByRole('list', { name: 'Ideas' })).getAllByRole('listitem')[1]!;
    const hear = within(first).getByRole('button', { name: /^Hear .+: .+/ });
    fireEvent.click(hear);
    expect(player.audition).toHaveBeenCalledTimes(1);
    fireEvent.click(within(first).getByRole('button', { name: /^Put in/ }));
    expect(useSelection.getState().selection).toMatchObject({ bar: 2 });
    expect(chords()).toHaveLength(4);
    expect(chords()[1]).not.toBe('4:F');
  });

  it('richer ones on request, and further ones', () => {
    begin('ideas', 1);
    const count = () => screen.getAllByRole('listitem').length;
    const few = count();
    press('Further off');
    expect(count()).toBeGreaterThan(few);
    pick('How rich', 'rich');
    expect(screen.getAllByRole('listitem')[0]!.textContent).toMatch(/9|11|13|6/);
  });

  it('a route to another key, changed by hand before it goes in', () => {
    begin('ideas', 1);
    choose('Ideas for', 'a route to a chord or key');
    fireEvent.change(screen.getByLabelText('Chord or key to arrive at'), { target: { value: 'Xyz' } });
    expect(screen.queryByRole('alert')).not.toBeNull();
    fireEvent.change(screen.getByLabelText('Chord or key to arrive at'), { target: { value: 'Ab major' } });
    const route = screen.getAllByRole('group', { name: /^Route by/ })[0]!;
    const line = within(route).getByLabelText<HTMLInputElement>(/^Chords of the route/);
    expect(line.value).toMatch(/Ab/);
    fireEvent.change(line, { target: { value: 'Eb7 Ab' } });
    fireEvent.click(within(route).getByRole('button', { name: 'Put in' }));
    expect(chords()).toEqual(['0:C', '4:Eb7', '8:Ab', '12:C']);
  });
});

describe('the library', () => {
  const open = async (): Promise<void> => {
    begin('library', 1, CHART.replace('key: C', 'key: Eb'));
    fireEvent.change(await screen.findByLabelText('Search the library'), { target: { value: 'ii V I' } });
    press(/^ii V I:/);
  };

  it('fits the key, whole or in part', async () => {
    await open();
    press('Bar 4');
    press('Put in from bar 2');
    expect(chords()).toEqual(['0:C', '4:Fm7', '8:Bb7', '12:Ebmaj7']);
  });

  it('goes between the bars, and is heard first', async () => {
    await open();
    press('Hear ii V I');
    expect(player.audition).toHaveBeenCalled();
    press('Between the bars');
    expect(theSong().sections[0]!.bars).toBe(8);
  });

  it('filters, and says when nothing is left', async () => {
    begin('library');
    await screen.findByLabelText('Search the library');
    press('Filters');
    pick('Metre', '3/4');
    expect(screen.getAllByRole('status')[0]!.textContent).toMatch(/^\d+ found/);
    pick('Length', 'more than 8');
    pick('Genre', 'jazz');
    pick('Mode', 'minor');
    expect(screen.getAllByRole('status')[0]!.textContent).toContain('Nothing found');
  });
});

describe('time', () => {
  const lengths = (): number[] => theSong().sections[0]!.drafts[0]!.chords.map((c) => c.length / 480);

  it('a chord grows at its neighbour’s cost; the total stays', () => {
    begin('time', 1);
    press('Longer');
    expect(lengths()).toEqual([4, 5, 3, 4]);
    choose('Boundaries move by', 'eighths');
    press('Shorter');
    expect(lengths()).toEqual([4, 4.5, 3.5, 4]);
  });

  it('splits, takes out, pushes, inserts and removes', () => {
    begin('time', 1);
    press(/Split the bar/);
    expect(lengths()).toEqual([4, 2, 2, 4, 4]);
    press(/Take this chord out/);
    expect(lengths()).toEqual([6, 2, 4, 4]);
    choose('Played early by (push)', 'an eighth');
    press(/Insert a bar after/);
    press(/Remove this bar/);
    expect(theSong().sections[0]!.bars).toBe(4);
  });
});
