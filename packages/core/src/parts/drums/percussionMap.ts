/** Keys of the General MIDI Level 1 percussion map that the players use. */
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

export const PERCUSSION = {
  tambourine: 54,
  cowbell: 56,
  'high bongo': 60,
  'low bongo': 61,
  'mute conga': 62,
  'open conga': 63,
  'low conga': 64,
  'high timbale': 65,
  'low timbale': 66,
  'high agogo': 67,
  'low agogo': 68,
  cabasa: 69,
  maracas: 70,
  guiro: 73,
  claves: 75,
  'high woodblock': 76,
  'low woodblock': 77,
  triangle: 81,
  clap: 39,
} as const;

/** Lowest and highest key of the General MIDI Level 1 percussion map. */
export const GM_PERCUSSION = [35, 81] as const;
