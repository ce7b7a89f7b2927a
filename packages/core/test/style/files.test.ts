/** Styles as files: two readers agree on them, and what is wrong in one is said with its place. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Ajv from 'ajv/dist/2020';
import { renderBand } from '@backline/core/band/index';
import { repertoireOf } from '@backline/core/band/repertoire';
import { regionMemory } from '@backline/core/band/windowCache';
import { applyEdit } from '@backline/core/edits/apply';
import { setStyle, setTempo } from '@backline/core/edits/song';
import { readChart, writeChart } from '@backline/core/formats/chart/index';
import { KINDS } from '@backline/core/parts/index';
import { LIBRARY } from '@backline/core/patternLibrary/index';
import { patternIn } from '@backline/core/style/patternFamily';
import { readStyle } from '@backline/core/style/read';
import { publishedSchema } from '@backline/core/style/published';
import type { Style } from '@backline/core/style/schema';
import { OURS } from '@backline/core/styles/index';
import { STYLES, song } from '../support/music';

const file = (name: string): Record<string, never> =>
  JSON.parse(readFileSync(join(__dirname, `../../src/styles/${name}.json`), 'utf8')) as Record<string, never>;
const PUBLISHED = JSON.parse(
  readFileSync(join(__dirname, '../../../../docs/style.schema.json'), 'utf8'),
) as object;
const byAjv = new Ajv({ strict: false, allErrors: true }).compile(PUBLISHED);

/** Whatever a file may hold. */
type Json = ReturnType<typeof JSON.parse>;

/** A copy of a style's file, its patterns written into it, with one thing changed. */
function changed(change: (style: Json) => void): unknown {
  const copy = structuredClone(file('quayside')) as Json;
  for (const [kind, voice] of Object.entries<Json>(copy.parts)) {
    voice.patterns = (voice.use as string[]).map((id) => structuredClone(patternIn(LIBRARY, kind, id)));
    delete voice.use;
  }
  change(copy);
  return copy;
}

describe('the published schema of styles', () => {
  it('is the one that is read by', () => {
    expect(PUBLISHED).toEqual(JSON.parse(JSON.stringify(publishedSchema(KINDS))));
  });

  it.each(STYLES.map((s) => s.id))('takes %s, by a second reader (ajv) as well', (name) => {
    expect([byAjv(file(name)), byAjv.errors]).toEqual([true, null]);
    expect(readStyle(file(name), KINDS, LIBRARY).trouble).toBeNull();
    // A style by itself, away from the library, says what it misses.
    expect(readStyle(file(name), KINDS).trouble).toMatch(/parts\.bass\.use\.0: there is no pattern/);
  });
});

describe('a style is refused, with the place in the file, where', () => {
  it.each<[string, (s: Json) => void, RegExp, boolean]>([
    ['it is no style', (s) => (s.format = 'poem'), /format is not/, true],
    ['it comes from a later version', (s) => (s.version = 9), /newer version/, true],
    ['an event would never sound', (s) => (s.parts.bass.patterns[0].grids[0].events[0].at = 9), /parts\.bass\.patterns\.0\.grids\.0\.events\.0\.at.*never sound/, false],
    ['a pattern has no events', (s) => (s.parts.keys.patterns[0].grids[0].events = []), /parts\.keys\.patterns\.0\.grids\.0\.events.*never sounds/, true],
    ['a pattern plays at no usual density', (s) => s.parts.bass.patterns[0].grids[0].events.forEach((e: Json) => (e.minDensity = 5)), /usual density/, false],
    ['a line has no rhythm for its beats', (s) => (s.parts.solo.patterns[0].cells = s.parts.solo.patterns[0].cells.filter((c: Json) => c.beats === 3)), /parts\.solo\.patterns\.0\.cells.*no rhythm of 2 beats/, false],
    ['its usual pattern is not there', (s) => (s.parts.arp.settings.pattern = 'gone'), /parts\.arp\.settings\.pattern.*no pattern "gone"/, false],
    ['a register is out of range', (s) => (s.parts.bass.settings.register = 80), /parts\.bass\.settings\.register.*between 28 and 60/, false],
    ['a voice is unknown', (s) => (s.parts.bass.patterns[0].grids[0].events[0].tone = 'ninth'), /parts\.bass\.patterns\.0/, true],
    ['time runs backwards', (s) => (s.parts.drums.patterns[0].fill[0].at = -1), /parts\.drums\.patterns\.0\.fill\.0\.at/, true],
    ['there are a million events', (s) => (s.parts.drums.patterns[0].grids[0].events = Array(2000).fill(s.parts.drums.patterns[0].grids[0].events[0])), /events/, true],
    ['it has a kind nobody knows', (s) => (s.parts.kazoo = s.parts.bass), /kazoo/, true],
    ['its band has a part without patterns', (s) => delete s.parts.arp, /band\.3.*no patterns/, false],
    ['two patterns share an id', (s) => (s.parts.keys.patterns[1].id = s.parts.keys.patterns[0].id), /share the id/, false],
    ['a metre is none', (s) => (s.metres = ['9/13']), /metres\.0/, false],
    ['its own tempo is outside of what it suits', (s) => (s.usualTempo = 200), /usualTempo.*between 70 and 150/, false],
  ])('%s', (_, change, sentence, shown) => {
    const document = changed(change);
    const { style, trouble } = readStyle(document, KINDS);
    expect(style).toBeNull();
    expect(trouble).toMatch(sentence);
    // What JSON Schema can say, the second reader refuses too.
    if (shown) expect(byAjv(document)).toBe(false);
  }); // prettier-ignore
});

describe('a set of styles is handed in', () => {
  const own = (name: string, change: (s: Json) => void = () => undefined): Style =>
    readStyle(changed((s) => { s.id = name; s.name = name; change(s); }), KINDS).style!; // prettier-ignore
  const bassOf = (style: string, styles: readonly Style[]) =>
    renderBand({ ...song('C | F | G | C'), style }, repertoireOf(KINDS, styles)).parts[0]!.notes;

  it('a style of one file more can be played at once', () => {
    const mine = own('mine', (s) => (s.parts.bass.patterns = s.parts.bass.patterns.slice(1)));
    expect(bassOf('mine', [...STYLES, mine])).not.toEqual(bassOf('quayside', STYLES));
  });

  it('an edited style is heard at once, with nothing stale remembered', () => {
    const memory = regionMemory();
    const s = { ...song('C | F'), style: 'mine' };
    const played = (style: Style) => renderBand(s, repertoireOf(KINDS, [style]), memory).parts[0]!.notes;
    const before = played(own('mine'));
    const after = played(own('mine', (x) => (x.parts.bass.patterns[0].grids[0].events[0].tone = 'octave')));
    expect(after).not.toEqual(before);
    expect(after).toEqual(
      renderBand(s, repertoireOf(KINDS, [own('mine', (x) => (x.parts.bass.patterns[0].grids[0].events[0].tone = 'octave'))])).parts[0]!.notes,
    ); // prettier-ignore
  });

  it('a style that is missing is told, plays by a named stand-in, and its name is never lost', () => {
    const s = applyEdit(song('C | F'), setStyle('far-away'))!.song;
    const band = renderBand(s, OURS);
    expect([band.standIn, band.parts[0]!.notes.length > 0]).toEqual(['Quayside', true]);
    expect(renderBand(song('C | F'), OURS).standIn).toBeNull();
    const edited = applyEdit(s, setTempo(90))!.song;
    expect(readChart(writeChart(edited), OURS).style).toBe('far-away');
    expect(readChart(writeChart(edited), OURS, edited).style).toBe('far-away');
  });
});

describe('all that is wrong with a file is told at once', () => {
  it('every field that is missing in one sentence, and whatever else is wrong with its place', () => {
    const { style, trouble } = readStyle(
      {
        format: 'vivid-backline-style',
        version: 1,
        parts: { bass: { settings: { density: 9 }, patterns: [] } },
      },
      KINDS,
    );
    expect(style).toBeNull();
    expect(trouble!.split('\n')).toEqual([
      'These are missing: id, name, feel, about, metres, tempo, usualTempo, groove, anticipation, tonicExtension and band.',
      'parts.bass.settings.density: This must be at most 5.',
      'parts.bass.use: A part needs one pattern at least.',
    ]);
  });

  it('field by field: without any one of them a style says which', () => {
    const whole = file('quayside') as Record<string, unknown>;
    const optional = ['traits', 'intro', 'arc', 'ends'];
    for (const field of Object.keys(whole).filter((name) => !optional.includes(name))) {
      const { [field]: _gone, ...rest } = whole;
      const { trouble } = readStyle(rest, KINDS, LIBRARY);
      if (field === 'format') expect(trouble).toContain('This is no style');
      else expect(trouble).toBe(`${field}: This is missing.`);
    }
  });

  it('every pattern that is not there is named', () => {
    const { trouble } = readStyle(file('quayside'), KINDS);
    const named = trouble!.split('\n');
    const used = Object.values(
      (file('quayside') as unknown as { parts: Record<string, { use: string[] }> }).parts,
    ).flatMap((v) => v.use);
    expect(named).toHaveLength(used.length);
    for (const id of used) expect(trouble).toContain(`"${id}"`);
  });

  it('no message of a schema reaches anyone as it is', () => {
    const wrong: unknown[] = [null, 7, 'x', [], {}, { a: 1 }, undefined];
    for (const value of wrong) {
      for (const field of [
        'id',
        'name',
        'feel',
        'metres',
        'tempo',
        'groove',
        'anticipation',
        'home',
        'band',
        'parts',
      ]) {
        const { trouble } = readStyle({ ...file('quayside'), [field]: value }, KINDS, LIBRARY);
        expect(trouble ?? 'It is one.').not.toMatch(/expected|received|nonoptional|Invalid input|undefined/);
      }
    }
  });
});
