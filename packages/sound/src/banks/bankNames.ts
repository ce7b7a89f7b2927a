/** How presets are named: by their General MIDI program, but for the drum kit. */
export const DRUM_BANK = 'drums';

/** Name of a bank's finer form, with more layers of touch, where there is one. */
export const finer = (id: string): string => `${id}+`;
