/** Instruments that are played through an amplifier, whose peaks may give way: General MIDI programs, 0-based. */
const DRIVEN: readonly (readonly [number, number])[] = [
  [4, 5],
  [7, 7],
  [16, 18],
  [26, 30],
  [33, 39],
];

export const canBeDriven = (program: number): boolean =>
  DRIVEN.some(([first, last]) => program >= first && program <= last);
