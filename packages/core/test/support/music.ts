import fc from 'fast-check';
import { agree } from '@backline/core/ensemble/index';
import { expandForm } from '@backline/core/timeline/occurrences';
import { regionsOf } from '@backline/core/timeline/region';
import { patternsOf } from '@backline/core/timeline/settings';
import { createSong, emptySection } from '@backline/core/song/create';
import { readChart } from '@backline/core/formats/chart/index';
import type { Settings, Song } from '@backline/core/song/schema';
import { EVERYDAY_QUALITIES, ALL_QUALITIES } from '@backline/core/theory/qualities';
import { bandOf, newPart, styleOf } from '@backline/core/band/repertoire';
import { metreOf, METRE_NAMES } from '@backline/core/time/metre';
import { kindsOfBand } from '@backline/core/style/bandKinds';
import type { Style } from '@backline/core/style/schema';
import type { Pattern } from '@backline/core/style/pattern';
import { OURS } from '@backline/core/styles/index';

/** The styles as they are shipped, and the kinds of part that they have patterns for. */
export const STYLES: readonly Style[] = OURS.styles.all;
export const BAND_KINDS: readonly string[] = kindsOfBand(STYLES[0]!);

/** The regions of a song's parts as the band has agreed on them. */
export const regionsIn = (song: Song, repertoire = OURS) => {
  const style = styleOf(song, repertoire);
  return regionsOf(song, repertoire.kinds, style, agree(song, repertoire.kinds, style, expandForm(song)));
};

/** A song whose players agree on nothing and tell every playing alike: what a pattern says, and nothing else. */
export const apart = (song: Song): Song => ({
  ...song,
  together: {
    anticipations: false,
    marks: false,
    lock: false,
    registers: false,
    shape: false,
    arc: false,
    repeatVariation: 'exactly',
  },
});

/** Patterns of a kind of part in a style; its plain ones where the style has none. */
export const patternsIn = (style: string, kind: string): readonly Pattern[] =>
  patternsOf(OURS.kinds.get(kind)!, styleOf({ style }, OURS));

export const TWELVE_ROOTS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
export const SEVENTEEN_ROOTS = [...TWELVE_ROOTS, 'C#', 'D#', 'Gb', 'G#', 'A#'];

/** A chart of bars, a chord or more each, as patterns alone play it. */
export const song = (bars: string, header = ''): Song => apart(together(bars, header));

/** The same with players who listen to each other. */
export const together = (bars: string, header = ''): Song => readChart(`${header}\n[Verse]\n${bars}`, OURS);

export const withSettings = (base: Song, part: string, settings: Settings): Song => ({
  ...base,
  parts: base.parts.map((p) => (p.id === part ? { ...p, settings: { ...p.settings, ...settings } } : p)),
});

export const anyQuality = fc.constantFrom(...ALL_QUALITIES);
export const anyRoot = fc.constantFrom(...SEVENTEEN_ROOTS);
export const anySymbol = fc.tuple(anyRoot, anyQuality).map(([r, q]) => r + q);
const plainSymbol = fc
  .tuple(fc.constantFrom(...TWELVE_ROOTS), fc.constantFrom(...EVERYDAY_QUALITIES))
  .map(([r, q]) => r + q);

/** A bar of one chord, two, or one that is held, in text. */
const anyBar = fc.oneof(
  { weight: 4, arbitrary: plainSymbol },
  { weight: 3, arbitrary: fc.tuple(plainSymbol, plainSymbol).map((p) => p.join(' ')) },
  { weight: 1, arbitrary: anySymbol },
  { weight: 1, arbitrary: plainSymbol.map((s) => `${s}{push 1/8}`) },
  { weight: 1, arbitrary: fc.constant('N.C.') },
);

/** A band with a part of each of the first style's kinds at least. */
const withBand = (parts: Song['parts']): Song['parts'] =>
  BAND_KINDS.reduce(
    (all, kind) => (all.some((p) => p.kind === kind) ? all : [...all, newPart(OURS.kinds.get(kind)!, all)]),
    parts,
  );

/** Songs of two or three sections with repeats, in either style and several metres. */
export const anySong = fc
  .record({
    metre: fc.constantFrom('4/4', ...METRE_NAMES),
    style: fc.constantFrom(...STYLES.map((s) => s.id)),
    key: fc.constantFrom('C', 'G', 'Eb', 'Am', 'F#m', 'Dm'),
    tempo: fc.integer({ min: 60, max: 200 }),
    seed: fc.integer({ min: 0, max: 9999 }),
    sections: fc.array(fc.array(anyBar, { minLength: 1, maxLength: 6 }), { minLength: 1, maxLength: 3 }),
    repeats: fc.integer({ min: 1, max: 2 }),
  })
  .map(({ metre, style, key, tempo, seed, sections, repeats }) => {
    const body = sections
      .map((bars, i) => `[Section ${String.fromCharCode(65 + i)}] x${repeats}\n| ${bars.join(' | ')} |`)
      .join('\n');
    const header = `title: Any\nkey: ${key}\ntime: ${metre}\ntempo: ${tempo}\nstyle: ${style}\n`;
    return { ...readChart(header + body, OURS), seed };
  });

/** The same, with a part of each kind that the first style has at least. */
export const anyBandedSong = anySong.map((s) => ({ ...s, parts: withBand(s.parts) }));

/** A song of one section with the same few chords over and over. */
export function longSong(bars: number, perSection = 16): Song {
  const cycle = ['G', 'Em7', 'Cmaj7', 'D7sus4', 'G/B', 'C', 'Am7', 'D7'];
  const bar = metreOf('4/4').length;
  const sections = Array.from({ length: Math.ceil(bars / perSection) }, (_, s) => ({
    ...emptySection(`s${s + 1}`, `Part ${s + 1}`, perSection),
    drafts: [
      {
        id: 'd1',
        name: 'First',
        chords: Array.from({ length: perSection }, (_, i) => ({
          id: `c${i + 1}`,
          start: i * bar,
          length: bar,
          symbol: cycle[(i + s) % cycle.length]!,
        })),
      },
    ],
  }));
  return createSong({
    title: 'Long',
    style: STYLES[0]!.id,
    tempo: STYLES[0]!.usualTempo,
    parts: bandOf(STYLES[0]!, OURS.kinds),
    key: 'G',
    sections,
    form: sections.map((s, i) => ({ id: `e${i + 1}`, section: s.id, repeats: 1 })),
  });
}
