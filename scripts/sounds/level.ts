/** Loudness of a note struck hardest that every instrument is brought to, LUFS: headroom for what has high peaks. */
export const LEVEL = -19;
