/** General MIDI Level 1 percussion keys of the drums the styles use. */
export const DRUMS = {
  kick: 36,
  snare: 38,
  'side stick': 37,
  'closed hat': 42,
  'pedal hat': 44,
  'open hat': 46,
  ride: 51,
  'ride bell': 53,
  crash: 49,
  'low tom': 45,
  'mid tom': 47,
  'high tom': 50,
  tambourine: 54,
} as const;

export type Drum = keyof typeof DRUMS;
