import { isDrawn } from '../../style/pattern';
import { defineKind } from '../kind';
import { GUITAR_RANGE, guitarNotes } from './notes';
import { guitarPatternSchema, type GuitarPattern } from './pattern';

export const guitar = defineKind<GuitarPattern>({
  id: 'guitar',
  name: 'Guitar',
  role: 'comp',
  chordLayout: 'shapes',
  pitched: true,
  monophonic: false,
  lean: 0.2,
  leaves: 'second',
  range: GUITAR_RANGE,
  strict: false,
  dependsOnNextChord: false,
  defaults: { register: 40, voices: 6, instrument: 25, strum: 30 },
  instruments: [25, 24, 26, 27, 29],
  mix: { level: 75, pan: 88, reverbSend: 28 },
  targetLoudness: -10,
  pattern: guitarPatternSchema,
  plain: [
    {
      id: 'plain-strums',
      name: 'Plain strums',
      atChange: 'carry on',
      grids: [
        {
          beats: 4,
          of: 'quarter',
          bars: 1,
          events: [
            { at: 0, for: 2, minDensity: 1, accent: 1, stroke: 'down', strings: 'all', muted: false },
            { at: 2, for: 2, minDensity: 2, accent: 0.9, stroke: 'down', strings: 'all', muted: false },
          ],
        },
      ],
    },
  ],
  controls: [
    'register',
    'voices',
    'voicingType',
    'richness',
    'tuning',
    'capo',
    'neck',
    'strum',
    'length',
    'palm',
    'rhythmOf',
    'goesWith',
    'goesHow',
  ],
  registers: [40, 51],
  look: { icon: 'guitar-acoustic', ink: '#D55E00' },
  varies: isDrawn,
  restarts: () => true,
  generate: guitarNotes,
});
