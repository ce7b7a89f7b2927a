/** How a song's parts stand to each other, by ear: each measured as it lies in the mix, all in one pass. */
import { LoudnessMeter } from './loudness';
import type { DecodedBank } from './messages';
import { renderSong, type Stereo } from './render';
import { audibleParts, type Score } from './score';

export interface Balance {
  /** LUFS and dBTP of the whole. */
  readonly loudness: number;
  readonly truePeak: number;
  /** Loudness of three seconds, LUFS, second after second. */
  readonly course: readonly number[];
  /** How much less there is in the difference of the channels than in their sum, dB: −∞ is mono. */
  readonly sides: number;
  /** By part: LU above (or below) the whole. */
  readonly parts: ReadonlyMap<string, number>;
}

/** Sum and difference of two channels. */
class Sides {
  private middle = 0;
  private side = 0;

  add({ left, right }: Stereo): void {
    for (let i = 0; i < left.length; i++) {
      this.middle += (left[i]! + right[i]!) ** 2;
      this.side += (left[i]! - right[i]!) ** 2;
    }
  }

  get decibels(): number {
    return 10 * Math.log10(this.side / this.middle);
  }
}

/** Renders a song with its parts, and measures them. */
export async function balanceOf(
  score: Score,
  banks: readonly DecodedBank[],
  sampleRate: number,
  tell: (done: number) => void = () => undefined,
): Promise<Balance> {
  const ids = audibleParts(score);
  const whole = new LoudnessMeter(sampleRate);
  const sides = new Sides();
  const meters = new Map(ids.map((id) => [id, new LoudnessMeter(sampleRate, false)]));
  for await (const frames of renderSong(score, banks, sampleRate, { parts: ids })) {
    whole.add(frames.left, frames.right);
    sides.add(frames);
    for (const [id, { left, right }] of frames.parts) meters.get(id)!.add(left, right);
    tell(frames.done);
  }
  const { loudness, truePeak, course } = whole;
  return {
    loudness,
    truePeak,
    course,
    sides: sides.decibels,
    parts: new Map([...meters].map(([id, meter]) => [id, meter.loudness - loudness])),
  };
}

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
  const wanted = new Map<string, number>();
  let [before, after] = [0, 0];
  for (const [id, stands] of parts) {
    const level = levels.get(id);
    const place = places.get(id);
    if (level === undefined || place === undefined || !(stands > RESTS) || level === 0) continue;
    const exact = level * 10 ** ((place - stands) / 40);
    wanted.set(id, exact);
    before += 10 ** (stands / 10);
    after += 10 ** (place / 10);
  }
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
