/** A style of the writer's own: made from a song's band, read, played by, replaced while it plays, refused where it cannot be. */
import fc from 'fast-check';
import Ajv2020 from 'ajv/dist/2020.js';
import { renderBand } from '@backline/core/band/index';
import { regionMemory } from '@backline/core/band/windowCache';
import { bandOf } from '@backline/core/band/repertoire';
import { endAs, setClose, setEnding } from '@backline/core/edits/closing';
import { addPart, removePart } from '@backline/core/edits/parts';
import { applyEdit, undoStep, type Edit } from '@backline/core/edits/apply';
import { setSettings } from '@backline/core/edits/settings';
import { setMix, setStyle } from '@backline/core/edits/song';
import { bringStyle, endsWith } from '@backline/core/edits/style';
import { readChart } from '@backline/core/formats/chart/index';
import { LIBRARY } from '@backline/core/patternLibrary/index';
import { styleFromSong, canBeKept, bandInWords } from '@backline/core/userStyles/keep';
import { readUserDocument, takenIn, nameOfUserDocument } from '@backline/core/userStyles/read';
import { freeStyleName, userStyleId, repertoireWith } from '@backline/core/userStyles/repertoire';
import { newPart } from '@backline/core/band/repertoire';
import { KINDS } from '@backline/core/parts/index';
import type { Song } from '@backline/core/song/schema';
import { publishedSchema } from '@backline/core/style/published';
import { OURS } from '@backline/core/styles/index';
import { styleInWords } from '@backline/core/style/set';
import { patternsAtHand } from '@backline/core/timeline/settings';

const CHART = 'title: Pier\nkey: G\ntempo: 132\n[Verse]\nG | C | D7 | Em\n[Chorus]\nC | D | G | G';
const OTHER = 'title: Shed\nkey: Bb\ntempo: 96\n[Verse]\nBb | Gm7 | Cm7 | F7\n[Bridge]\nEb | F';
const withEdits = (song: Song, ...edits: Edit[]): Song =>
  edits.reduce((now, edit) => applyEdit(now, edit)?.song ?? now, song);
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const notesOf = (song: Song, played = OURS) =>
  renderBand(song, played).parts.map((p) => [p.name, p.notes.map((n) => [n.start, n.pitch, n.velocity])]);

/** A band with two guitars that differ, a bass by a pattern of another style, levels and a groove of its own. */
const band = withEdits(
  readChart(CHART, OURS),
  setSettings('bass', null, { pattern: 'octave-rock', density: 4 }),
  setSettings('keys', null, { instrument: 16, register: 52 }),
  setSettings('keys', 'chorus', { pattern: 'quayside-pulse' }),
  setMix('bass', { level: 71 }),
  addPart(newPart(OURS.kinds.get('guitar')!, [], OURS.styles.standIn)),
  setSettings('guitar-8', null, { pattern: 'quayside-fingers', density: 2 }),
  { name: '', joins: null, change: (s) => void (s.groove = { swing: 58 }) },
);
const kept = plain(
  styleFromSong(band, OURS, LIBRARY, { id: 'own-pier', name: ' Pier band ', about: 'Loose and loud' }),
);

it('names who plays, and is a style that both readers take', () => {
  expect(bandInWords(band, OURS)).toMatch(/^bass, keys, guitar.* and .*, at 132 in 4\/4$/);
  const { own, trouble } = readUserDocument(kept);
  expect(trouble).toBeNull();
  expect(nameOfUserDocument(own!)).toBe('Pier band');
  const validate = new Ajv2020({ strict: false }).compile(publishedSchema(KINDS));
  expect([validate(kept), validate.errors]).toEqual([true, null]);
});

it('a new song by it has the same players in the same order, by the same patterns, as loud', () => {
  const played = repertoireWith([kept]);
  const style = played.styles.all.find((s) => s.id === 'own-pier')!;
  const parts = bandOf(style, played.kinds);
  expect(parts.map((p) => [p.kind, p.name])).toEqual(band.parts.map((p) => [p.kind, p.name]));
  expect(parts.map((p) => p.mix.level)).toEqual(band.parts.map((p) => p.mix.level));
  // Section by section settings and rests are the song's: without them the two bands play the very same.
  const song = { ...withEdits(band, setSettings('keys', 'chorus', { pattern: undefined })), groove: {} };
  const same = { ...song, style: 'own-pier', parts: parts.map((p, i) => ({ ...p, id: song.parts[i]!.id })) };
  const whole = { ...song, groove: band.groove };
  expect(notesOf(same, played)).toEqual(notesOf(whole));
});

it('used in another song it brings who is missing, both guitars, and leaves chords and settings', () => {
  const played = repertoireWith([kept]);
  const before = readChart(OTHER, OURS);
  const few = { ...before, parts: before.parts.filter((p) => p.kind === 'drums' || p.kind === 'keys') };
  const own = withEdits(few, setSettings('keys', null, { density: 1 }));
  const after = withEdits(own, bringStyle('own-pier', played));
  expect(after.parts.filter((p) => p.kind === 'guitar').map((p) => p.settings.pattern)).toEqual([
    undefined,
    'quayside-fingers',
  ]);
  expect(after.parts.find((p) => p.id === 'keys')!.settings).toEqual({ density: 1 });
  expect(after.sections).toEqual(own.sections);
  const bass = renderBand(after, played).parts.find((p) => p.kind === 'bass')!;
  expect(bass.notes.length).toBeGreaterThan(20);
});

it('replaced while it plays, the band is another at once, with nothing of the old one remembered', () => {
  const song = withEdits(band, setStyle('own-pier'), setSettings('bass', null, { pattern: undefined }));
  const memory = regionMemory();
  const first = repertoireWith([kept]);
  const other = plain(kept);
  other.parts.bass!.settings.pattern = other.parts.bass!.use!.find((id) => id !== 'octave-rock')!;
  const bass = (played: typeof first) => renderBand(song, played, memory).parts[0]!.notes;
  const before = bass(first);
  const after = bass(repertoireWith([other]));
  expect(after).not.toEqual(before);
  expect(after).toEqual(renderBand(song, repertoireWith([other])).parts[0]!.notes);
  expect(bass(first)).toEqual(before);
});

it('deleted, songs that name it keep the name, say so, and play by another until it is back', () => {
  const song = withEdits(band, setStyle('own-pier'));
  expect(styleInWords(OURS.styles, song.style)).toBe('own-pier (not here; Quayside plays)');
  expect(renderBand(song, OURS).parts[0]!.notes.length).toBeGreaterThan(10);
  expect(styleInWords(repertoireWith([kept]).styles, song.style)).toBe('Pier band');
});

it('patterns of the writer’s own are played by, and written out in a style that uses them', () => {
  const [pattern] = LIBRARY.get('bass')!;
  const family = plain({
    format: 'vivid-backline-patterns',
    version: 1,
    about: 'Mine',
    kind: 'bass',
    patterns: [{ ...pattern!, id: 'mine', name: 'Mine' }],
  });
  const played = repertoireWith([family]);
  const bass = played.kinds.get('bass')!;
  expect(patternsAtHand(bass, played.styles.standIn).map((p) => p.id)).toContain('mine');
  const song = withEdits(readChart(CHART, OURS), setSettings('bass', null, { pattern: 'mine' }));
  const style = plain(styleFromSong(song, played, LIBRARY, { id: 'own-m', name: 'M', about: '' }));
  expect(style.parts.bass!.patterns!.map((p) => (p as { id: string }).id)).toEqual(['mine']);
  // Without the file the style plays all the same.
  const alone = repertoireWith([style]);
  const by = { ...song, style: 'own-m' };
  expect(notesOf(by, alone)).toEqual(notesOf(by, repertoireWith([family, style])));
});

it('ids and names that are taken are said, shipped ones too; free ones are found in any script', () => {
  const own = (change: object) => readUserDocument({ ...plain(kept), ...change }).own!;
  const mine = own({});
  expect(takenIn(own({ id: 'quayside' }), [])).toMatch(/id "quayside" already/);
  expect(takenIn(own({ id: 'own-b', name: 'quayside ' }), [])).toMatch(/called “quayside” already/);
  expect(takenIn(own({ id: 'own-b' }), [mine])).toMatch(/called “Pier band” already/);
  expect(takenIn(own({ id: 'own-b', name: 'B' }), [mine])).toBeNull();
  const played = repertoireWith([kept]);
  expect(userStyleId('Pier!', played)).toBe('own-pier-2');
  expect(userStyleId('Été à Brest', OURS)).toBe('own-e-te-a-brest');
  expect(userStyleId('港の夜', OURS)).toBe('own-style');
  expect(freeStyleName('Pier band', played)).toBe('Pier band 2');
  // The second of an id is left out, the first plays.
  expect(repertoireWith([kept, { ...kept, name: 'Twin' }]).styles.all.map((s) => s.name)).not.toContain(
    'Twin',
  );
});

it('what cannot be played by is refused with its place', () => {
  const refused = (change: (file: typeof kept) => void): string => {
    const file = plain(kept);
    change(file);
    return readUserDocument(file).trouble ?? '';
  };
  expect(refused((f) => void (f.parts.bass!.use = ['no-such-line']))).toMatch(/^parts\.bass\./);
  expect(refused((f) => void (f.intro = { bars: 2, kinds: ['horns'] }))).toMatch(
    /^intro\.kinds\.0: .*"horns"/,
  );
  expect(refused((f) => void f.band.push('theremin'))).toMatch(/^band\.\d+: .*"theremin"/);
  expect(refused((f) => void (f.metres = ['11/16']))).toMatch(/^metres\.0: .*no metre/);
  expect(refused((f) => void (f.tempo = [140, 90]))).toMatch(/slowest/);
  expect(refused((f) => void ((f as { version: number }).version = 3))).toMatch(/newer version/);
  expect(refused((f) => void (f.name = 'a\nb'))).toMatch(/one line/);
  const events = plain(LIBRARY.get('bass')!.find((p) => 'grids' in p)!) as unknown as {
    grids: { events: { at: number }[] }[];
  };
  const with_ = (change: (e: typeof events) => void) =>
    refused((f) => {
      const pattern = plain(events);
      change(pattern);
      f.parts.bass!.patterns = [{ ...pattern, id: 'mine' }] as never;
    });
  expect(with_((p) => void (p.grids[0]!.events[0]!.at = -1))).toMatch(/^parts\.bass\.patterns\.0\./);
  const one = events.grids[0]!.events[0]!;
  expect(with_((p) => void (p.grids[0]!.events = Array.from({ length: 100_000 }, () => one)))).toMatch(
    /^parts\.bass\.patterns\.0\./,
  );
  for (const nothing of [null, 7, 'style', [], {}]) expect(readUserDocument(nothing).own).toBeNull();
});

it('keeps how the song ends, and the intro with those who are in the band', () => {
  const song = withEdits(
    band,
    setEnding('hit'),
    setClose({ tag: { bars: 2, times: 1 } }),
    removePart('drums'),
  );
  const style = styleFromSong(song, OURS, LIBRARY, { id: 'own-pier', name: 'Pier', about: 'Hard' });
  expect(style.ends).toEqual({ ending: 'hit', tag: { bars: 2, times: 1 } });
  expect(style.intro!.kinds).toEqual(OURS.styles.standIn.intro!.kinds.filter((k) => k !== 'drums'));
  expect(readUserDocument(plain(style)).trouble).toBeNull();
});

describe('another style brings its way to end', () => {
  const song = withEdits(readChart(CHART, OURS), setStyle('low-ember'));
  const ended = withEdits(song, endAs(OURS.styles.all.find((s) => s.id === 'low-ember')!.ends!));

  it('where the song ended as its style did, and undoes with it', () => {
    const edited = applyEdit(ended, bringStyle('saltbreeze', OURS))!;
    expect(edited.song.ending).toBe('fade');
    expect(edited.song.close).toEqual({ fade: 4 });
    expect(undoStep(edited.song, edited.step)).toEqual(ended);
    expect(endsWith(ended, 'saltbreeze', OURS)).toEqual({ ending: 'fade', fade: 4 });
  });

  it('but leaves one that the writer has set, by as little as a bar', () => {
    const own = withEdits(ended, setClose({ slow: { bars: 1, to: 60 } }));
    const after = withEdits(own, bringStyle('saltbreeze', OURS));
    expect([after.ending, after.close]).toEqual([own.ending, own.close]);
    expect(endsWith(own, 'saltbreeze', OURS)).toBeNull();
  });

  it('without its tag: the song stays as long as it is', () => {
    const plain = readChart(CHART, OURS);
    const hit = withEdits(plain, bringStyle('fencepost', OURS));
    expect([hit.ending, hit.close]).toEqual(['hit', undefined]);
    expect(endsWith(plain, 'lamplight', OURS)).toBeNull();
  });

  it('and a style that says nothing of ends changes none', () => {
    const { ends: _ends, ...silent } = kept;
    const played = repertoireWith([silent]);
    const after = withEdits(ended, bringStyle('own-pier', played));
    expect([after.ending, after.close]).toEqual([ended.ending, ended.close]);
  });
});

it('a band of no parts, or of unknown kinds only, is none that can be kept', () => {
  expect(canBeKept({ parts: [] }, OURS)).toBe(false);
  expect(canBeKept({ parts: [{ ...band.parts[0]!, kind: 'theremin' }] }, OURS)).toBe(false);
});

it('whatever style a song is in and whatever was set, its band can be kept and read again', () => {
  const styles = OURS.styles.all.map((s) => s.id);
  const arbitrary = fc.record({
    style: fc.constantFrom(...styles, 'gone'),
    register: fc.integer({ min: 23, max: 84 }),
    tempo: fc.integer({ min: 30, max: 300 }),
    name: fc.string({ minLength: 1, maxLength: 80 }),
  });
  fc.assert(
    fc.property(arbitrary, ({ style, register, tempo, name }) => {
      const song = withEdits(
        { ...readChart(CHART, OURS), style, tempo },
        ...['bass', 'keys', 'guitar'].map((id) => setSettings(id, null, { register })),
      );
      const file = styleFromSong(song, OURS, LIBRARY, { id: 'own-x', name: `x${name}`, about: name });
      expect(readUserDocument(plain(file)).trouble).toBeNull();
    }),
    { numRuns: 60 },
  );
});
