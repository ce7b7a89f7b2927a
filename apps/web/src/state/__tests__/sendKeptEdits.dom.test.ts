import { readChart } from '@backline/core/formats/chart/index';
import { keepEdit, keptEdit, songsWithKeptEdits } from '../keptEdits';
import { keptEditSettled, sendKeptEdits } from '../sendKeptEdits';
import { replaceSong } from '../api';

jest.mock('../api', () => ({ songPath: (id: string) => `/api/songs/${id}`, replaceSong: jest.fn() }));

const ID = '6b1f0a52-3a7e-4a55-9a3e-1111111111ab';
const song = readChart('title: Pier\n[Verse]\nG | C');

beforeEach(() => {
  localStorage.clear();
  jest.mocked(replaceSong).mockReset();
  keepEdit(ID, { revision: 4, song });
});

it('an edit left unsaved is sent from the songbook with its revision, and then forgotten', async () => {
  jest.mocked(replaceSong).mockResolvedValue({ id: ID, revision: 5, updatedAt: '', song });
  expect(songsWithKeptEdits()).toEqual([ID]);
  const sent = sendKeptEdits();
  let settled = false;
  const waiting = keptEditSettled(ID).then(() => (settled = true));
  expect(settled).toBe(false);
  await sent;
  await waiting;
  expect(replaceSong).toHaveBeenCalledWith(`/api/songs/${ID}`, 4, song);
  expect(keptEdit(ID)).toBeNull();
});

it('one that cannot be saved stays on this device', async () => {
  jest.mocked(replaceSong).mockRejectedValue(new Error('away'));
  await sendKeptEdits();
  expect(keptEdit(ID)).toMatchObject({ revision: 4 });
  await keptEditSettled(ID);
});
