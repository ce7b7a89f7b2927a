/**
 * Whatever comes from outside is refused in words before anything is worked out from it. That it is refused fast is
 * measured by bench/hostile.ts; what is not bounded here does not end, or ends the process.
 */
import { z } from 'zod';
import { createUserStyleSchema } from '@backline/core/userStyles/wire';
import { readUserDocument } from '@backline/core/userStyles/read';
import { createProgressionSchema } from '@backline/core/progressions/wire';
import { BOUNDS, boundsTrouble } from '@backline/core/song/bounds';
import { changedInWords } from '@backline/core/song/changed';
import { PatchesDoNotFit, patchSchema, withPatches } from '@backline/core/song/patches';
import { readSong } from '@backline/core/song/read';
import { songShape, type Song } from '@backline/core/song/schema';
import { saveSchema, summaryOf } from '@backline/core/song/wire';
import styleFile from '../../src/styles/quayside.json';
import patternsFile from '../../src/patternLibrary/keys/held.json';
import { FULL_SONG, placesOf, withAt, type Path } from '../support/fullSong';
import { song } from '../support/music';

const TEN_MILLION = 10_000_001;
const PROGRESSION = {
  progression: {
    name: 'Home',
    bars: 'I | IV',
    mode: 'major',
    metre: '4/4',
    genres: ['pop'],
    moods: ['warm'],
  },
};
const PLAYER = {
  format: 'vivid-backline-player',
  version: 1,
  id: 'own-x',
  name: 'X',
  about: 'y',
  kind: 'bass',
  level: 90,
  settings: FULL_SONG.parts[0]!.settings,
};
const SAVE = {
  revision: 3,
  steps: [
    {
      edit: '6b1f0a52-3a7e-4a55-9a3e-1111111111ab',
      patches: [{ op: 'replace', path: ['sections', 0, 'name'], value: 'A' }],
    },
  ],
};

/** Each kind of document that comes from outside, and what says that it is none. */
const DOORS: readonly (readonly [string, object, (document: unknown) => boolean])[] = [
  ['a song', FULL_SONG, (d) => readSong(d).song === null],
  ['a style', styleFile, (d) => readUserDocument(d).own === null],
  ['patterns', patternsFile, (d) => readUserDocument(d).own === null],
  ['a player', PLAYER, (d) => readUserDocument(d).own === null],
  ['a save', SAVE, (d) => boundsTrouble(d) !== null || !saveSchema.safeParse(d).success],
  [
    'a progression',
    PROGRESSION,
    (d) => boundsTrouble(d) !== null || !createProgressionSchema.safeParse(d).success,
  ],
  [
    'a style to be kept',
    { id: SAVE.steps[0]!.edit, document: styleFile },
    (d) =>
      boundsTrouble(d) !== null ||
      !createUserStyleSchema.safeParse(d).success ||
      readUserDocument((d as { document: unknown }).document).own === null,
  ],
];

/** What may be that large: a draw and a count of saves, the notes of a frozen part, and whatever a patch puts anywhere. */
const MAY_BE =
  /^(seed|parts\.0\.takes\.0\.seed|revision|steps\.0\.patches\.0\.value) |^parts\.0\.(frozen\.0|takes\.0\.pieces\.0)\.notes 1$/;

const enlarged = (value: unknown): unknown[] => {
  if (typeof value === 'number') return [TEN_MILLION, -TEN_MILLION, 1e308];
  if (typeof value === 'string') return ['x'.repeat(TEN_MILLION), 'x'.repeat(BOUNDS.text)];
  if (Array.isArray(value)) {
    return [new Array(TEN_MILLION), new Array(BOUNDS.items).fill(value[0])];
  }
  return [];
};

describe.each(DOORS)('%s', (_, document, refuses) => {
  it('has each of its numbers, texts and lists bounded', () => {
    const places = placesOf(document);
    expect(places.length).toBeGreaterThan(5);
    for (const { path, value } of places) {
      enlarged(value).forEach((large, i) => {
        const place = `${path.join('.')} ${i}`;
        if (!MAY_BE.test(place))
          expect([place, refuses(withAt(document, path, large))]).toEqual([place, true]);
      });
    }
  });
});

it('the full song is full: every field that a song can have is in it', () => {
  const read = readSong(FULL_SONG);
  expect([read.trouble]).toEqual([null]);
  const known = new Set(
    placesOf(FULL_SONG).map(({ path }) =>
      path.map((name) => (typeof name === 'number' ? '*' : name)).join('.'),
    ),
  );
  type Node = {
    properties?: Record<string, Node>;
    items?: Node | false;
    prefixItems?: Node[];
    anyOf?: Node[];
  };
  const missing: string[] = [];
  const look = (node: Node, path: string): void => {
    for (const [name, inner] of Object.entries(node.properties ?? {})) {
      const place = path ? `${path}.${name}` : name;
      if (!known.has(place)) missing.push(place);
      look(inner, place);
    }
    if (node.items) look(node.items, `${path}.*`);
    for (const one of node.anyOf ?? []) if (!one.properties) look(one, path);
  };
  look(z.toJSONSchema(songShape, { io: 'input', unrepresentable: 'any' }) as Node, '');
  expect(missing).toEqual([]);
});

it('what lies too deep, in lists or in fields, is refused and never overflows', () => {
  const deep = (fields: boolean, depth: number): unknown =>
    JSON.parse(
      fields ? '{"a":'.repeat(depth) + '1' + '}'.repeat(depth) : '['.repeat(depth) + ']'.repeat(depth),
    );
  for (const depth of [5000, 100_000]) {
    for (const fields of [true, false]) {
      expect(readSong({ ...song('C'), note: deep(fields, depth) }).trouble).toMatch(/too deep/);
      expect(readUserDocument({ ...styleFile, about: deep(fields, depth) }).trouble).toMatch(/too deep/);
    }
  }
});

describe('a word that every object has from the language', () => {
  const WORDS = ['toString', 'constructor', '__proto__', 'hasOwnProperty', 'valueOf'];

  it.each(WORDS)('%s is no field of a patch, and changes nothing in words', (word) => {
    for (const path of [[word], ['sections', 0, word], [word, word]] as Path[]) {
      expect(patchSchema.safeParse({ op: 'remove', path }).success).toBe(false);
      expect(() => withPatches(song('C'), [{ op: 'remove', path: [...path] }])).toThrow(PatchesDoNotFit);
      const told = changedInWords(song('C'), [{ op: 'remove', path: [...path] }]);
      expect(typeof told).toBe('string');
      expect(JSON.parse(JSON.stringify(summaryOf(song('C'), told)))).toHaveProperty('changed');
    }
  });

  it.each(['toString', '__proto__'])('%s names nothing in a document of any kind', (word) => {
    for (const [, document] of DOORS) {
      for (const { path, value } of placesOf(document)) {
        if (typeof value !== 'object' && typeof value !== 'string') continue;
        const odd = typeof value === 'string' ? word : { ...(value as object), [word]: word };
        const changed = withAt(document, path, odd);
        expect(() => readSong(changed)).not.toThrow();
        expect(() => readUserDocument(changed)).not.toThrow();
      }
    }
  });
});

describe('patches', () => {
  const list = (length: number): { items: number[] } => ({ items: Array.from({ length }, (_, i) => i) });

  it('put behind a list’s end, or make it longer by its length, do not fit', () => {
    const no = (patch: object): void =>
      expect(() => withPatches(list(3), [patch as never])).toThrow(PatchesDoNotFit);
    no({ op: 'add', path: ['items', 4], value: 1 });
    no({ op: 'add', path: ['items', 3999], value: 1 });
    no({ op: 'replace', path: ['items', 3], value: 1 });
    no({ op: 'remove', path: ['items', 3] });
    no({ op: 'replace', path: ['items', 'length'], value: 4 });
    no({ op: 'remove', path: [] });
    no({ op: 'add', path: ['items', 'x'], value: 1 });
    no({ op: 'add', path: ['items', 0, 'x'], value: 1 });
  });

  it('are laid on one after another, and leave what they are laid on as it was', () => {
    const before = list(3);
    const after = withPatches(before, [
      { op: 'add', path: ['items', 0], value: 9 },
      { op: 'remove', path: ['items', 1] },
      { op: 'add', path: ['items', 3], value: 8 },
      { op: 'replace', path: ['items', 'length'], value: 3 },
      { op: 'add', path: ['more'], value: { a: 1 } },
      { op: 'replace', path: ['more', 'a'], value: 2 },
    ]);
    expect(after).toEqual({ items: [9, 1, 2], more: { a: 2 } });
    expect(before).toEqual(list(3));
  });

  it('share what they do not change', () => {
    const s = song('C | F');
    const { sections, parts } = withPatches(s, [{ op: 'replace', path: ['title'], value: 'B' }]);
    expect(sections).toBe(s.sections);
    expect(parts).toBe(s.parts);
  });

  it('of twenty thousand at a list’s front end at its bound', () => {
    const many = Array.from({ length: 20_000 }, () => ({ op: 'add' as const, path: ['form', 0], value: 1 }));
    expect(() => withPatches(song('C') as Song, many)).toThrow(PatchesDoNotFit);
  });
});
