/** A pause after which tapping begins anew, milliseconds: slower than any tempo. */
const PAUSE = 2500;
/** Beats that count: the latest. */
const MOST = 8;

export interface Tapped {
  /** Moments of the taps that count, milliseconds. */
  readonly taps: readonly number[];
  /** Beats a minute; null as long as there is only one tap. */
  readonly tempo: number | null;
}

/** A tempo tapped in: the mean of the latest beats, so that one uneven tap moves it little. */
export function tappedTempo(before: readonly number[], now: number): Tapped {
  const last = before.at(-1);
  const taps = last === undefined || now - last > PAUSE ? [now] : [...before, now].slice(-MOST);
  const beats = taps.length - 1;
  return { taps, tempo: beats ? Math.round(60_000 / ((now - taps[0]!) / beats)) : null };
}
