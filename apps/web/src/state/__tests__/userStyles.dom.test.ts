/** Styles and players of the writer's own: read from files, told what is wrong, kept, and played by at once. */
import { keptBand } from '../repertoireTools';
import { OURS } from '@backline/core/styles/index';
import { readChart } from '@backline/core/formats/chart/index';
import { USER_STYLE_LIMITS, type StoredUserStyle } from '@backline/core/userStyles/wire';
import * as api from '../api';
import { loadRepertoire, repertoire } from '../repertoire';
import {
  asAnother,
  changeOwn,
  isNamed,
  keepOwn,
  nameIn,
  readBrought,
  removeOwn,
  sameOwn,
  type Named,
} from '../userStyles';

jest.mock('../api', () => ({
  ...jest.requireActual<object>('../api'),
  fetchOwn: jest.fn(),
  createOwn: jest.fn(),
  replaceOwn: jest.fn(),
  deleteOwn: jest.fn(),
}));
const server: StoredUserStyle[] = [];
const mocked = (name: 'fetchOwn' | 'createOwn' | 'replaceOwn' | 'deleteOwn') =>
  api[name] as unknown as jest.Mock;

const song = readChart('title: Pier\n[Verse]\nG | C', OURS);
const band = (name: string): Named =>
  keptBand(song, repertoire(), {
    id: name.toLowerCase(),
    name,
    about: 'Kept in a test.',
  }) as unknown as Named;

beforeAll(async () => {
  mocked('fetchOwn').mockImplementation(() => Promise.resolve([...server]));
  mocked('createOwn').mockImplementation((id: string, document: StoredUserStyle['document']) => {
    const made = { id, revision: 1, document } as StoredUserStyle;
    server.push(made);
    return Promise.resolve(made);
  });
  mocked('replaceOwn').mockImplementation((own: StoredUserStyle, document: StoredUserStyle['document']) => {
    server.splice(
      server.findIndex(({ id }) => id === own.id),
      1,
      { ...own, revision: own.revision + 1, document },
    );
    return Promise.resolve();
  });
  mocked('deleteOwn').mockImplementation((own: StoredUserStyle) => {
    server.splice(
      server.findIndex(({ id }) => id === own.id),
      1,
    );
    return Promise.resolve();
  });
  await loadRepertoire();
});

it('a band that is kept can be played by at once, under its new name once it is changed, and no longer once deleted', async () => {
  const kept = await keepOwn(band('Harbour'));
  const names = () => repertoire().styles.all.map(({ name }) => name);
  expect(names()).toContain('Harbour');
  await changeOwn(kept, { ...band('Harbour'), name: 'Harbour late' });
  expect(names()).toContain('Harbour late');
  expect(names()).not.toContain('Harbour');
  await removeOwn(server[0]!);
  expect(names()).not.toContain('Harbour late');
});

it('a file is read as what it is, or what is wrong in it is told with its place', () => {
  const document = band('Breakwater');
  expect(readBrought(JSON.stringify(document))).toEqual({ document, trouble: null });
  const trouble = (text: string) => readBrought(text).trouble;
  expect(trouble('{"format":')).toMatch(/no JSON/);
  expect(trouble('null')).toMatch(/no style/);
  expect(trouble(JSON.stringify({ ...document, version: 99 }))).toMatch(/newer version/);
  expect(trouble(JSON.stringify({ ...document, usualTempo: -3 }))).toMatch(/usualTempo/);
  expect(trouble(' '.repeat(USER_STYLE_LIMITS.length + 1))).toMatch(/too large/);
});

it('what comes in a second time can be told from what is there, and gets a name and an id of its own', async () => {
  const document = band('Jetty');
  const kept = await keepOwn(document);
  expect(isNamed(document)).toBe(true);
  expect(sameOwn(document, server)?.id).toBe(kept.id);
  expect(sameOwn(band('Other'), server)).toBeNull();
  const another = asAnother(document);
  expect(another.name).not.toBe(document.name);
  expect(another.id).not.toBe(document.id);
  expect(readBrought(JSON.stringify(another)).trouble).toBeNull();
  expect(nameIn(another)).toBe(another.name);
  expect(nameIn({ format: 'x', about: 'Some patterns' } as never)).toBe('Some patterns');
  await removeOwn(kept);
});
