import { defineKind } from '../kind';
import { LINE_CONTROLS } from '../lines/asked';
import { lineNotes } from '../lines/notes';
import { linePatternSchema, type LinePattern } from '../lines/pattern';

export const solo = defineKind<LinePattern>({
  id: 'solo',
  name: 'Solo',
  role: 'lead',
  chordLayout: 'none',
  pitched: true,
  monophonic: true,
  lean: 0.35,
  range: [40, 96],
  strict: false,
  dependsOnNextChord: false,
  window: 8,
  defaults: { register: 64, density: 4, instrument: 73, repeatVariation: 'freely', slides: 'some' },
  instruments: [73, 66, 65, 56, 71, 40, 22, 26, 68],
  mix: { level: 78, pan: 67, reverbSend: 40 },
  targetLoudness: -6,
  pattern: linePatternSchema,
  plain: [
    {
      id: 'plain-line',
      name: 'Plain line',
      atChange: 'carry on',
      phrase: [2, 4],
      rest: 0.3,
      leap: 7,
      cells: [
        {
          beats: 2,
          weight: 2,
          notes: [
            [0, 1],
            [1, 1],
          ],
        },
        {
          beats: 2,
          weight: 2,
          notes: [
            [0, 0.5],
            [0.5, 0.5],
            [1, 0.5],
            [1.5, 0.5],
          ],
        },
        {
          beats: 2,
          weight: 1,
          notes: [
            [0, 1.5],
            [1.5, 0.5],
          ],
        },
        {
          beats: 3,
          weight: 2,
          notes: [
            [0, 1],
            [1, 1],
            [2, 1],
          ],
        },
        {
          beats: 3,
          weight: 2,
          notes: [
            [0, 1.5],
            [1.5, 0.5],
            [2, 1],
          ],
        },
      ],
    },
  ],
  controls: ['register', 'octave', 'length', 'slides', 'tones', 'goesWith', 'goesHow', ...LINE_CONTROLS],
  registers: [36, 76],
  look: { icon: 'trumpet', ink: '#E69F00' },
  varies: () => true,
  restarts: () => false,
  generate: lineNotes,
});
