import { setTempo, setTitle } from '@backline/core/edits/song';
import { setBar } from '@backline/core/edits/bars';
import { readChart } from '@backline/core/formats/chart/index';
import { change, closeSong, openSong, redo, resolveConflict, saved, undo, useOpenSong } from '../openSong';
import { keptEdit } from '../keptEdits';

const song = readChart('title: Pier\nkey: G\n[Verse]\nG | C');
const stored = {
  id: '6b1f0a52-3a7e-4a55-9a3e-1111111111ab',
  revision: 3,
  updatedAt: '2026-01-01T00:00:00Z',
  song,
};
const now = () => useOpenSong.getState();

beforeEach(() => {
  localStorage.clear();
  closeSong();
  openSong(stored);
});

it('an edit is kept on this device at once and forgotten when the server has it', () => {
  change(setTitle('Quay'));
  expect(keptEdit(stored.id)).toMatchObject({ revision: 3, song: { title: 'Quay' } });
  expect(now().save).toBe('unsaved');
  saved({ ...stored, revision: 4, song: now().song! }, now().song!);
  expect([now().save, now().revision, keptEdit(stored.id)]).toEqual(['saved', 4, null]);
});

it('an edit made while a save is under way stays unsaved, on the new revision', () => {
  change(setTitle('Quay'));
  const sent = now().song!;
  change(setBar('s1', 0, 'Am'));
  saved({ ...stored, revision: 4, song: sent }, sent);
  expect([now().save, now().revision]).toEqual(['unsaved', 4]);
  expect(keptEdit(stored.id)!.revision).toBe(4);
});

it('a song opens with the edit this device still keeps, unless that is damaged', () => {
  change(setTitle('Unsaved'));
  closeSong();
  openSong(stored);
  expect([now().song!.title, now().save]).toEqual(['Unsaved', 'unsaved']);
  localStorage.setItem(`backline/unsaved/${stored.id}`, '{"revision":3,"song":{"title":');
  openSong(stored);
  expect(now().song!.title).toBe('Pier');
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
  useOpenSong.setState({ newer, save: 'conflict' });
  resolveConflict('newer');
  expect([now().song!.title, now().save, keptEdit(stored.id)]).toEqual(['Theirs', 'saved', null]);
});
