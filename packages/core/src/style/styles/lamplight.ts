import { bass, bow, down, hit, hits, left, pick, right, short, up } from '../notation';
import type { Style } from '../schema';

/** Swung eighths: a small combo after dark. */
export const lamplight: Style = {
  id: 'lamplight',
  name: 'Lamplight',
  feel: 'swung',
  about: 'Swung eighths, walking bass, ride cymbal and short chords.',
  metres: ['2/4', '3/4', '4/4', '5/4', '6/4', '7/4'],
  tempo: [84, 220],
  usualTempo: 128,
  groove: { unit: 'eighth', swing: 66.7, timing: 5, strength: 7 },
  home: '6',
  parts: {
    bass: {
      settings: { on: true, density: 3, dynamics: 'mf', register: 29, instrument: 32 },
      patterns: [
        { id: 'walking', name: 'Walking', atChange: 'restart', generator: 'walking' },
        {
          id: 'two-feel', name: 'In two', atChange: 'restart', generator: 'events',
          grid: {
            4: {
              bars: 1,
              events: [
                bass('root', 0, 1.8), bass('fifth', 2, 1.6, 2, 0.95),
                bass('ghost', 1.5, 0.3, 5, 0.5), bass('approach', 3.5, 0.45, 4, 0.8),
              ],
            },
            3: {
              bars: 1,
              events: [bass('root', 0, 1.9), bass('fifth', 2, 0.9, 3, 0.85), bass('ghost', 1.5, 0.3, 5, 0.5)],
            },
          },
        },
        {
          id: 'roots', name: 'Roots', atChange: 'restart', generator: 'events',
          grid: {
            4: { bars: 1, events: [bass('root', 0, 3.5), bass('root', 2, 1.5, 3, 0.85), bass('approach', 3.5, 0.45, 5, 0.8)] },
            3: { bars: 1, events: [bass('root', 0, 2.8), bass('fifth', 2, 0.9, 4, 0.85)] },
          },
        },
      ],
    },
    keys: {
      settings: { on: true, density: 3, dynamics: 'mp', register: 53, spread: 4, voices: 4, instrument: 0 },
      patterns: [
        {
          id: 'comp', name: 'Short chords', atChange: 'carry on',
          grid: {
            4: {
              bars: 2,
              events: [
                right('all', 0, 1.2), right('all', 1.5, 0.4, 2, 0.95), right('all', 3.5, 0.6, 3, 0.9),
                right('all', 5, 0.5, 2, 0.9), right('all', 6.5, 1, 3, 0.95), right('top', 2.5, 0.3, 5, 0.7),
                left('root', 0, 2, 5, 0.6), right('all', 7.5, 0.5, 4, 0.85),
              ],
            },
            3: {
              bars: 2,
              events: [
                right('all', 0, 0.8), right('all', 1, 0.6, 2, 0.85), right('all', 2.5, 0.5, 3, 0.85),
                right('all', 4, 0.5, 2, 0.9), right('all', 5.5, 0.5, 4, 0.85), left('root', 0, 2, 5, 0.6),
              ],
            },
          },
        },
        {
          id: 'held', name: 'Held chords', atChange: 'restart',
          grid: {
            4: { bars: 1, events: [right('all', 0, 4), left('root', 0, 4, 2, 0.7), right('top', 2.5, 1.5, 4, 0.7), right('top', 3.5, 0.5, 5, 0.7)] },
            3: { bars: 1, events: [right('all', 0, 3), left('root', 0, 3, 2, 0.7), right('top', 1.5, 1.5, 4, 0.7)] },
          },
        },
      ],
    },
    guitar: {
      settings: { on: true, density: 3, dynamics: 'mp', register: 43, voices: 4, instrument: 26, strum: 22 },
      patterns: [
        {
          id: 'four', name: 'Four to the bar', atChange: 'carry on',
          grid: {
            4: {
              bars: 1,
              events: [
                down('all', 0, 0.7, 1, 0.85), down('all', 1, 0.6, 2, 1), down('all', 2, 0.7, 2, 0.85),
                down('all', 3, 0.6, 2, 1), up('high', 3.5, 0.3, 4, 0.6), up('high', 1.5, 0.3, 5, 0.6),
              ],
            },
            3: {
              bars: 1,
              events: [
                down('all', 0, 0.8, 1, 0.9), down('all', 1, 0.5, 2, 0.95), down('all', 2, 0.5, 2, 0.95),
                up('high', 2.5, 0.3, 4, 0.6), up('high', 1.5, 0.3, 5, 0.6),
              ],
            },
          },
        },
        {
          id: 'answers', name: 'Answers', atChange: 'carry on',
          grid: {
            4: {
              bars: 2,
              events: [
                down('all', 0, 2, 1, 0.9), up('high', 1.5, 0.5, 2, 0.8), down('high', 2.5, 1.5, 2, 0.9),
                up('high', 5.5, 0.5, 3, 0.85), down('high', 6, 1.5, 3, 0.9), pick('bass', 4, 1, 2, 0.8),
                up('high', 7.5, 0.5, 5, 0.7),
              ],
            },
            3: {
              bars: 1,
              events: [
                pick('bass', 0, 1, 1, 0.9), down('high', 1, 0.8, 1, 0.9), up('high', 2, 0.8, 2, 0.85),
                up('high', 2.5, 0.4, 4, 0.7), up('high', 1.5, 0.4, 5, 0.7),
              ],
            },
          },
        },
      ],
    },
    arp: {
      settings: { on: true, density: 3, dynamics: 'p', register: 60, spread: 4, voices: 4, instrument: 11 },
      patterns: [
        {
          id: 'lanterns', name: 'Lanterns', atChange: 'carry on', order: 'converging', octaves: 1,
          rate: 1, gate: 1.2, accentEvery: 4, rests: [0],
        },
        {
          id: 'triplets', name: 'Triplets', atChange: 'restart', order: 'up', octaves: 2,
          rate: 1 / 3, gate: 0.9, accentEvery: 3, rests: [2, 5, 8],
        },
        {
          id: 'scatter', name: 'Scattered', atChange: 'carry on', order: 'random', octaves: 2,
          rate: 0.5, gate: 0.8, accentEvery: 3, rests: [0, 3, 6],
        },
      ],
    },
    strings: {
      settings: { on: true, density: 3, dynamics: 'p', register: 48, spread: 7, voices: 4, instrument: 48 },
      patterns: [
        {
          id: 'held', name: 'Held', atChange: 'restart',
          grid: {
            4: { bars: 1, events: [bow('outer', 0, 4), bow('inner', 0, 4, 2)] },
            3: { bars: 1, events: [bow('outer', 0, 3), bow('inner', 0, 3, 2)] },
          },
        },
        {
          id: 'answers', name: 'Late swell', atChange: 'restart',
          grid: {
            4: { bars: 1, events: [bow('low', 0, 4), bow('top', 1, 3, 2, 0.9), bow('inner', 2, 2, 3, 0.95), short('top', 3.5, 0.5, 5, 0.9)] },
            3: { bars: 1, events: [bow('low', 0, 3), bow('top', 1, 2, 2, 0.9), bow('inner', 1, 2, 3, 0.95)] },
          },
        },
      ],
    },
    solo: {
      settings: { on: true, density: 4, dynamics: 'mf', register: 60, instrument: 66 },
      patterns: [
        {
          id: 'eighths', name: 'Long lines', atChange: 'carry on', phrase: [2, 4], rest: 0.25, leap: 9,
          cells: [
            { beats: 2, weight: 4, notes: [[0, 0.5], [0.5, 0.5], [1, 0.5], [1.5, 0.5]] },
            { beats: 2, weight: 2, notes: [[0.5, 0.5], [1, 0.5], [1.5, 0.5]] },
            { beats: 2, weight: 2, notes: [[0, 1], [1, 0.5], [1.5, 0.5]] },
            { beats: 2, weight: 2, notes: [[0, 1 / 3], [1 / 3, 1 / 3], [2 / 3, 1 / 3], [1, 0.5], [1.5, 0.5]] },
            { beats: 2, weight: 1, notes: [[0, 0.5], [0.5, 1], [1.5, 0.5]] },
            { beats: 3, weight: 3, notes: [[0, 0.5], [0.5, 0.5], [1, 0.5], [1.5, 0.5], [2, 0.5], [2.5, 0.5]] },
            { beats: 3, weight: 2, notes: [[0, 1], [1, 0.5], [1.5, 0.5], [2, 1]] },
            { beats: 3, weight: 2, notes: [[0.5, 0.5], [1, 0.5], [1.5, 0.5], [2, 0.5], [2.5, 0.5]] },
          ],
        },
        {
          id: 'sparse', name: 'Few words', atChange: 'carry on', phrase: [1, 3], rest: 0.45, leap: 7,
          cells: [
            { beats: 2, weight: 3, notes: [[0, 1.5], [1.5, 0.5]] },
            { beats: 2, weight: 2, notes: [[0.5, 0.5], [1, 1]] },
            { beats: 2, weight: 2, notes: [[0, 0.5], [0.5, 1.5]] },
            { beats: 2, weight: 1, notes: [[1.5, 0.5]] },
            { beats: 3, weight: 3, notes: [[0, 1.5], [1.5, 1.5]] },
            { beats: 3, weight: 2, notes: [[0.5, 0.5], [1, 2]] },
            { beats: 3, weight: 1, notes: [[0, 1], [1, 1], [2, 1]] },
          ],
        },
      ],
    },
    drums: {
      settings: { on: true, density: 3, dynamics: 'f' },
      patterns: [
        {
          id: 'ride', name: 'Ride', atChange: 'carry on',
          grid: {
            4: {
              bars: 2,
              events: [
                ...hits('ride', [0, 1, 2, 3, 4, 5, 6, 7], 1, 0.85), ...hits('ride', [1.5, 3.5, 5.5, 7.5], 2, 0.65),
                ...hits('pedal hat', [1, 3, 5, 7], 1, 0.7), ...hits('kick', [0, 4], 2, 0.5),
                ...hits('kick', [2, 6], 4, 0.45), hit('snare', 3.5, 3, 0.5), hit('snare', 4.5, 4, 0.45),
                hit('snare', 6.5, 5, 0.5), hit('kick', 7.5, 5, 0.7),
              ],
            },
            3: {
              bars: 2,
              events: [
                ...hits('ride', [0, 1, 2, 3, 4, 5], 1, 0.8), ...hits('ride', [1.5, 4.5], 2, 0.6),
                ...hits('pedal hat', [1, 4], 1, 0.7), ...hits('kick', [0, 3], 2, 0.55),
                hit('snare', 2.5, 3, 0.5), hit('snare', 5.5, 4, 0.5), hit('kick', 4.5, 5, 0.6),
              ],
            },
          },
          fill: [
            hit('snare', 0, 1, 0.75), hit('snare', 1 / 3, 3, 0.6), hit('snare', 2 / 3, 1, 0.7),
            hit('high tom', 1, 1, 0.8), hit('mid tom', 4 / 3, 3, 0.7), hit('low tom', 5 / 3, 2, 0.8),
            hit('kick', 0, 2, 0.6),
          ],
        },
        {
          id: 'hush', name: 'Side stick', atChange: 'carry on',
          grid: {
            4: {
              bars: 1,
              events: [
                ...hits('closed hat', [0, 1, 2, 3], 1, 0.65), ...hits('closed hat', [1.5, 3.5], 2, 0.5),
                hit('kick', 0, 1, 0.7), hit('side stick', 3, 1, 0.75), hit('side stick', 1, 3, 0.7),
                hit('kick', 2.5, 4, 0.6), hit('snare', 1.5, 5, 0.35),
              ],
            },
            3: {
              bars: 1,
              events: [
                ...hits('closed hat', [0, 1, 2], 1, 0.6), hit('closed hat', 2.5, 2, 0.5),
                hit('kick', 0, 1, 0.7), hit('side stick', 2, 1, 0.7), hit('side stick', 1, 3, 0.6),
                hit('kick', 1.5, 5, 0.5),
              ],
            },
          },
          fill: [
            hit('side stick', 0, 1, 0.8), hit('snare', 2 / 3, 2, 0.6), hit('low tom', 1, 1, 0.7),
            hit('low tom', 5 / 3, 1, 0.75), hit('kick', 1, 3, 0.6),
          ],
        },
      ],
    },
  },
};
