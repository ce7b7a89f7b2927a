/**
 * The tempo map: ticks to seconds and back, exact both ways, for steady tempos and ramps. Along a
 * ramp the tempo rises or falls evenly with the ticks, so that each beat of a ritardando is a like
 * step slower than the one before.
 */
import { PPQ } from './ticks';
import type { Bpm, Seconds, Ticks } from '../units/units';

/** From a tick on: a tempo in quarter notes a minute, and that to which it moves by the next point. */
export interface TempoPoint {
  readonly tick: Ticks;
  readonly tempo: Bpm;
  /** Left out where the tempo is steady. */
  readonly to?: number;
}

interface TempoSegment {
  readonly tick: Ticks;
  readonly second: number;
  /** Ticks a second at its start, and how much more at each tick after. */
  readonly speed: number;
  readonly slope: number;
}

/** Slopes so small that the logarithm would lose digits are steady. */
const STEADY = 1e-12;

const ticksASecond = (tempo: Bpm): number => (tempo * PPQ) / 60;

const secondsAcross = ({ speed, slope }: TempoSegment, ticks: Ticks): number =>
  Math.abs(slope) < STEADY ? ticks / speed : Math.log1p((slope * ticks) / speed) / slope;

const ticksAcross = ({ speed, slope }: TempoSegment, seconds: Seconds): number =>
  Math.abs(slope) < STEADY ? seconds * speed : (speed * Math.expm1(slope * seconds)) / slope;

/** Ticks to seconds and back through all tempos of a song. */
export interface TempoMap {
  /** Seconds from tick 0 to a tick. Ticks need not be whole; before 0 the first tempo holds. */
  secondsAt(tick: Ticks): number;
  /** The tick at a time in seconds. */
  tickAt(seconds: Seconds): number;
  /** Quarter notes a minute at a tick. */
  tempoAt(tick: Ticks): number;
}

/** The last piece that begins at or before a value. */
function pieceAt(pieces: readonly TempoSegment[], by: 'tick' | 'second', value: number): TempoSegment {
  let low = 0;
  let high = pieces.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (pieces[middle]![by] <= value) low = middle;
    else high = middle - 1;
  }
  return pieces[low]!;
}

/** @param points in order of their ticks; the first holds from tick 0. A ramp ends at the next point; the last is steady. */
export function tempoMap(points: readonly TempoPoint[]): TempoMap {
  const pieces: TempoSegment[] = [];
  const given = points.length ? points : [{ tick: 0, tempo: 100 }];
  given.forEach((point, i) => {
    const next = given[i + 1];
    const speed = ticksASecond(point.tempo);
    const rises = point.to !== undefined && next ? ticksASecond(point.to) - speed : 0;
    const before = pieces[i - 1];
    const tick = i === 0 ? 0 : point.tick;
    const second = before ? before.second + secondsAcross(before, tick - before.tick) : 0;
    pieces.push({ tick, second, speed, slope: next && rises ? rises / (next.tick - tick) : 0 });
  });
  const first = { ...pieces[0]!, slope: 0 };
  return {
    secondsAt(tick) {
      const piece = tick < 0 ? first : pieceAt(pieces, 'tick', tick);
      return piece.second + secondsAcross(piece, tick - piece.tick);
    },
    tickAt(seconds) {
      const piece = seconds < 0 ? first : pieceAt(pieces, 'second', seconds);
      return piece.tick + ticksAcross(piece, seconds - piece.second);
    },
    tempoAt(tick) {
      const piece = tick < 0 ? first : pieceAt(pieces, 'tick', tick);
      return ((piece.speed + piece.slope * (tick - piece.tick)) * 60) / PPQ;
    },
  };
}
