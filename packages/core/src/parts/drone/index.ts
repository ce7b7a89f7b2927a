import { isDrawn } from '../../style/pattern';
import { defineKind } from '../kind';
import { DRONE_RANGE, droneNotes } from './notes';
import { dronePatternSchema, type DronePattern } from './pattern';

/** One tone, or two, held under everything: bellows, a bow on an open string, a wide pad. */
export const drone = defineKind<DronePattern>({
  id: 'drone',
  name: 'Drone',
  role: 'ground',
  chordLayout: 'none',
  pitched: true,
  monophonic: false,
  lean: 0.3,
  leaves: 'second',
  range: DRONE_RANGE,
  strict: false,
  window: 8,
  dependsOnNextChord: false,
  defaults: { register: 48, dynamics: 'p', instrument: 89 },
  instruments: [89, 20, 109, 48, 21, 91, 95],
  mix: { level: 70, pan: 64, reverbSend: 60 },
  targetLoudness: -16,
  pattern: dronePatternSchema,
  plain: [
    {
      id: 'plain-drone',
      name: 'Held',
      atChange: 'carry on',
      grids: [
        {
          beats: 4,
          of: 'quarter',
          bars: 1,
          events: [{ at: 0, for: 4, minDensity: 1, accent: 1, tone: 'tonic' }],
        },
      ],
    },
  ],
  controls: ['register', 'octave', 'length', 'swell'],
  registers: [36, 60],
  look: { icon: 'wave', ink: '#8DA0CB' },
  varies: isDrawn,
  restarts: () => false,
  generate: droneNotes,
});
