import { setTempo, setTitle } from '@backline/core/edits/song';
import { setBar } from '@backline/core/edits/bars';
import { playAgain } from '@backline/core/edits/form';
import { readChart } from '@backline/core/formats/chart/index';
import { change, closeSong, openSong, redo, resolveConflict, undo, useOpenSong } from '../openSong';
import { forgetEdit, keepEdit, ownEdit } from '../keptEdits';
import { OURS } from '@backline/core/styles/index';

const song = readChart('title: Pier\nkey: G\n[Verse]\nG | C', OURS);
const stored = {
  id: '6b1f0a52-3a7e-4a55-9a3e-1111111111ab',
  revision: 3,
  updatedAt: '2026-01-01T00:00:00Z',
  song,
};
const now = () => useOpenSong.getState();

beforeEach(() => {
  localStorage.clear();
  forgetEdit(stored.id);
  closeSong();
  openSong(stored);
});

it('an edit is kept on this device at once, with an id of its own', () => {
  change(setTitle('Quay'));
  const first = ownEdit(stored.id)!;
  expect(first).toMatchObject({ revision: 3, song: { title: 'Quay' }, after: [], sent: false });
  change(setTitle('Quayside'));
  expect(ownEdit(stored.id)!.edit).not.toBe(first.edit);
  expect([now().save, now().kept]).toEqual(['unsaved', true]);
});

it('an edit after one that was sent and not answered says that it follows it', () => {
  change(setTitle('Sent'));
  const sent = ownEdit(stored.id)!;
  keepEdit(stored.id, { ...sent, sent: true });
  change(setBar('s1', 0, 'Am'));
  expect(ownEdit(stored.id)).toMatchObject({ revision: 3, after: [sent.edit], sent: false });
});

it('a song opens with the edit this tab still keeps', () => {
  change(setTitle('Unsaved'));
  closeSong();
  openSong(stored);
  expect([now().song!.title, now().save, now().revision]).toEqual(['Unsaved', 'unsaved', 3]);
});

it('where the device refuses to keep an edit it says so, and the song goes on', () => {
  const full = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  change(setTitle('Too much'));
  expect([now().kept, now().song!.title, ownEdit(stored.id)!.song.title]).toEqual([
    false,
    'Too much',
    'Too much',
  ]);
  full.mockRestore();
  change(setTitle('Enough again'));
  expect(now().kept).toBe(true);
});

it('an edit past a limit is told in a sentence, and the song stays', () => {
  for (let i = 0; i < 199; i++) change(playAgain('s1'));
  const before = now().song;
  expect(change(playAgain('s1'))).toBe(false);
  expect(now().refusal).toMatch(/at most 200 places/);
  expect(now().song).toBe(before);
  change(setTitle('Goes on'));
  expect(now().refusal).toBeNull();
});

it('undo and redo go through all edits; edits of one kind in a row are one step', () => {
  change(setTempo(110));
  change(setTempo(112));
  change(setBar('s1', 1, 'D7'));
  expect(now().past).toHaveLength(2);
  undo();
  undo();
  expect(now().song).toEqual(song);
  redo();
  expect(now().song!.tempo).toBe(112);
  change(setTitle('Elsewhere'));
  expect(now().future).toEqual([]);
});

it('in a conflict mine goes on from the newer revision, and the newer takes the place of mine', () => {
  change(setTitle('Mine'));
  const newer = { ...stored, revision: 9, song: { ...song, title: 'Theirs' } };
  useOpenSong.setState({ newer, save: 'conflict' });
  resolveConflict('mine');
  expect([now().song!.title, now().revision, now().save]).toEqual(['Mine', 9, 'unsaved']);
  expect(ownEdit(stored.id)).toMatchObject({ revision: 9, after: [] });
  useOpenSong.setState({ newer, save: 'conflict' });
  resolveConflict('newer');
  expect([now().song!.title, now().save, ownEdit(stored.id)]).toEqual(['Theirs', 'saved', null]);
});
