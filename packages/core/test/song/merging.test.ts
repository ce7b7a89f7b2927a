/** What two devices changed without knowing of each other: apart it goes together in either order, else it is asked. */
import fc from 'fast-check';
import { applyEdit, type Edit } from '@backline/core/edits/apply';
import { setBar, insertBar } from '@backline/core/edits/bars';
import { setChordAt } from '@backline/core/edits/chords';
import { addCue } from '@backline/core/edits/cues';
import { addSection, moveEntry, renameSection } from '@backline/core/edits/form';
import { setMetre } from '@backline/core/edits/keyAndMetre';
import { renamePart } from '@backline/core/edits/parts';
import { removeSection } from '@backline/core/edits/removed';
import { setSettings } from '@backline/core/edits/settings';
import { setMix, setTempo, setTitle } from '@backline/core/edits/song';
import { chooseTake, keepTake, sayOfTake } from '@backline/core/edits/takes';
import { readChart } from '@backline/core/formats/chart/index';
import { songChanges } from '@backline/core/song/changes';
import { areApart } from '@backline/core/song/merging';
import { withPatches, wholeSong, PatchesDoNotFit, type SongPatch } from '@backline/core/song/patches';
import type { Song } from '@backline/core/song/schema';
import type { Take } from '@backline/core/song/takeSchema';
import { OURS } from '@backline/core/styles/index';
import { afterEdits, anyEdit } from '../support/edits';
import { anySong } from '../support/music';

const SONG = readChart('[A]\nC | F | G | C\n[B]\nAm | Dm | E7 | Am\n[C]\nF | G', OURS);

const after = (song: Song, ...edits: Edit[]): SongPatch[] => {
  const now = edits.reduce((s, edit) => applyEdit(s, edit)?.song ?? s, song);
  return songChanges(song, now);
};

const bothWays = (a: readonly SongPatch[], b: readonly SongPatch[]): Song[] => [
  withPatches(withPatches(SONG, a), b),
  withPatches(withPatches(SONG, b), a),
];

describe('changes to different things', () => {
  it.each<[string, Edit[], Edit[]]>([
    ['chords of two sections', [setBar('s1', 1, 'Dm7 G7')], [setBar('s2', 0, 'Bb')]],
    ['bars of two sections', [insertBar('s1', 1)], [insertBar('s2', 1), setBar('s2', 1, 'G')]],
    ['a chord, and a name', [setChordAt('s1', 0, 'Em')], [renameSection('s1', 'Other'), setTitle('New')]],
    [
      'two parts',
      [setMix('bass', { level: 3 })],
      [setSettings('keys', null, { density: 5 }), renamePart('bass', 'Low')],
    ],
    [
      'one part, two settings',
      [setSettings('bass', null, { density: 5 })],
      [setSettings('bass', null, { octave: 1 })],
    ],
    ['tempo, and the order', [setTempo(99)], [moveEntry(0, 1)]],
    [
      'cues of two sections',
      [addCue('s1', { at: 0, parts: ['bass'], settings: { on: false } })],
      [addCue('s2', { at: 0, parts: ['bass'], settings: { on: false } })],
    ],
  ])('%s: are both there, whichever came first', (_, mine, theirs) => {
    const [a, b] = [after(SONG, ...mine), after(SONG, ...theirs)];
    expect(areApart(a, b)).toBe(true);
    const [one, other] = bothWays(a, b);
    expect(one).toEqual(other);
    expect(songChanges(SONG, one!).length).toBe(a.length + b.length);
  });
});

describe('changes to the same thing are asked about', () => {
  it.each<[string, Edit[], Edit[]]>([
    ['the same chord', [setChordAt('s1', 0, 'Em')], [setChordAt('s1', 0, 'Eb')]],
    ['bars of one section', [insertBar('s1', 0)], [setBar('s1', 3, 'C G')]],
    ['one deletes what the other edits', [removeSection('s2')], [renameSection('s2', 'Other')]],
    ['one deletes what the other edits deep in it', [removeSection('s2')], [setChordAt('s2', 0, 'Em')]],
    ['two new sections at one place', [addSection('X', 'C')], [addSection('Y', 'C')]],
    ['a metre, and bars', [setMetre({}, '3/4', 'beats')], [insertBar('s1', 1)]],
    ['a title twice', [setTitle('One')], [setTitle('Two')]],
  ])('%s', (_, mine, theirs) => {
    const [a, b] = [after(SONG, ...mine), after(SONG, ...theirs)];
    expect([areApart(a, b), areApart(b, a)]).toEqual([false, false]);
  });

  it('a whole song, and what is named by its place', () => {
    expect(areApart([wholeSong(SONG)], after(SONG, setTitle('x')))).toBe(false);
    const old: SongPatch[] = [{ op: 'replace', path: ['sections', 0, 'name'], value: 'x' }];
    expect(areApart(old, after(SONG, setTempo(90)))).toBe(false);
  });
});

describe('takes', () => {
  const take = (id: string): Take => ({
    id,
    seed: 1,
    pieces: [{ section: 's1', entry: 'e1', repeat: 0, from: 0, to: 1920, chords: [], notes: [] }],
  });
  const had = applyEdit(SONG, keepTake('solo', take('t1'), true))!.song;
  const of = (edit: Edit): SongPatch[] => songChanges(had, applyEdit(had, edit)!.song);
  const star = of(sayOfTake('solo', 't1', { starred: true }));
  const made = of(keepTake('solo', take('t2'), false));

  it('one that is made while bars move lies at other bars by then: that is asked about', () => {
    expect(areApart(made, of(insertBar('s1', 0)))).toBe(false);
    expect(areApart(of(chooseTake('solo', take('t1').pieces, null)), of(insertBar('s1', 0)))).toBe(false);
    expect(areApart(made, of(keepTake('solo', take('t2'), true)))).toBe(false);
  });

  it('what is said of one, and the takes of two parts, go together with anything else', () => {
    expect(areApart(star, made)).toBe(true);
    expect(areApart(star, of(setBar('s1', 1, 'Dm7')))).toBe(true);
    expect(areApart(made, of(setTitle('New')))).toBe(true);
    expect(withPatches(withPatches(had, star), made)).toEqual(withPatches(withPatches(had, made), star));
  });
});

const anyEdits = fc.array(fc.tuple(anyEdit, fc.nat({ max: 60 })), { minLength: 1, maxLength: 4 });

it('whatever two devices do: where it is apart, either order makes the same song, with all of both in it', () => {
  let together = 0;
  fc.assert(
    fc.property(anySong, anyEdits, anyEdits, (song, mine, theirs) => {
      const [a, b] = [songChanges(song, afterEdits(song, mine)), songChanges(song, afterEdits(song, theirs))];
      expect(areApart(a, b)).toBe(areApart(b, a));
      if (!areApart(a, b)) return;
      together++;
      const [one, other] = [withPatches(withPatches(song, a), b), withPatches(withPatches(song, b), a)];
      expect(one).toEqual(other);
      // Taken away again, the other's is left, and the other way round.
      expect(withPatches(one, songChanges(afterEdits(song, mine), song))).toEqual(afterEdits(song, theirs));
    }),
    { numRuns: 300 },
  );
  expect(together).toBeGreaterThan(60);
});

it('patches that name what is gone do not fit, and say so', () => {
  const gone = after(SONG, removeSection('s2'));
  const there = withPatches(SONG, gone);
  expect(() => withPatches(there, after(SONG, setChordAt('s2', 0, 'Em')))).toThrow(PatchesDoNotFit);
  expect(() => withPatches(there, gone)).toThrow(PatchesDoNotFit);
});
