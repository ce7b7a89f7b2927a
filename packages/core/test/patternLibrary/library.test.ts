/** The library: enough of every kind, each pattern a pattern of its own, each density one that is heard. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import Ajv from 'ajv/dist/2020';
import { renderBand } from '@backline/core/band/index';
import { newPart } from '@backline/core/band/repertoire';
import { apartness } from '@backline/core/ranking/strokes';
import { LIBRARY } from '@backline/core/patternLibrary/index';
import { KINDS } from '@backline/core/parts/index';
import { FILLS } from '@backline/core/parts/drums/fills';
import { libraryOf, readFamily, type LibraryPattern } from '@backline/core/style/patternFamily';
import { publishedPatterns } from '@backline/core/style/published';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { song } from '../support/music';

const FOLDER = join(__dirname, '../../src/patternLibrary');
const FILES = readdirSync(FOLDER, { withFileTypes: true })
  .filter((entry) => entry.isDirectory())
  .flatMap(({ name }) => readdirSync(join(FOLDER, name)).map((file) => join(name, file)));
type Json = ReturnType<typeof JSON.parse>;
const read = (file: string): Json => JSON.parse(readFileSync(join(FOLDER, file), 'utf8')) as Json;
const PUBLISHED = JSON.parse(
  readFileSync(join(__dirname, '../../../../docs/patterns.schema.json'), 'utf8'),
) as object;
const byAjv = new Ajv({ strict: false, allErrors: true }).compile(PUBLISHED);

const ALL = KINDS.flatMap((kind) => (LIBRARY.get(kind.id) ?? []).map((p) => [kind.id, p.id, p] as const));
const count = (...kinds: string[]): number =>
  kinds.reduce((sum, kind) => sum + (LIBRARY.get(kind)?.length ?? 0), 0);

/** A metre in which a pattern is at home. */
function metreOf(pattern: LibraryPattern): string {
  const grids = (pattern as Json).grids as { beats: number; of: string }[] | undefined;
  if (pattern.facts.feel === 'twelve-eight') return grids?.every((g) => g.beats === 2) ? '6/8' : '12/8';
  return grids?.every((g) => g.beats === 3) ? '3/4' : '4/4';
}

/** Eight bars of one chord, two and a held one, played by one part by one pattern. */
function playing(kind: string, pattern: LibraryPattern, settings: object, whole = song): Song {
  const [least, most] = pattern.facts.tempo;
  const header = `time: ${metreOf(pattern)}\ntempo: ${Math.round((least + most) / 2)}`;
  const s = whole('C | Am7 F | Dm7 | G7 | C | C | F G7 | C', header);
  const part = newPart(OURS.kinds.get(kind)!, []);
  return { ...s, parts: [{ ...part, settings: { pattern: pattern.id, ...settings } }] };
}

const notesOf = (s: Song): string[] =>
  renderBand(s, OURS).parts[0]!.notes.map((n) => `${n.start} ${n.pitch} ${n.duration}`);

describe('the library', () => {
  it('has enough of every kind', () => {
    expect(count('bass')).toBeGreaterThanOrEqual(48);
    expect(count('keys')).toBeGreaterThanOrEqual(40);
    expect(count('guitar')).toBeGreaterThanOrEqual(48);
    expect(count('arp')).toBeGreaterThanOrEqual(24);
    expect(count('strings', 'horns')).toBeGreaterThanOrEqual(24);
    expect(count('drums')).toBeGreaterThanOrEqual(40);
    expect(count('percussion')).toBeGreaterThanOrEqual(16);
    expect(FILLS.length).toBeGreaterThanOrEqual(40);
    const fourParts = ['melody', 'solo'].flatMap((kind) => LIBRARY.get(kind)!).filter((p: Json) => p.form === 'four parts'); // prettier-ignore
    expect(fourParts.length).toBeGreaterThanOrEqual(32);
  });

  it('is published as it is read', () => {
    expect(PUBLISHED).toEqual(JSON.parse(JSON.stringify(publishedPatterns(KINDS))));
  });

  it.each(FILES)('%s is taken by a second reader (ajv) as well', (file) => {
    expect([byAjv(read(file)), byAjv.errors]).toEqual([true, null]);
    expect(readFamily(read(file), KINDS).trouble).toBeNull();
  });

  it('holds no two patterns that are the same but for a note or two', () => {
    for (const [kind, patterns] of LIBRARY) {
      const near = patterns.flatMap((a, i) =>
        patterns
          .slice(i + 1)
          .filter((b) => apartness(a, b) < 0.2)
          .map((b) => `${kind}: ${a.id} and ${b.id} ${apartness(a, b).toFixed(2)}`),
      );
      expect(near).toEqual([]);
    }
  });

  it('calls no two patterns of a kind the same', () => {
    for (const [kind, patterns] of LIBRARY) {
      const names = patterns.map((p) => p.name);
      expect([kind, names.filter((n, i) => names.indexOf(n) !== i)]).toEqual([kind, []]);
    }
  });

  it('has fills of every use and size, in halves and in thirds', () => {
    for (const divides of ['halves', 'thirds']) {
      for (const use of ['fill', 'break', 'intro', 'ending']) {
        const sizes = new Set(
          FILLS.filter((f) => f.use === use && f.divides === divides).map((f) => f.beats),
        );
        expect([divides, use, sizes.has(1), sizes.has(2)]).toEqual([divides, use, true, true]);
      }
    }
  });
});

describe('each pattern', () => {
  it.each(ALL)('of %s, %s: every density is another, and none plays less than the one below it', (kind, _, pattern) => {
    const played = [1, 2, 3, 4, 5].map((density) => notesOf(playing(kind, pattern, { density })));
    const alike = [1, 2, 3, 4].filter((i) => played[i]!.join() === played[i - 1]!.join());
    expect(alike.map((i) => `density ${i} and ${i + 1}`)).toEqual([]);
    for (let i = 1; i < 5; i++) expect(played[i]!.length).toBeGreaterThanOrEqual(played[i - 1]!.length);
  }); // prettier-ignore
});

describe('a family is refused, with the place in the file, where', () => {
  const changed = (change: (family: Json) => void): unknown => {
    const copy = structuredClone(read('bass/roots.json')) as Json;
    change(copy);
    return copy;
  };
  it.each<[string, (f: Json) => void, RegExp]>([
    ['it is none', (f) => (f.format = 'poem'), /format is not/],
    ['it comes from a later version', (f) => (f.version = 3), /newer version/],
    ['its kind is unknown', (f) => (f.kind = 'kazoo'), /kind/],
    ['a voice is unknown', (f) => (f.patterns[1].grids[0].events[0].tone = 'ninth'), /patterns\.1\.grids\.0\.events\.0\.tone/],
    ['time is negative', (f) => (f.patterns[0].grids[0].events[0].at = -1), /patterns\.0\.grids\.0\.events\.0\.at/],
    ['there are a million events', (f) => (f.patterns[0].grids[0].events = Array(1000).fill(f.patterns[0].grids[0].events[0])), /patterns\.0\.grids\.0\.events/],
    ['it does not say what it is for', (f) => delete f.patterns[2].facts, /patterns\.2\.facts.*Give it facts/],
    ['its tempos run backwards', (f) => (f.patterns[0].facts.tempo = [140, 60]), /patterns\.0\.facts\.tempo.*slowest tempo comes first/],
    ['a condition is unknown', (f) => (f.patterns[0].grids[0].events[0].when = 'full moon'), /events\.0\.when/],
    ['a metre has no such group', (f) => (f.patterns[0].grids[0].beats = 9), /grids\.0\.beats/],
  ])('%s', (_, change, sentence) => {
    expect(readFamily(changed(change), KINDS).trouble).toMatch(sentence);
  }); // prettier-ignore

  it('a name is taken', () => {
    const family = readFamily(read('bass/roots.json'), KINDS);
    expect(() => libraryOf([family, family])).toThrow(/bass are called "long-roots"/);
  });
});
