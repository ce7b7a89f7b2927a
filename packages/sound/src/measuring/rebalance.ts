/** What to do about how a song's parts stand to each other: levels and a gain, from what was measured. */
import type { Balance } from './balance';

/** Levels that bring parts to their places, and the gain that brings the whole to its loudness. */
export interface Rebalanced {
  readonly levels: ReadonlyMap<string, number>;
  /** dB. */
  readonly gain: number;
}

/** What is softer than this through the song rests: its level says nothing. LU under the whole. */
const RESTS = -40;
const QUIETEST = 16;
const LOUDEST = 127;

/**
 * Levels by which every part comes to its place, from how they were measured.
 * @param places LU over the whole, by part; parts without one stay as they are.
 * @param target LUFS; what has moved among the parts is reckoned with as power.
 */
export function rebalanced(
  { loudness, parts }: Pick<Balance, 'loudness' | 'parts'>,
  levels: ReadonlyMap<string, number>,
  places: ReadonlyMap<string, number>,
  { gain, target }: { readonly gain: number; readonly target: number },
): Rebalanced {
  const heard = [...parts].flatMap(([id, stands]) => {
    const level = levels.get(id);
    const place = places.get(id);
    return level === undefined || place === undefined || !(stands > RESTS) || level === 0
      ? []
      : [{ id, level, stands, place }];
  });
  const power = (lu: number): number => 10 ** (lu / 10);
  const sum = (of: (part: (typeof heard)[number]) => number): number =>
    heard.reduce((all, part) => all + of(part), 0);
  // Parts move against each other; what all of them would move by is the gain's: done twice, nothing moves.
  const common =
    sum(({ place, stands }) => power(place) * (place - stands)) / sum(({ place }) => power(place));
  const wanted = new Map(
    heard.map(({ id, level, stands, place }) => [id, level * 10 ** ((place - stands - common) / 40)]),
  );
  const before = sum(({ stands }) => power(stands));
  const after = sum(({ place }) => power(place - common));
  // Together no louder than the loudest level allows, and no one below what can still be set finely.
  const most = Math.max(1, ...wanted.values());
  const scale = most > LOUDEST ? LOUDEST / most : 1;
  const rounded = new Map(
    [...wanted].map(([id, exact]) => [id, Math.max(QUIETEST, Math.min(LOUDEST, Math.round(exact * scale)))]),
  );
  const moved = before > 0 && after > 0 ? 10 * Math.log10(after / before) + 40 * Math.log10(scale) : 0;
  const wantedGain = gain + (Number.isFinite(loudness) ? target - loudness - moved : 0);
  return { levels: rounded, gain: Math.round(10 * Math.max(-24, Math.min(24, wantedGain))) / 10 };
}
