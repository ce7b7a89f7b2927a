/**
 * Where two channels stand between left and right: nothing of either is lost, the farther one comes over to the nearer
 * side. Source: Web Audio API (W3C Recommendation, 2021), StereoPannerNode, panning algorithm for stereo input.
 */
export interface Pan {
  /** What each side keeps of its own, and gets of the other. */
  readonly leftOwn: number;
  readonly rightOwn: number;
  readonly leftOther: number;
  readonly rightOther: number;
}

/** @param at 0 left, 64 middle, 127 right. */
export function panAt(at: number): Pan {
  const x = Math.max(-1, Math.min(1, at < 64 ? (at - 64) / 64 : (at - 64) / 63));
  const turn = ((x <= 0 ? x + 1 : x) * Math.PI) / 2;
  return x <= 0
    ? { leftOwn: 1, leftOther: Math.cos(turn), rightOwn: Math.sin(turn), rightOther: 0 }
    : { leftOwn: Math.cos(turn), leftOther: 0, rightOwn: 1, rightOther: Math.sin(turn) };
}
