/** The kinds of part, in the order a band is built up, and the steps of dynamics. */
export const KINDS = ['bass', 'keys', 'guitar', 'arp', 'strings', 'solo', 'drums'] as const;
export type Kind = (typeof KINDS)[number];

export const DYNAMICS = ['pp', 'p', 'mp', 'mf', 'f', 'ff'] as const;
export type Dynamics = (typeof DYNAMICS)[number];

/** Velocity of a normally struck note at each dynamic. Common practice: about 13 a step. */
export const DYNAMIC_VELOCITY: Record<Dynamics, number> = {
  pp: 40,
  p: 52,
  mp: 66,
  mf: 80,
  f: 94,
  ff: 108,
};

/** Lowest and highest pitch a part of each kind may sound, MIDI numbers. */
export const RANGES: Record<Kind, readonly [number, number]> = {
  bass: [28, 60],
  keys: [28, 96],
  guitar: [38, 88],
  arp: [36, 96],
  strings: [28, 93],
  solo: [50, 88],
  drums: [35, 81],
};
