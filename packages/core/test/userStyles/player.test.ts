/** A player of the writer's own: kept from one song, taken in by the band of another, refused where nobody can play so. */
import Ajv2020 from 'ajv/dist/2020.js';
import { renderBand } from '@backline/core/band/index';
import { partOfBand, styleOf, type Repertoire } from '@backline/core/band/repertoire';
import { applyEdit, undoStep, type Edit } from '@backline/core/edits/apply';
import { addPart, playAs } from '@backline/core/edits/parts';
import { setSettings } from '@backline/core/edits/settings';
import { setMix, setStyle } from '@backline/core/edits/song';
import { readChart } from '@backline/core/formats/chart/index';
import { LIBRARY } from '@backline/core/patternLibrary/index';
import { styleFromSong } from '@backline/core/userStyles/keep';
import { playerFromPart } from '@backline/core/userStyles/keepPlayer';
import { nameOfUserDocument, readUserDocument, takenIn } from '@backline/core/userStyles/read';
import { freePlayerName, userStyleId, repertoireWith } from '@backline/core/userStyles/repertoire';
import { KINDS } from '@backline/core/parts/index';
import type { Song } from '@backline/core/song/schema';
import { publishedPlayers } from '@backline/core/style/published';
import { OURS } from '@backline/core/styles/index';
import { resolveSettings } from '@backline/core/timeline/settings';
import published from '../../../../docs/player.schema.json' with { type: 'json' };

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const withEdits = (song: Song, ...edits: Edit[]): Song =>
  edits.reduce((now, one) => applyEdit(now, one)?.song ?? now, song);
const CHART = 'key: G\ntempo: 112\n[Verse]\nG | C | D7 | Em\n[Chorus]\nC | D | G | G';
const song = withEdits(
  readChart(`title: Pier\nstyle: quayside\n${CHART}`, OURS),
  setSettings('bass', null, { pattern: 'octave-rock', density: 4, instrument: 33, on: true, variation: 7 }),
  setSettings('bass', 'chorus', { density: 1 }),
  setMix('bass', { level: 71 }),
);
/** What the writer has beside the soloists that are shipped. */
const ownPlayers = ({ players }: Repertoire) => players.filter((p) => !OURS.players.includes(p));
const partIn = (s: Song, id: string) => s.parts.find((p) => p.id === id)!;
const AS = { id: 'own-soft', name: '  Soft hand ', about: 'Stays low' };
const kept = (s = song, id = 'bass', repertoire = OURS) =>
  plain(playerFromPart(s, partIn(s, id), repertoire, LIBRARY, AS)!);
const other = readChart(`title: Shed\nstyle: turnabout\n${CHART}`, OURS);

it('is a file that both readers take, with its pattern, instrument and level, and nothing of single sections', () => {
  const file = kept();
  expect(file).toMatchObject({ kind: 'bass', name: 'Soft hand', about: 'Stays low', level: 71 });
  expect(file.settings).toMatchObject({ pattern: 'octave-rock', density: 4, instrument: 33 });
  expect(file.settings).not.toHaveProperty('on');
  expect(file.settings).not.toHaveProperty('variation');
  const { own, trouble } = readUserDocument(file);
  expect([trouble, nameOfUserDocument(own!)]).toEqual([null, 'Soft hand']);
  expect(plain(publishedPlayers(KINDS))).toEqual(published);
  const validate = new Ajv2020({ strict: false }).compile(publishedPlayers(KINDS));
  expect([validate(file), validate.errors]).toEqual([true, null]);
});

it('every part of every style can be kept, read and played by', () => {
  for (const style of OURS.styles.all) {
    const s = withEdits(song, setStyle(style.id));
    for (const part of s.parts) {
      const file = kept(s, part.id);
      expect([style.id, part.id, readUserDocument(file).trouble]).toEqual([style.id, part.id, null]);
    }
  }
});

it('plays in another song, in another style, by all it played by', () => {
  const played = repertoireWith([kept()]);
  const [player] = ownPlayers(played);
  const style = styleOf(other, played);
  const taken = withEdits(other, addPart(partOfBand(player!, played.kinds, other.parts, style)!));
  const added = taken.parts[taken.parts.length - 1]!;
  expect([added.name, added.kind, added.mix.level]).toEqual(['Soft hand', 'bass', 71]);
  const kind = OURS.kinds.get('bass')!;
  const there = resolveSettings(kind, styleOf(song, OURS), song, partIn(song, 'bass'), []);
  const here = resolveSettings(kind, style, { ...taken, groove: song.groove }, added, []);
  const own = ({
    swing: _s,
    unit: _u,
    lateness: _t,
    strength: _g,
    on: _o,
    variation: _v,
    ...rest
  }: typeof here) => rest;
  expect(own(here)).toEqual(own(there));
  expect(renderBand(taken, played).parts.find((p) => p.id === added.id)!.notes.length).toBeGreaterThan(10);
});

it('lets a part of its kind play so, at one edit that is taken back; a part of another kind stays', () => {
  const player = ownPlayers(repertoireWith([kept()]))[0]!;
  const set = withEdits(
    other,
    setSettings('bass', null, { pattern: 'two-beat', on: false, register: 30 }),
    setSettings('bass', 'verse', { density: 5 }),
  );
  const { song: now, step } = applyEdit(set, playAs('bass', player))!;
  expect(partIn(now, 'bass').settings).toMatchObject({ pattern: 'octave-rock', density: 4, on: false });
  expect(partIn(now, 'bass').mix.level).toBe(71);
  expect(now.sections).toEqual(set.sections);
  expect(undoStep(now, step)).toEqual(set);
  expect(applyEdit(set, playAs('keys', player))).toBeNull();
  expect(applyEdit(set, playAs('nobody', player))).toBeNull();
});

describe('a pattern of the writer’s own', () => {
  const own = plain(styleFromSong(song, OURS, LIBRARY, { id: 'own-pier', name: 'Pier', about: '' }));
  const voice = own.parts.bass as unknown as { patterns: object[]; use: string[]; settings: object };
  const pattern = plain(OURS.kinds.get('bass')!.library!.find((p) => p.id === 'octave-rock')!);
  const { facts: _facts, ...bare } = pattern;
  voice.patterns = [{ ...bare, id: 'my-octaves', name: 'My octaves' }];
  voice.settings = { ...voice.settings, pattern: 'my-octaves' };
  const played = repertoireWith([own]);
  const mine = withEdits(
    { ...song, style: 'own-pier' },
    setSettings('bass', null, { pattern: 'my-octaves' }),
  );
  const file = kept(mine, 'bass', played);

  it('is written out with what it is for, and comes along', () => {
    expect(file.pattern).toMatchObject({ id: 'my-octaves', facts: { feel: 'straight' } });
    expect(readUserDocument(file).trouble).toBeNull();
    const alone = repertoireWith([file]);
    expect(alone.kinds.get('bass')!.library!.some((p) => p.id === 'my-octaves')).toBe(true);
    const by = withEdits(other, playAs('bass', ownPlayers(alone)[0]!));
    const notes = renderBand(by, alone).parts.find((p) => p.id === 'bass')!.notes;
    expect(notes).not.toEqual(renderBand(other, alone).parts.find((p) => p.id === 'bass')!.notes);
  });

  it('is kept by a second player from another song as well, and under a name of its own where it has changed', () => {
    const there = repertoireWith([own, file]);
    const slower = { ...mine, tempo: 90 };
    const again = playerFromPart(slower, partIn(slower, 'bass'), there, LIBRARY, {
      ...AS,
      id: 'own-two',
      name: 'Two',
    })!;
    expect(takenIn(readUserDocument(plain(again)).own!, [readUserDocument(file).own!])).toBeNull();
    expect(again.pattern).toEqual(file.pattern);
    const changed = plain(own);
    (changed.parts.bass as unknown as typeof voice).patterns = [
      { ...bare, id: 'my-octaves', name: 'Mended' },
    ];
    const later = repertoireWith([changed, file]);
    const other = playerFromPart(slower, partIn(slower, 'bass'), later, LIBRARY, {
      ...AS,
      id: 'own-two',
      name: 'Two',
    })!;
    expect([other.pattern!.id, other.pattern!.name, other.settings.pattern]).toEqual([
      'own-two',
      'Mended',
      'own-two',
    ]);
    expect(takenIn(readUserDocument(plain(other)).own!, [readUserDocument(file).own!])).toBeNull();
  });

  it('may come with two players, but not as two patterns under one id', () => {
    const read = (document: unknown) => readUserDocument(document).own!;
    const twin = { ...file, id: 'own-twin', name: 'Twin' };
    expect(takenIn(read(twin), [read(file)])).toBeNull();
    expect(ownPlayers(repertoireWith([file, twin]))).toHaveLength(2);
    const differs = { ...twin, pattern: { ...file.pattern!, name: 'Others' } };
    expect(takenIn(read(differs), [read(file)])).toMatch(/pattern for bass with the id "my-octaves" already/);
    const shipped = {
      ...twin,
      pattern: { ...file.pattern!, id: 'two-beat' },
      settings: { pattern: 'two-beat' },
    };
    expect(takenIn(read(shipped), [])).toMatch(/id "two-beat" already/);
  });
});

it('has an id and a name of its own', () => {
  const read = (change: object) => readUserDocument({ ...kept(), ...change }).own!;
  const there = [read({})];
  expect(takenIn(read({}), there)).toMatch(/player with the id "own-soft" already/);
  expect(takenIn(read({ id: 'own-b', name: 'soft HAND' }), there)).toMatch(/called “soft HAND” already/);
  const played = repertoireWith([kept()]);
  expect(userStyleId('Soft', played)).toBe('own-soft-2');
  expect(freePlayerName('Soft hand', played)).toBe('Soft hand 2');
  // The same twice in what is stored: the first holds.
  expect(ownPlayers(repertoireWith([kept(), kept()]))).toHaveLength(1);
});

it('is refused with the place where nobody can play so', () => {
  const trouble = (change: object): string => readUserDocument({ ...kept(), ...change }).trouble ?? '';
  expect(trouble({ version: 3 })).toMatch(/newer version/);
  expect(trouble({ kind: 'kazoo' })).toMatch(/kind/);
  expect(trouble({ settings: { density: 2 } })).toMatch(/plays by a pattern. Name one/);
  expect(trouble({ settings: { pattern: 'no-such' } })).toMatch(/no pattern "no-such" in the library/);
  expect(trouble({ settings: { pattern: 'octave-rock', register: 70 } })).toMatch(
    /register of this part lies between/,
  );
  expect(trouble({ settings: { pattern: 'octave-rock', density: 77 } })).toMatch(/settings\.density/);
  expect(trouble({ extra: 1 })).toMatch(/extra/);
  const { facts: _none, ...bare } = OURS.kinds.get('bass')!.library!.find((p) => p.id === 'octave-rock')!;
  expect(trouble({ pattern: { ...bare, id: 'mine' }, settings: { pattern: 'mine' } })).toMatch(
    /what it is for/,
  );
  const pattern = OURS.kinds.get('bass')!.library![0]!;
  expect(trouble({ pattern: { ...pattern, id: 'mine' } })).toMatch(
    /plays by "octave-rock", but the pattern here is "mine"/,
  );
});

it('takes neither the id nor the name of a soloist that is shipped', () => {
  const [soloist] = OURS.players;
  const own = (as: object) => readUserDocument({ ...kept(), ...as }).own!;
  expect(takenIn(own({ id: soloist!.id }), [])).toMatch(/a player with the id/);
  expect(takenIn(own({ name: soloist!.name.toUpperCase() }), [])).toMatch(/called/);
  expect(takenIn(own({}), [])).toBeNull();
});
