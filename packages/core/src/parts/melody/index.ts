import { defineKind } from '../kind';
import { LINE_CONTROLS } from '../lines/asked';
import { lineNotes } from '../lines/notes';
import { linePatternSchema, type LinePattern } from '../lines/pattern';

/** A tune one could sing: long notes, short steps, phrases of two bars. A voice's range (common practice). */
export const melody = defineKind<LinePattern>({
  id: 'melody',
  name: 'Melody',
  role: 'tune',
  chordLayout: 'none',
  pitched: true,
  monophonic: true,
  lean: 0.35,
  range: [48, 91],
  strict: false,
  dependsOnNextChord: false,
  window: 8,
  defaults: { register: 65, density: 4, dynamics: 'mf', instrument: 68, slides: 'some' },
  instruments: [68, 73, 71, 40, 56, 75, 22, 54],
  mix: { level: 77, pan: 61, reverbSend: 44 },
  targetLoudness: -6,
  pattern: linePatternSchema,
  plain: [
    {
      id: 'plain-tune',
      name: 'Slow tune',
      atChange: 'carry on',
      form: 'four parts',
      phrase: [2, 2],
      rest: 0.25,
      leap: 5,
      cells: [
        { beats: 2, weight: 3, notes: [[0, 2]] },
        {
          beats: 2,
          weight: 3,
          notes: [
            [0, 1],
            [1, 1],
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
        { beats: 3, weight: 3, notes: [[0, 3]] },
        {
          beats: 3,
          weight: 2,
          notes: [
            [0, 2],
            [2, 1],
          ],
        },
      ],
    },
    {
      id: 'plain-hook',
      name: 'Hook',
      atChange: 'carry on',
      form: 'four parts',
      phrase: [1, 2],
      rest: 0.35,
      leap: 7,
      cells: [
        {
          beats: 2,
          weight: 3,
          notes: [
            [0, 0.5],
            [0.5, 0.5],
            [1, 1],
          ],
        },
        {
          beats: 2,
          weight: 2,
          notes: [
            [0, 1],
            [1, 0.5],
            [1.5, 0.5],
          ],
        },
        {
          beats: 2,
          weight: 1,
          notes: [
            [0.5, 0.5],
            [1, 1],
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
            [0, 0.5],
            [0.5, 0.5],
            [1, 2],
          ],
        },
      ],
    },
  ],
  controls: ['register', 'octave', 'length', 'slides', 'tones', 'goesWith', 'goesHow', ...LINE_CONTROLS],
  registers: [53, 70],
  look: { icon: 'microphone-variant', ink: '#8C6BB1' },
  varies: () => true,
  restarts: () => false,
  generate: lineNotes,
});
