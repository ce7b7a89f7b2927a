import fc from 'fast-check';
import { createSong, emptySection } from '@backline/core/song/create';
import { readChart } from '@backline/core/formats/chart/index';
import type { Settings, Song } from '@backline/core/song/schema';
import { EVERYDAY_QUALITIES, ALL_QUALITIES } from '@backline/core/theory/qualities';
import { barTicks, type Metre } from '@backline/core/timeline/time';

export const TWELVE_ROOTS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
export const SEVENTEEN_ROOTS = [...TWELVE_ROOTS, 'C#', 'D#', 'Gb', 'G#', 'A#'];

/** A chart of bars, a chord or more each. */
export const song = (bars: string, header = ''): Song => readChart(`${header}\n[Verse]\n${bars}`);

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

/** Songs of two or three sections with repeats, in either style and several metres. */
export const anySong = fc
  .record({
    metre: fc.constantFrom<Metre>('4/4', '3/4', '2/4', '5/4', '6/4', '7/4'),
    style: fc.constantFrom('quayside', 'lamplight'),
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
    return { ...readChart(header + body), seed };
  });

/** A song of one section with the same few chords over and over. */
export function longSong(bars: number, perSection = 16): Song {
  const cycle = ['G', 'Em7', 'Cmaj7', 'D7sus4', 'G/B', 'C', 'Am7', 'D7'];
  const bar = barTicks('4/4');
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
    key: 'G',
    sections,
    form: sections.map((s, i) => ({ id: `e${i + 1}`, section: s.id, repeats: 1 })),
  });
}
