/** A song in which every field that a song can have is there, and a walk through whatever a document holds. */
import { createSong } from '@backline/core/song/create';
import { STEP_ORDERS, STEP_RATES } from '@backline/core/song/choices';
import type { Settings, Song } from '@backline/core/song/schema';

export const FULL_SETTINGS: Required<Settings> = {
  on: true,
  pattern: 'quarters',
  pace: 'half time',
  density: 3,
  shortestPhrase: 2,
  longestPhrase: 8,
  space: 20,
  energy: 'builds',
  outside: 'a little',
  motifReturns: 'often',
  theme: 'whole',
  dynamics: 'mf',
  register: 48,
  spread: 4,
  voices: 4,
  voicingType: 'open',
  richness: 'sevenths',
  hands: 'both',
  tuning: 'DADGAD',
  capo: 2,
  neck: 'open',
  instrument: 4,
  octave: 1,
  strum: 30,
  length: 80,
  rhythmOf: 'bass',
  goesWith: 'bass',
  goesHow: 'third below',
  tones: 'chords',
  cymbal: 'ride',
  backbeat: 'snare',
  order: STEP_ORDERS[0],
  octaves: 2,
  accentEvery: 3,
  rests: [1, 2],
  rate: STEP_RATES[0],
  without: ['low'],
  slides: 'none',
  pedal: true,
  swell: 'none',
  palm: true,
  atChange: 'restart',
  groove: { unit: 'eighth', swing: 60, lateness: 5, strength: 4 },
  variation: 7,
  repeatVariation: 'exactly',
  gainOffset: -3,
  panOffset: 10,
  sendOffset: -10,
  shelfOffset: 4,
  anticipation: 240,
  listens: false,
};

const TOGETHER = {
  anticipations: true,
  marks: true,
  lock: true,
  registers: true,
  shape: true,
  fills: true,
  arc: false,
  anticipation: 240,
  repeatVariation: 'exactly',
} as const;

const CHORD = {
  id: 'c1',
  start: 0,
  length: 1920,
  symbol: 'Am7',
  scale: 'dorian',
  anticipation: 120,
  leadIn: 'chromatic',
  voicing: [57, 60, 64, 67],
  byHand: { bass: { pitches: [45] }, guitar: { frets: [null, 0, 2, 2, 1, 0] } },
  settings: { bass: { pattern: 'quarters', atChange: 'restart' } },
} as const;

const SECTION = {
  id: 's1',
  name: 'Verse',
  bars: 4,
  changes: [{ bar: 1, key: 'G', metre: '4/4', tempo: 100, over: 2 }],
  ownLengths: [{ bar: 3, length: 960 }],
  drafts: [{ id: 'd1', name: 'First', chords: [CHORD] }],
  draft: 'd1',
  settings: { bass: FULL_SETTINGS },
  together: TOGETHER,
  cues: [{ id: 'q1', at: 480, until: 960, parts: ['bass'], settings: FULL_SETTINGS, hit: true }],
  type: 'verse',
  lift: { by: 1, without: ['density'] },
  endings: [1, 1],
  partChords: { bass: [CHORD] },
  unread: [{ at: 0, text: 'H7' }],
  annotation: 'Why.',
};

const ENTRY = {
  id: 'e1',
  section: 's1',
  repeats: 2,
  occurrences: { '0': { bass: FULL_SETTINGS } },
  lifts: { '1': { by: 1, without: ['density'] } },
};

const MIX = {
  level: 100,
  pan: 64,
  reverbSend: 30,
  mute: false,
  solo: false,
  tone: { low: 1, middle: 0, high: -1 },
  drive: 20,
};

/** As it is in a file. */
export const FULL_SONG = JSON.parse(
  JSON.stringify({
    ...createSong({
      title: 'Full',
      sections: [SECTION as never],
      form: [ENTRY as never],
      style: 'quayside',
      tempo: 100,
      parts: [
        {
          id: 'bass',
          kind: 'bass',
          name: 'Bass',
          about: 'Low.',
          settings: FULL_SETTINGS,
          mix: MIX,
          frozen: [{ section: 's1', entry: 'e1', repeat: 0, notes: [[0, 480, 40, 90]] }],
          takes: [
            {
              id: 't1',
              name: 'The quiet one',
              note: 'Bar 2 speaks.',
              starred: true,
              putAway: true,
              seed: 7,
              player: 'somebody',
              settings: FULL_SETTINGS,
              played: true,
              pieces: [
                {
                  section: 's1',
                  entry: 'e1',
                  repeat: 0,
                  from: 0,
                  to: 960,
                  chords: [
                    [-240, 'C'],
                    [480, null],
                  ],
                  notes: [
                    [-240, 220, 240, 40, 90, 'root'],
                    [0, 400, 480, 43, 80, 'fifth', { touch: 'slide up', delay: 12.5, rings: true }],
                  ],
                },
              ],
            },
          ],
          comp: [{ section: 's1', entry: 'e1', repeat: 0, from: 0, to: 480, take: 't1', whileOff: true }],
        },
        { id: 'guitar', kind: 'guitar', name: 'Guitar', settings: {}, mix: MIX },
      ],
    }),
    groove: { unit: 'eighth', swing: 60, lateness: 5, strength: 4 },
    close: { slow: { bars: 2, to: 60 }, tag: { bars: 2, times: 2 }, fade: 4 },
    removed: [
      {
        section: { ...SECTION, id: 's9', name: 'Gone' },
        at: 1,
        key: 'C',
        metre: '4/4',
        positions: [{ at: 0, entry: ENTRY }],
      },
    ],
    guide: { onEntry: true, playback: false, instrument: 0, level: 96 },
    master: { tone: { low: 0, middle: 0, high: 0 }, gain: 0, glue: 50, target: -15 },
    together: TOGETHER,
    annotation: 'Why.',
    tags: ['ferry'],
  }),
) as Song;

export type Path = readonly (string | number)[];

/** Every place of a document with its value, one for each kind of place: items of a list count as one. */
export function placesOf(document: unknown): { readonly path: Path; readonly value: unknown }[] {
  const found = new Map<string, { path: Path; value: unknown }>();
  const look = (value: unknown, path: Path): void => {
    const kind = path.map((name) => (typeof name === 'number' ? '*' : name)).join('.') + typeof value;
    if (path.length && !found.has(kind)) found.set(kind, { path, value });
    if (typeof value !== 'object' || value === null) return;
    for (const [name, item] of Object.entries(value))
      look(item, [...path, Array.isArray(value) ? Number(name) : name]);
  };
  look(document, []);
  return [...found.values()];
}

/** A document with another value at one place. */
export function withAt<T>(document: T, [name, ...rest]: Path, value: unknown): T {
  if (name === undefined) return value as T;
  const copy = (Array.isArray(document) ? [...(document as unknown[])] : { ...document }) as Record<
    string | number,
    unknown
  >;
  copy[name] = withAt(copy[name], rest, value);
  return copy as T;
}
