import { isDrawn } from '../../style/pattern';
import { defineKind } from '../kind';
import { bassNotes } from './notes';
import { bassPatternSchema, type BassPattern } from './pattern';
import { BASS_RANGE } from './range';

export const bass = defineKind<BassPattern>({
  id: 'bass',
  name: 'Bass',
  role: 'bass',
  chordLayout: 'none',
  pitched: true,
  monophonic: true,
  lean: 0.35,
  range: BASS_RANGE,
  strict: false,
  defaults: { register: 28, instrument: 33, slides: 'some' },
  instruments: [33, 32, 34, 35, 38],
  mix: { level: 89, pan: 64, reverbSend: 12 },
  targetLoudness: -7,
  pattern: bassPatternSchema,
  plain: [
    {
      id: 'plain-roots',
      name: 'Roots',
      atChange: 'restart',
      generator: 'events',
      grids: [
        {
          beats: 4,
          of: 'quarter',
          bars: 1,
          events: [{ at: 0, for: 4, minDensity: 1, accent: 1, tone: 'root' }],
        },
      ],
    },
  ],
  controls: ['register', 'octave', 'length', 'slides', 'rhythmOf'],
  registers: [28, 45],
  look: { icon: 'guitar-electric', ink: '#0072B2' },
  varies: (pattern) => pattern.generator === 'walking' || isDrawn(pattern),
  restarts: ({ generator }) => generator !== 'walking',
  generate: bassNotes,
});
