import { defineKind } from '../kind';
import { ARP_RANGE, arpNotes } from './notes';
import { arpPatternSchema, type ArpPattern } from './pattern';
import { stepsInBar } from './steps';

export const arp = defineKind<ArpPattern>({
  id: 'arp',
  name: 'Arp',
  nature: 'voiced',
  role: 'ornament',
  range: ARP_RANGE,
  carriesBass: false,
  strict: false,
  heedsNext: false,
  defaults: { register: 60, voices: 4, instrument: 11 },
  instruments: [11, 9, 12, 46, 24, 88, 4],
  mix: { level: 85, pan: 28, room: 46 },
  place: -15,
  pattern: arpPatternSchema,
  plain: [
    {
      id: 'plain-ripple',
      name: 'Ripple',
      atChange: 'restart',
      order: 'up-down',
      octaves: 1,
      rate: 0.5,
      gate: 0.9,
      accentEvery: 4,
      rests: [],
    },
  ],
  controls: ['register', 'spread', 'voices', 'octave', 'length', 'pedal', 'rhythm'],
  registers: [36, 76],
  look: { icon: 'dots-triangle', ink: '#CC79A7' },
  varies: ({ order }) => order === 'random',
  restarts: () => true,
  steps: stepsInBar,
  generate: arpNotes,
});
