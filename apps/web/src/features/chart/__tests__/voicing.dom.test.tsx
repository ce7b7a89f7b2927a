/** The voicing of a chord: taken over tone by tone or fret by fret, copied, let go. */
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { player } from '../../../audio/player';
import { setSettings } from '@backline/core/edits/settings';
import { change, useOpenSong } from '../../../state/openSong';
import { PartSettings } from '../../part/PartSettings';
import { useShape } from '../voicing/shapes';
import { chooseWay, select, useSelection } from '../../../state/selection';
import { openChart, press, theSong } from './support/openChart';
import { partKind } from '../../../state/repertoire';

jest.mock('../../../audio/player');
jest.mock('../../../state/analysis');
jest.mock('../../../state/band');
jest.mock('../../../state/voicings');
// Engraving and diagrams are drawn by their packages in a browser.
jest.mock('../voicing/Staff', () => ({ Staff: () => null }));
jest.mock('../voicing/Diagram', () => ({ Diagram: ({ label }: { label: string }) => label }));

const CHART = 'title: Pier\nkey: C\n[Verse]\nDm7 | G7 | Cmaj7 | Asus4 A';
const hands = () => theSong().sections[0]!.drafts[0]!.chords.map((c) => c.byHand);
const pitches = (index: number, part = 'keys'): readonly number[] => {
  const hand = hands()[index]?.[part];
  return hand && 'pitches' in hand ? hand.pitches : [];
};
const begin = (bar: number, part = 'keys'): void => {
  openChart(CHART, { kind: 'bar', section: 's1', bar, offset: 0 });
  useShape.setState({ copied: null, said: [] });
  act(() => {
    useSelection.setState({ part });
    chooseWay('voicing');
  });
};

// They are loaded when they are first opened.
beforeAll(async () => {
  openChart(CHART, { kind: 'run', anchor: { section: 's1', bar: 0 }, head: { section: 's1', bar: 1 } });
  await screen.findByRole('dialog');
  begin(0);
  await screen.findByText(/auto$/);
});

beforeEach(() => jest.mocked(player.audition).mockClear());

describe('tone by tone', () => {
  it('says what the voicing does, moves it, hears it, lets it go', () => {
    begin(0);
    expect(screen.queryByText(/auto$/)).not.toBeNull();
    expect(screen.queryByText(/of the next chord/)).not.toBeNull();
    press('Inversion up');
    const first = pitches(0);
    expect(first.length).toBeGreaterThan(2);
    expect(screen.queryByText(/set by hand$/)).not.toBeNull();
    press('An octave up');
    expect(pitches(0)).toEqual(first.map((p) => p + 12));
    expect(player.audition).toHaveBeenCalledTimes(2);
    expect(screen.queryByText(/left to auto/)).not.toBeNull();
    press('Back to auto');
    expect(hands()[0]).toBeUndefined();
  });

  it('puts tones in and out, doubles them, sets the bass', () => {
    begin(1);
    const list = within(screen.getByRole('list', { name: 'Tones' }));
    const count = list.getAllByRole('listitem').length;
    fireEvent.click(list.getAllByRole('button', { name: /^Double/ })[0]!);
    expect(pitches(1)).toHaveLength(count + 1);
    fireEvent.click(screen.getAllByRole('button', { name: /^Leave out/ })[0]!);
    expect(pitches(1)).toHaveLength(count);
    const lowest = pitches(1)[0]!;
    press('Lowest tone down');
    expect(pitches(1)[0]!).toBeLessThan(lowest);
    fireEvent.pointerDown(
      within(screen.getByRole('group', { name: 'Tones of the voicing' })).getAllByRole('button', {
        pressed: false,
      })[0]!,
    );
    expect(pitches(1)).toHaveLength(count + 1);
  });

  it('says what the instrument cannot, and which tones are not in the chord', () => {
    begin(2);
    for (let i = 0; i < 5; i++) press('An octave down');
    const alerts = (): string =>
      screen
        .getAllByRole('alert')
        .map((a) => a.textContent)
        .join(' ');
    expect(alerts()).toContain('its lowest');
    const free = within(screen.getByRole('group', { name: 'Tones of the voicing' })).getAllByRole('button', {
      name: /sharp/,
    })[0]!;
    fireEvent.pointerDown(free);
    expect(alerts()).toContain('is not in Cmaj7');
  });
});

describe('a shape', () => {
  it('is copied and laid on another chord, what does not fit is said', () => {
    begin(2);
    press(/Copy the shape/);
    act(() => select({ kind: 'bar', section: 's1', bar: 3, offset: 0 }));
    press('Lay Cmaj7’s shape here');
    expect(pitches(3)).toHaveLength(4);
    expect(screen.getByRole('status').textContent).toContain('Asus4 has no third: its fourth instead.');
    act(() => select({ kind: 'bar', section: 's1', bar: 0, offset: 0 }));
    press('From here to the end');
    expect(hands().filter(Boolean)).toHaveLength(5);
  });

  it('is laid on a run of bars', () => {
    begin(2);
    press(/Copy the shape/);
    act(() => select({ kind: 'run', anchor: { section: 's1', bar: 0 }, head: { section: 's1', bar: 1 } }));
    press(/Lay Cmaj7’s shape/);
    expect([0, 1].map((i) => pitches(i).length)).toEqual([4, 4]);
    expect(hands()[2]).toBeUndefined();
  });
});

describe('on a guitar', () => {
  const frets = (index: number): readonly (number | null)[] => {
    const hand = hands()[index]?.guitar;
    return hand && 'frets' in hand ? hand.frets : [];
  };
  const string = (n: number) => within(screen.getByRole('radiogroup', { name: new RegExp(`^String ${n},`) }));

  it('steps through shapes, takes a fret at a tap, says what is wrong and mends it', () => {
    begin(2, 'guitar');
    press('Next shape');
    expect(frets(2)).toHaveLength(6);
    press('Shape before');
    fireEvent.click(string(1).getByRole('radio', { name: /^fret 2/ }));
    expect(frets(2)[5]).toBe(2);
    expect(screen.getByRole('alert').textContent).toContain('String 1 sounds F♯, which is not in Cmaj7.');
    press(/^Use the nearest/);
    expect(screen.queryByRole('alert')).toBeNull();
    fireEvent.click(string(6).getByRole('radio', { name: 'muted' }));
    expect(frets(2)[0]).toBeNull();
    press('Up the neck');
    expect(string(1).queryByRole('radio', { name: /^fret 6/ })).not.toBeNull();
  });

  it('a shape slides to another root', () => {
    begin(0, 'guitar');
    press(/Copy the shape/);
    act(() => select({ kind: 'bar', section: 's1', bar: 2, offset: 0 }));
    press(/Lay Dm7’s shape here/);
    expect(hands()[2]).toHaveProperty('guitar.frets');
  });
});

/** The settings of one part, following the song. */
function Settings({ id }: { id: string }) {
  const song = useOpenSong((s) => s.song)!;
  const part = song.parts.find((p) => p.id === id)!;
  return <PartSettings song={song} part={part} kind={partKind(part)!} scope={null} />;
}

it('tuning and capo are reached from the guitar’s voicing, for the song or for a section that has its own', () => {
  begin(0, 'guitar');
  press('Capo higher');
  const guitar = () => theSong().parts.find((p) => p.id === 'guitar')!.settings;
  expect([guitar().capo, theSong().sections[0]!.settings.guitar]).toEqual([1, undefined]);
  act(() => void change(setSettings('guitar', 's1', { capo: 3 })));
  press('Capo lower');
  expect([guitar().capo, theSong().sections[0]!.settings.guitar]).toEqual([1, { capo: 2 }]);
});

describe('settings of a part’s voicings', () => {
  const show = (id: string): void =>
    void render(
      <PaperProvider>
        <Settings id={id} />
      </PaperProvider>,
    );
  beforeAll(() => {
    openChart(CHART, null);
    show('keys');
    press('Voicing');
    cleanup();
  });
  const settings = (id: string) => theSong().parts.find((p) => p.id === id)!.settings;
  const pick = (label: string, value: string): void =>
    void fireEvent.change(screen.getByLabelText(label), { target: { value } });

  it('keys: manner, richness, hands, and what they move', () => {
    begin(0);
    press('Inversion up');
    show('keys');
    expect(screen.queryByText('Moves 4 chords; 1 set by hand stays.')).not.toBeNull();
    expect(screen.queryByText(/^Verse as it is/)).not.toBeNull();
    pick('Manner', 'drop 2');
    expect(
      screen.getByText(/chords of Verse have moved, the first from .*; 1 set by hand stays\.$/),
    ).toBeTruthy();
    fireEvent.click(screen.getByRole('radio', { name: 'ninths' }));
    fireEvent.click(screen.getByRole('radio', { name: 'left' }));
    expect(settings('keys')).toMatchObject({ voicingType: 'drop 2', richness: 'ninths', hands: 'left' });
  });

  it('guitar: tuning, capo, place on the neck', () => {
    openChart(CHART, null);
    show('guitar');
    pick('Tuning', 'DADGAD');
    press('Capo higher');
    fireEvent.click(screen.getByRole('radio', { name: 'least travel' }));
    expect(settings('guitar')).toMatchObject({ tuning: 'DADGAD', capo: 1, neck: 'smooth' });
  });
});
