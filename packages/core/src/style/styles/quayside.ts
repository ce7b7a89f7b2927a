import { bass, bow, down, hit, hits, left, muted, pick, right, short, up } from '../notation';
import type { Style } from '../schema';

/** Straight eighths: an acoustic band on a bright afternoon. */
export const quayside: Style = {
  id: 'quayside',
  name: 'Quayside',
  feel: 'straight',
  about: 'Straight eighths, strummed guitar and steady drums.',
  metres: ['2/4', '3/4', '4/4', '5/4', '6/4', '7/4'],
  tempo: [70, 150],
  usualTempo: 104,
  groove: { unit: 'eighth', swing: 50, timing: 5, strength: 6 },
  home: 'add9',
  parts: {
    bass: {
      settings: { on: true, density: 3, dynamics: 'mf', register: 28, instrument: 33 },
      patterns: [
        {
          id: 'roots', name: 'Roots', atChange: 'restart', generator: 'events',
          grid: {
            4: {
              bars: 1,
              events: [
                bass('root', 0, 1.5), bass('root', 1.5, 0.5, 3, 0.85), bass('root', 2, 1.5, 2, 0.95),
                bass('fifth', 3.5, 0.5, 4, 0.85), bass('octave', 3, 0.5, 5, 0.8),
              ],
            },
            3: {
              bars: 1,
              events: [bass('root', 0, 2), bass('fifth', 2, 1, 3, 0.85), bass('root', 1.5, 0.5, 5, 0.75)],
            },
          },
        },
        {
          id: 'eighths', name: 'Driving eighths', atChange: 'restart', generator: 'events',
          grid: {
            4: {
              bars: 1,
              events: [
                bass('root', 0, 0.5), bass('root', 0.5, 0.45, 3, 0.8), bass('root', 1, 0.5, 2, 0.9),
                bass('root', 1.5, 0.45, 3, 0.8), bass('root', 2, 0.5, 1, 0.95), bass('root', 2.5, 0.45, 3, 0.8),
                bass('fifth', 3, 0.5, 2, 0.9), bass('approach', 3.5, 0.45, 4, 0.85),
              ],
            },
            3: {
              bars: 1,
              events: [
                bass('root', 0, 0.5), bass('root', 0.5, 0.45, 3, 0.8), bass('root', 1, 0.5, 2, 0.9),
                bass('fifth', 1.5, 0.45, 3, 0.8), bass('root', 2, 0.5, 2, 0.9), bass('approach', 2.5, 0.45, 4, 0.85),
              ],
            },
          },
        },
        {
          id: 'root-fifth', name: 'Root and fifth', atChange: 'restart', generator: 'events',
          grid: {
            4: {
              bars: 1,
              events: [
                bass('root', 0, 1.8), bass('low fifth', 2, 1.4, 2, 0.95),
                bass('octave', 1.5, 0.4, 5, 0.8), bass('approach', 3.5, 0.45, 4, 0.85),
              ],
            },
            3: {
              bars: 2,
              events: [
                bass('root', 0, 1.8), bass('third', 2, 0.9, 4, 0.85),
                bass('fifth', 3, 1.8, 2, 0.95), bass('approach', 5, 0.9, 4, 0.85),
              ],
            },
          },
        },
      ],
    },
    keys: {
      settings: { on: true, density: 3, dynamics: 'mp', register: 55, spread: 4, voices: 4, instrument: 0 },
      patterns: [
        {
          id: 'block', name: 'Held chords', atChange: 'restart',
          grid: {
            4: {
              bars: 1,
              events: [
                right('all', 0, 4), right('all', 2, 2, 3, 0.85), right('top', 3.5, 0.5, 5, 0.75),
                left('root', 0, 4, 2), left('octave', 2, 2, 4, 0.8),
              ],
            },
            3: {
              bars: 1,
              events: [right('all', 0, 3), right('all', 2, 1, 3, 0.8), right('top', 1, 1, 5, 0.75), left('root', 0, 3, 2)],
            },
          },
        },
        {
          id: 'pulse', name: 'Pulsed', atChange: 'restart',
          grid: {
            4: {
              bars: 1,
              events: [
                right('all', 0, 0.9), right('all', 1, 0.9, 2, 0.85), right('all', 2, 0.9, 2, 0.95),
                right('all', 3, 0.9, 2, 0.85), right('top', 1.5, 0.4, 4, 0.7), right('top', 3.5, 0.4, 4, 0.7),
                right('lower', 0.5, 0.4, 5, 0.65), right('lower', 2.5, 0.4, 5, 0.65),
                left('root', 0, 2, 1), left('fifth', 2, 2, 3, 0.8),
              ],
            },
            3: {
              bars: 1,
              events: [
                left('root', 0, 3), right('all', 0, 0.9, 3, 0.8), right('all', 1, 0.8, 1, 0.85),
                right('all', 2, 0.8, 2, 0.85), right('top', 2.5, 0.4, 5, 0.7),
              ],
            },
          },
        },
        {
          id: 'broken', name: 'Broken chords', atChange: 'restart',
          grid: {
            4: {
              bars: 1,
              events: [
                left('root', 0, 2), left('fifth', 2, 2, 3, 0.8),
                right('lower', 0, 1, 2, 0.8), right('top', 1, 1, 1, 0.9), right('lower', 1.5, 0.5, 4, 0.7),
                right('top', 2, 1, 2, 0.9), right('lower', 2.5, 0.5, 4, 0.7), right('top', 3, 1, 3, 0.85),
                right('lower', 3.5, 0.5, 5, 0.7),
              ],
            },
            3: {
              bars: 1,
              events: [
                left('root', 0, 3), right('lower', 1, 1, 1, 0.8), right('top', 2, 1, 2, 0.9),
                right('lower', 1.5, 0.5, 4, 0.7), right('top', 0.5, 0.5, 4, 0.75), right('lower', 2.5, 0.5, 5, 0.7),
              ],
            },
          },
        },
      ],
    },
    guitar: {
      settings: { on: true, density: 3, dynamics: 'mf', register: 40, voices: 6, instrument: 25, strum: 30 },
      patterns: [
        {
          id: 'strum', name: 'Easy strum', atChange: 'carry on',
          grid: {
            4: {
              bars: 1,
              events: [
                down('all', 0, 1), down('all', 1, 0.5, 2, 0.85), up('high', 1.5, 1, 3, 0.75),
                up('high', 2.5, 0.5, 3, 0.75), down('all', 3, 0.5, 2, 0.9), up('high', 3.5, 0.5, 4, 0.7),
                down('low', 2, 0.5, 5, 0.8), up('high', 0.5, 0.5, 5, 0.65),
              ],
            },
            3: {
              bars: 1,
              events: [
                down('all', 0, 1), down('high', 1, 1, 2, 0.8), down('high', 2, 0.5, 2, 0.8),
                up('high', 2.5, 0.5, 3, 0.7), up('high', 1.5, 0.5, 4, 0.7), up('high', 0.5, 0.5, 5, 0.65),
              ],
            },
          },
        },
        {
          id: 'backbeat', name: 'Back beat', atChange: 'carry on',
          grid: {
            4: {
              bars: 1,
              events: [
                down('low', 0, 1), down('high', 1, 0.4, 1, 1.1), muted('all', 1.5, 0.2, 4, 0.6),
                down('low', 2, 1, 2, 0.9), down('high', 3, 0.4, 1, 1.1), muted('all', 3.5, 0.2, 4, 0.6),
                up('high', 2.5, 0.4, 5, 0.7), muted('all', 0.5, 0.2, 5, 0.5),
              ],
            },
            3: {
              bars: 1,
              events: [
                down('low', 0, 1), down('high', 1, 0.4, 1, 1), down('high', 2, 0.4, 1, 1),
                up('high', 2.5, 0.4, 3, 0.75), muted('all', 1.5, 0.2, 4, 0.6), muted('all', 0.5, 0.2, 5, 0.5),
              ],
            },
          },
        },
        {
          id: 'fingers', name: 'Fingerpicked', atChange: 'restart',
          grid: {
            4: {
              bars: 1,
              events: [
                pick('bass', 0, 2), pick('3', 0.5, 1.5, 2, 0.75), pick('2', 1, 1.5, 1, 0.85),
                pick('1', 1.5, 1, 3, 0.8), pick('4', 2, 1.5, 2, 0.85), pick('3', 2.5, 1, 3, 0.75),
                pick('2', 3, 1, 2, 0.8), pick('1', 3.5, 0.5, 4, 0.75), pick('1', 0, 1, 5, 0.7),
              ],
            },
            3: {
              bars: 1,
              events: [
                pick('bass', 0, 3), pick('3', 0.5, 1.5, 3, 0.75), pick('2', 1, 1.5, 1, 0.85),
                pick('1', 1.5, 1.5, 3, 0.8), pick('2', 2, 1, 2, 0.8), pick('3', 2.5, 0.5, 4, 0.75),
              ],
            },
          },
        },
      ],
    },
    arp: {
      settings: { on: true, density: 4, dynamics: 'p', register: 60, spread: 4, voices: 4, instrument: 11 },
      patterns: [
        {
          id: 'ripple', name: 'Ripple', atChange: 'restart', order: 'up-down', octaves: 1,
          rate: 0.5, gate: 0.9, accentEvery: 4, rests: [],
        },
        {
          id: 'climb', name: 'Climb', atChange: 'carry on', order: 'up', octaves: 2,
          rate: 0.25, gate: 0.8, accentEvery: 4, rests: [3, 11],
        },
        {
          id: 'thirds', name: 'Triplets falling', atChange: 'restart', order: 'down', octaves: 1,
          rate: 1 / 3, gate: 0.85, accentEvery: 3, rests: [],
        },
      ],
    },
    strings: {
      settings: { on: true, density: 3, dynamics: 'p', register: 48, spread: 7, voices: 4, instrument: 48 },
      patterns: [
        {
          id: 'held', name: 'Held', atChange: 'restart',
          grid: {
            4: { bars: 1, events: [bow('outer', 0, 4), bow('inner', 0, 4, 2), short('top', 3, 1, 5, 0.8)] },
            3: { bars: 1, events: [bow('outer', 0, 3), bow('inner', 0, 3, 2), short('top', 2, 1, 5, 0.8)] },
          },
        },
        {
          id: 'pulse', name: 'Pulsed', atChange: 'carry on',
          grid: {
            4: {
              bars: 1,
              events: [
                short('all', 0, 0.8), short('all', 1, 0.8, 2, 0.85), short('all', 2, 0.8, 2, 0.9),
                short('all', 3, 0.8, 2, 0.85), short('inner', 0.5, 0.4, 4, 0.7), short('inner', 2.5, 0.4, 4, 0.7),
                short('inner', 1.5, 0.4, 5, 0.7), short('inner', 3.5, 0.4, 5, 0.7),
              ],
            },
            3: {
              bars: 1,
              events: [
                short('low', 0, 0.9), short('inner', 1, 0.7, 1, 0.8), short('inner', 2, 0.7, 2, 0.8),
                short('top', 0, 1.8, 3, 0.85), short('top', 2.5, 0.4, 5, 0.7),
              ],
            },
          },
        },
      ],
    },
    solo: {
      settings: { on: true, density: 4, dynamics: 'mf', register: 64, instrument: 73 },
      patterns: [
        {
          id: 'song', name: 'Singing', atChange: 'carry on', phrase: [2, 4], rest: 0.3, leap: 7,
          cells: [
            { beats: 2, weight: 3, notes: [[0, 1], [1, 1]] },
            { beats: 2, weight: 3, notes: [[0, 1.5], [1.5, 0.5]] },
            { beats: 2, weight: 2, notes: [[0, 0.5], [0.5, 0.5], [1, 1]] },
            { beats: 2, weight: 1, notes: [[0, 2]] },
            { beats: 2, weight: 1, notes: [[0.5, 0.5], [1, 0.5], [1.5, 0.5]] },
            { beats: 3, weight: 3, notes: [[0, 2], [2, 1]] },
            { beats: 3, weight: 3, notes: [[0, 1.5], [1.5, 0.5], [2, 1]] },
            { beats: 3, weight: 2, notes: [[0, 1], [1, 1], [2, 0.5], [2.5, 0.5]] },
            { beats: 3, weight: 1, notes: [[1, 0.5], [1.5, 0.5], [2, 1]] },
          ],
        },
        {
          id: 'lively', name: 'Lively', atChange: 'carry on', phrase: [2, 4], rest: 0.2, leap: 9,
          cells: [
            { beats: 2, weight: 3, notes: [[0, 0.5], [0.5, 0.5], [1, 0.5], [1.5, 0.5]] },
            { beats: 2, weight: 2, notes: [[0, 0.75], [0.75, 0.25], [1, 0.5], [1.5, 0.5]] },
            { beats: 2, weight: 2, notes: [[0.5, 0.5], [1, 0.5], [1.5, 0.5]] },
            { beats: 2, weight: 2, notes: [[0, 0.5], [0.5, 1], [1.5, 0.5]] },
            { beats: 2, weight: 1, notes: [[0, 1.5], [1.5, 0.25], [1.75, 0.25]] },
            { beats: 3, weight: 3, notes: [[0, 0.5], [0.5, 0.5], [1, 0.5], [1.5, 0.5], [2, 1]] },
            { beats: 3, weight: 2, notes: [[0, 1], [1, 0.5], [1.5, 0.5], [2, 0.5], [2.5, 0.5]] },
            { beats: 3, weight: 2, notes: [[0.5, 0.5], [1, 1], [2, 0.5], [2.5, 0.5]] },
          ],
        },
      ],
    },
    drums: {
      settings: { on: true, density: 3, dynamics: 'mf' },
      patterns: [
        {
          id: 'steady', name: 'Steady', atChange: 'carry on',
          grid: {
            4: {
              bars: 1,
              events: [
                ...hits('closed hat', [0, 1, 2, 3], 1, 0.8), ...hits('closed hat', [0.5, 1.5, 2.5, 3.5], 2, 0.6),
                ...hits('kick', [0, 2], 1), hit('kick', 2.5, 3, 0.85), hit('kick', 3.5, 5, 0.7),
                ...hits('snare', [1, 3], 1), hit('snare', 3.75, 5, 0.4), hit('snare', 1.75, 4, 0.4),
              ],
            },
            3: {
              bars: 1,
              events: [
                ...hits('closed hat', [0, 1, 2], 1, 0.75), ...hits('closed hat', [0.5, 1.5, 2.5], 3, 0.55),
                hit('kick', 0), hit('side stick', 1, 2, 0.8), hit('side stick', 2, 1, 0.85),
                hit('kick', 1.5, 4, 0.7), hit('snare', 2.75, 5, 0.4),
              ],
            },
          },
          fill: [
            hit('snare', 0, 1, 0.9), hit('snare', 0.5, 2, 0.8), hit('high tom', 1, 1, 0.95),
            hit('mid tom', 1.5, 1, 0.95), hit('high tom', 1.25, 4, 0.75), hit('low tom', 1.75, 3, 1),
            hit('kick', 0, 1, 0.9), hit('kick', 1, 3, 0.8),
          ],
        },
        {
          id: 'half-time', name: 'Half time', atChange: 'carry on',
          grid: {
            4: {
              bars: 2,
              events: [
                ...hits('ride', [0, 1, 2, 3, 4, 5, 6, 7], 1, 0.7), ...hits('ride', [0.5, 2.5, 4.5, 6.5], 4, 0.5),
                hit('kick', 0), hit('snare', 2, 1, 1.05), hit('kick', 4), hit('snare', 6, 1, 1.05),
                hit('kick', 1.5, 3, 0.8), hit('kick', 5.5, 2, 0.85), hit('kick', 7.5, 4, 0.75),
                hit('snare', 3.75, 5, 0.4), hit('snare', 7.25, 5, 0.4),
              ],
            },
            3: {
              bars: 2,
              events: [
                ...hits('ride', [0, 1, 2, 3, 4, 5], 1, 0.7), hit('kick', 0), hit('snare', 3, 1, 0.95),
                hit('kick', 2, 3, 0.8), hit('kick', 5.5, 4, 0.75), ...hits('ride', [1.5, 4.5], 5, 0.5),
              ],
            },
          },
          fill: [
            hit('snare', 0, 1, 0.9), hit('low tom', 0.5, 2, 0.9), hit('low tom', 1, 1, 0.95),
            hit('snare', 1.5, 1, 1), hit('kick', 0, 1, 0.9), hit('kick', 1.75, 4, 0.8),
          ],
        },
      ],
    },
  },
};
