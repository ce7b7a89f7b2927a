import { setTempo, setTitle } from '@backline/core/edits/song';
import { setBar } from '@backline/core/edits/bars';
import { playAgain } from '@backline/core/edits/form';
import { waitFor } from '@testing-library/react';
import { withPatches } from '@backline/core/song/patches';
import { readChart } from '@backline/core/formats/chart/index';
import { change, closeSong, openSong, redo, resolveConflict, undo, useOpenSong } from '../openSong';
import { IDBObjectStore } from 'fake-indexeddb';
import { forgetEdits, markSent, ownEdits } from '../keptEdits';
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
  forgetEdits(stored.id);
  closeSong();
  openSong(stored);
});

it('an edit is kept as what it changes, and edits until the next save are one step of it', () => {
  change(setTitle('Quay'));
  const [first] = ownEdits(stored.id)!.steps;
  expect(first!.patches).toEqual([{ op: 'replace', path: ['title'], value: 'Quay' }]);
  change(setTitle('Quayside'));
  expect(ownEdits(stored.id)).toMatchObject({
    revision: 3,
    song: { title: 'Quayside' },
    steps: [{ edit: first!.edit }],
    sent: 0,
  });
  expect([now().save, now().kept]).toEqual(['unsaved', true]);
});

it('an edit after one that was sent and not answered is a step behind it', () => {
  change(setTitle('Sent'));
  const [sent] = ownEdits(stored.id)!.steps;
  markSent(stored.id);
  change(setBar('s1', 0, 'Am'));
  const { revision, steps, sent: isSent } = ownEdits(stored.id)!;
  expect([revision, steps.length, steps[0], isSent]).toEqual([3, 2, sent, 1]);
});

it('undone, redone, and sent again and again without an answer, the steps still lead to the song', () => {
  const sentOnce: string[] = [];
  for (let i = 0; i < 60; i++) {
    change(setTitle(`Try ${i}`));
    const sent = markSent(stored.id)!.steps.map(({ edit, patches }) => `${edit} ${patches.length}`);
    // A step that was sent is sent again as it was, in its place, whatever has come since.
    expect(sent.slice(0, sentOnce.length)).toEqual(sentOnce);
    expect(sent.length).toBeLessThanOrEqual(40);
    sentOnce.splice(0, Infinity, ...sent);
  }
  undo();
  undo();
  redo();
  const { steps, song: mine } = ownEdits(stored.id)!;
  expect(steps.length).toBe(41);
  const patches = steps.flatMap((step) => step.patches);
  expect(withPatches(song, patches)).toEqual(mine);
  expect(mine).toBe(now().song);
});

it('a step of very many changes is the song as a whole', () => {
  for (let i = 0; i < 600; i++) change(setTempo(100 + (i % 50) + 1));
  for (let i = 0; i < 600; i++) change(setTitle(`Title ${i}`));
  const { steps, song: mine } = ownEdits(stored.id)!;
  expect(steps[0]!.patches.length).toBeLessThanOrEqual(1000);
  expect(withPatches(song, steps[0]!.patches)).toEqual(mine);
});

it('a song opens with the edit this tab still keeps', () => {
  change(setTitle('Unsaved'));
  closeSong();
  openSong(stored);
  expect([now().song!.title, now().save, now().revision]).toEqual(['Unsaved', 'unsaved', 3]);
});

it('where the device refuses to keep an edit it says so, and the song goes on', async () => {
  const full = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  change(setTitle('Too much'));
  await waitFor(() => expect(now().kept).toBe(false));
  expect([now().song!.title, ownEdits(stored.id)!.song.title]).toEqual(['Too much', 'Too much']);
  full.mockRestore();
  change(setTitle('Enough again'));
  await waitFor(() => expect(now().kept).toBe(true));
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
  expect(ownEdits(stored.id)).toMatchObject({
    revision: 9,
    steps: [{ patches: [{ path: [], value: { title: 'Mine' } }] }],
  });
  useOpenSong.setState({ newer, save: 'conflict' });
  resolveConflict('newer');
  expect([now().song!.title, now().save, ownEdits(stored.id)]).toEqual(['Theirs', 'saved', null]);
});

it('what was changed elsewhere since is not undone: that is said, and the rest of the history stays', () => {
  change(setTitle('Mine'));
  change(setBar('s1', 1, 'Am'));
  // Another device has taken the section out and put one of its own in its place.
  const other = readChart('title: Mine\nkey: G\n[Bridge]\nD', OURS);
  useOpenSong.setState({
    song: { ...other, sections: other.sections.map((s) => ({ ...s, id: 's9' })), form: [] },
  });
  undo();
  expect(now().refusal).toMatch(/^"change a bar" was changed elsewhere since/);
  expect(now().song?.sections[0]?.id).toBe('s9');
  undo();
  expect(now().song?.title).toBe('Pier');
});
