import { act, fireEvent, render, screen, within } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { renderBand } from '@backline/core/band/index';
import { readChart } from '@backline/core/formats/chart/index';
import type { GridCell } from '@backline/core/timeline/scopes';
import { settingsInScope } from '@backline/core/timeline/scopes';
import { OURS } from '@backline/core/styles/index';
import { press } from '../../chart/__tests__/support/openChart';
import { useBand } from '../../../state/band';
import { forgetEdits } from '../../../state/keptEdits';
import { change, closeSong, openSong, useOpenSong } from '../../../state/openSong';
import { loadRepertoire } from '../../../state/repertoire';
import {
  cellText,
  choosePlaying,
  chooseScopeLevel,
  chooseSeveral,
  enterForm,
  openOver,
  turnCells,
  useForm,
} from '../formState';
import { CellSheet } from '../sheets/CellSheet';
import { CloseSheet } from '../sheets/CloseSheet';
import { SectionSheet } from '../sheets/SectionSheet';
import { SeveralSheet } from '../sheets/SeveralSheet';
import { cellFacts } from '../FormCell';
import { formOccurrences, type ScopeLevel } from '../occurrences';
import { setTogether } from '@backline/core/edits/together';
import { setSettings } from '@backline/core/edits/settings';

jest.mock('../../../state/band');
jest.mock('../../../audio/player');

const stored = {
  id: 'form-1',
  revision: 1,
  updatedAt: '',
  song: readChart('tempo: 100\n[Verse] x2\nC | F\n[Chorus]\nG | C', OURS),
};
const song = () => useOpenSong.getState().song!;
const playings = () => formOccurrences(song(), renderBand(song(), OURS));
const setAt = (cell: GridCell) => settingsInScope(song(), cell);

beforeAll(() => loadRepertoire());
beforeEach(() => {
  closeSong();
  forgetEdits(stored.id);
  openSong(stored);
  enterForm('another');
  enterForm(null);
});

type Shown = 'cell' | 'section' | 'several' | 'close';

/** A sheet that follows the open song. */
function Following({ show }: { show: Shown }) {
  const open = useOpenSong((s) => s.song)!;
  const { level, several } = useForm();
  const all = formOccurrences(open, renderBand(open, OURS));
  const part = open.parts.find((p) => p.id === 'keys')!;
  if (show === 'close') return <CloseSheet song={open} />;
  if (show === 'cell') return <CellSheet song={open} part={part} playing={all[1]!} level={level} />;
  if (show === 'section')
    return <SectionSheet song={open} section={open.sections[0]!} playing={all[0]!} level={level} />;
  return <SeveralSheet song={open} playings={all} level={level} several={several ?? []} />;
}
const show = (what: Shown) =>
  render(
    <PaperProvider>
      <Following show={what} />
    </PaperProvider>,
  );
const tap = press;

it('a cell says what is set where, lets each go, and is copied with what shows through', () => {
  act(() => {
    change(setSettings('keys', 's1', { density: 2 }));
    change(setSettings('keys', { entry: 'e1', repeat: 1 }, { on: false, dynamics: 'f' }));
    chooseScopeLevel('playing');
  });
  show('cell');
  expect(screen.queryByText('Set for time 2 only:')).not.toBeNull();
  tap('rests: let it go');
  expect(setAt({ part: 'keys', scope: { entry: 'e1', repeat: 1 } })).toEqual({ dynamics: 'f' });
  tap(/Copy$/);
  act(() => chooseScopeLevel('song'));
  expect(screen.queryByText('Nothing is set for the whole song.')).not.toBeNull();
  tap(/Put Keys’s here$/);
  expect(setAt({ part: 'keys', scope: null })).toEqual({ density: 2, dynamics: 'f' });
  tap(/Let all go$/);
  expect(setAt({ part: 'keys', scope: null })).toEqual({});
  act(() => chooseScopeLevel('section'));
  tap(/Alone$/);
  expect(song().parts.map((p) => setAt({ part: p.id, scope: 's1' }).on)).toEqual(
    song().parts.map((p) => p.id === 'keys'),
  );
  tap(/Another like this$/);
  expect(setAt({ part: 'keys', scope: 's1' }).variation).toBe(1);
});

it('several cells are set at once; for sections each section once, one undo for all', () => {
  const [first, second, chorus] = playings();
  act(() => {
    chooseSeveral(true);
    turnCells([cellText('bass', first!.id), cellText('bass', second!.id), cellText('keys', chorus!.id)]);
  });
  show('several');
  expect(screen.queryByText('3 cells in hand.')).not.toBeNull();
  fireEvent.click(
    within(screen.getByRole('radiogroup', { name: /^Density/ })).getByRole('radio', { name: '5' }),
  );
  expect([setAt({ part: 'bass', scope: 's1' }), setAt({ part: 'keys', scope: 's2' })]).toEqual([
    { density: 5 },
    { density: 5 },
  ]);
  expect(useOpenSong.getState().past).toHaveLength(1);
  tap(/^.?.?Rest$/);
  expect(setAt({ part: 'bass', scope: 's1' })).toEqual({ density: 5, on: false });
  act(() => chooseScopeLevel('playing'));
  tap(/^.?.?Play$/);
  expect(setAt({ part: 'bass', scope: { entry: 'e1', repeat: 1 } })).toEqual({ on: true });
  // All of them, and none.
  tap(/^.?.?All$/);
  expect(screen.queryByText(`${3 * song().parts.length} cells in hand.`)).not.toBeNull();
  tap(/^.?.?All$/);
  expect(screen.queryByText(/^Choose cells/)).not.toBeNull();
});

it('a section says what is set in it, part by part, and what its type makes of it', () => {
  act(() => void change(setSettings('bass', 's1', { density: 4 })));
  show('section');
  tap('What is set here');
  tap('Bass: density 4: let it go');
  expect(song().sections[0]!.settings.bass).toBeUndefined();
  fireEvent.change(screen.getByLabelText('It is'), { target: { value: 'break' } });
  expect(song().sections[0]).toMatchObject({ type: 'break' });
  expect(song().sections[0]!.lift).toBeUndefined();
  act(() => useBand.setState({ band: renderBand(song(), OURS) }));
  // A break leaves the beat out; the band says who plays.
  expect(screen.queryByText(/^Each time (?!.*Drums).* alone\./)).not.toBeNull();
  act(() => useBand.setState({ band: null }));
  tap('First and second endings');
  tap(/Add a second ending$/);
  expect(song().sections[0]).toMatchObject({ bars: 3, endings: [1, 1] });
  tap('Ending 2 a bar longer');
  expect(song().sections[0]!.endings).toEqual([1, 1]);
  expect(useOpenSong.getState().refusal ?? '').toBe('');
  tap(/Play all bars every time$/);
  expect(song().sections[0]!.endings).toBeUndefined();
});

it('the song begins with an intro and ends as it is said: a hit, a fade over so many bars, slowing down, a tag', () => {
  show('close');
  fireEvent.click(screen.getByRole('radio', { name: 'A hit' }));
  expect(song().ending).toBe('hit');
  fireEvent.click(screen.getByRole('radio', { name: 'Fades' }));
  tap('Fading over: a bar more');
  expect(song().close).toEqual({ fade: 5 });
  tap('Ritardando over: a bar more');
  fireEvent.change(screen.getByRole('slider', { name: 'Slowing to' }), { target: { value: '50' } });
  tap('A tag of: a bar more');
  tap('The tag once more');
  expect(song().close).toEqual({ fade: 5, slow: { bars: 1, to: 50 }, tag: { bars: 1, times: 2 } });
  tap('Ritardando over: a bar less');
  tap('A tag of: a bar less');
  fireEvent.click(screen.getByRole('radio', { name: 'Held, rings out' }));
  expect(song().close).toBeUndefined();
  tap('Intro a bar shorter');
  tap(/Add the intro$/);
  expect(song().sections[0]).toMatchObject({ name: 'Intro', bars: 1, settings: { keys: { on: false } } });
  expect(song().form.map((e) => e.section)).toEqual([song().sections[0]!.id, 's1', 's2']);
});

it('a song is found as it was left; another one begins at its beginning', () => {
  enterForm('a');
  act(() => {
    choosePlaying('e1/1');
    chooseScopeLevel('playing');
    openOver({ kind: 'order' });
  });
  enterForm('a');
  expect(useForm.getState()).toMatchObject({
    playing: 'e1/1',
    level: 'playing' satisfies ScopeLevel,
    open: null,
  });
  enterForm('b');
  expect(useForm.getState()).toMatchObject({ playing: null, level: 'section', of: 'b' });
  expect(useBand.getState().band).toBeNull();
});

it('a part that waits its turn says so, and plays where it is told to', () => {
  act(() => void change(setTogether(null, { arc: true })));
  const [first] = playings();
  const guitar = () => song().parts.find((p) => p.kind === 'guitar')!;
  const facts = () => cellFacts(song(), guitar(), first!, undefined);
  expect([facts().on, facts().words]).toEqual([false, 'rests by the arc']);
  act(() => void change(setSettings('guitar', first!.sectionId, { on: true })));
  expect(facts().on).toBe(true);
  act(() => void change(setSettings('guitar', first!.sectionId, { on: false })));
  expect(facts().words).toBe('rests');
});
