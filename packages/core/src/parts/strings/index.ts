import { isDrawn } from '../../style/pattern';
import { defineKind } from '../kind';
import { sectionNotes } from './notes';
import { stringsPatternSchema, type StringsPattern } from './pattern';

export const strings = defineKind<StringsPattern>({
  id: 'strings',
  name: 'Strings',
  role: 'pad',
  chordLayout: 'voices',
  pitched: true,
  monophonic: false,
  lean: 0.3,
  leaves: 'second',
  range: [28, 93],
  strict: true,
  dependsOnNextChord: false,
  defaults: { register: 48, spread: 7, voices: 4, dynamics: 'p', instrument: 48, swell: 'gentle' },
  instruments: [48, 49, 44, 52, 89],
  mix: { level: 84, pan: 64, reverbSend: 60 },
  targetLoudness: -13,
  pattern: stringsPatternSchema,
  plain: [
    {
      id: 'plain-held',
      name: 'Held',
      atChange: 'restart',
      grids: [
        {
          beats: 4,
          of: 'quarter',
          bars: 1,
          events: [{ at: 0, for: 4, minDensity: 1, accent: 1, voices: 'all', legato: true }],
        },
      ],
    },
  ],
  controls: [
    'register',
    'spread',
    'voices',
    'voicingType',
    'richness',
    'octave',
    'length',
    'swell',
    'rhythmOf',
    'goesWith',
    'goesHow',
    'without',
  ],
  registers: [36, 76],
  look: { icon: 'violin', ink: '#56B4E9' },
  varies: isDrawn,
  restarts: () => true,
  generate: sectionNotes,
});
