/** A stretch of a score by itself: its channels stand as they stood there. */
import { tempoMap, type TempoPoint } from '@backline/core/time/tempo';
import {
  FIELDS,
  GESTURE_FIELDS,
  firstAt,
  firstGestureAt,
  gestureAt,
  lastAt,
  type ChannelSetup,
  type Score,
} from './score';

/** Entries of a list of so many fields, sorted by tick, that lie in a stretch; counted from where it begins. */
function cut(list: Int32Array, fields: number, from: number, to: number): Int32Array {
  const kept = list.slice(firstAt(list, fields, from) * fields, firstAt(list, fields, to) * fields);
  for (let at = 0; at < kept.length; at += fields) kept[at]! -= from;
  return kept;
}

/** What the gestures before a tick have left behind, as gestures at the start. */
function leftBy({ gestures }: Score, tick: number): number[] {
  const stands = new Map<string, number[]>();
  for (let i = 0; i < firstGestureAt(gestures, tick); i++) {
    const { channel, controller, value } = gestureAt(gestures, i);
    stands.set(`${channel}/${controller}`, [0, channel, controller, value]);
  }
  return [...stands.values()].flat();
}

function temposFrom(tempos: readonly TempoPoint[], from: number, to: number): TempoPoint[] {
  const at = tempoMap(tempos).tempoAt(from);
  const first = lastAt(tempos, from);
  const later = tempos.filter(({ tick }) => tick > from && tick < to);
  return [
    { tick: 0, tempo: at, ...(first?.to !== undefined && { to: first.to }) },
    ...later.map((point) => ({ ...point, tick: point.tick - from })),
  ];
}

const programsFrom = (setup: ChannelSetup, from: number): ChannelSetup => ({
  ...setup,
  programs: [
    { tick: 0, program: lastAt(setup.programs, from)!.program },
    ...setup.programs.filter((p) => p.tick > from).map((p) => ({ ...p, tick: p.tick - from })),
  ],
});

/** Some bars of a score by themselves. */
export function scoreExcerpt(score: Score, first: number, bars: number): Score {
  const kept = score.bars.slice(first, first + bars);
  const last = kept[kept.length - 1];
  if (!last) return score;
  const [from, to] = [kept[0]!.tick, last.tick + last.length];
  const gestures = cut(score.gestures, GESTURE_FIELDS, from, to);
  return {
    ...score,
    length: to - from,
    tempos: temposFrom(score.tempos, from, to),
    bars: kept.map((bar) => ({ ...bar, tick: bar.tick - from })),
    channels: score.channels.map((setup) => programsFrom(setup, from)),
    notes: cut(score.notes, FIELDS, from, to),
    gestures: Int32Array.from([...leftBy(score, from), ...gestures]),
  };
}

/** So many bars from the middle of a score: enough to hear how it stands. */
export function middleOf(score: Score, bars: number): Score {
  return scoreExcerpt(score, Math.max(0, Math.floor((score.bars.length - bars) / 2)), bars);
}
