import { isDrawn } from '../../style/pattern';
import { defineKind } from '../kind';
import { KEYS_RANGE, keysNotes } from './notes';
import { keysPatternSchema, type KeysPattern } from './pattern';

export const keys = defineKind<KeysPattern>({
  id: 'keys',
  name: 'Keys',
  role: 'comp',
  chordLayout: 'voices',
  pitched: true,
  monophonic: false,
  lean: 0.3,
  range: KEYS_RANGE,
  strict: false,
  dependsOnNextChord: false,
  defaults: { register: 55, voices: 4, instrument: 0 },
  instruments: [0, 1, 4, 5, 16, 18, 21],
  mix: { level: 91, pan: 42, reverbSend: 30 },
  targetLoudness: -10,
  pattern: keysPatternSchema,
  plain: [
    {
      id: 'plain-chords',
      name: 'Held chords',
      atChange: 'restart',
      grids: [
        {
          beats: 4,
          of: 'quarter',
          bars: 1,
          events: [
            { at: 0, for: 4, minDensity: 1, accent: 1, hand: 'right', play: 'all' },
            { at: 0, for: 4, minDensity: 2, accent: 0.9, hand: 'left', play: 'root' },
          ],
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
    'hands',
    'octave',
    'length',
    'pedal',
    'rhythmOf',
    'goesWith',
    'goesHow',
  ],
  registers: [36, 76],
  look: { icon: 'piano', ink: '#009E73' },
  varies: isDrawn,
  restarts: () => true,
  generate: keysNotes,
});
