/** Four strings from E1; MIDI numbers. Source: LilyPond's string tunings for the low end. */
export const BASS_RANGE = [28, 60] as const;
