/**
 * A score on its way to the audio thread, which has the one before it: stretches of time in which nothing is other are
 * named, not sent again; what is other goes as blocks of numbers of their own, whose buffers can be handed over.
 */
import { listOf, piecesOf, type ListPiece } from '@backline/core/memo/pieces';
import { PPQ } from '@backline/core/time/ticks';
import { FIELDS, GESTURE_FIELDS, firstAt, type Score, type ScoreBar } from './score';

/** Ticks of a stretch that is compared as a whole: sixteen quarter notes. */
const STRETCH = 16 * PPQ;

interface Kept {
  readonly from: number;
  readonly count: number;
}

/** Numbers of the list before, from the first of so many on; or a block that is new. */
type Block = Kept | Int32Array<ArrayBuffer>;

const isKept = (block: Block): block is Kept => 'from' in block;

/** What of a score is other than in the one before it. */
export interface SentScore extends Omit<Score, 'notes' | 'gestures' | 'bars'> {
  readonly notes: readonly Block[];
  readonly gestures: readonly Block[];
  readonly bars: readonly ListPiece<ScoreBar>[];
}

function isAlike(a: Int32Array, from: number, b: Int32Array, start: number, count: number): boolean {
  for (let i = 0; i < count; i++) if (a[from + i] !== b[start + i]) return false;
  return true;
}

/** A list of so many numbers an entry, in order of its ticks, against the one before. */
function blocksOf(before: Int32Array, now: Int32Array, fields: number): readonly Block[] {
  const kept: ({ from: number; count: number } | { start: number; end: number })[] = [];
  let from = 0;
  let start = 0;
  while (start < now.length) {
    const until = (Math.floor(now[start]! / STRETCH) + 1) * STRETCH;
    const end = firstAt(now, fields, until) * fields;
    // What was in stretches that are empty now is stepped over.
    from = firstAt(before, fields, until - STRETCH) * fields;
    const count = firstAt(before, fields, until) * fields - from;
    const last = kept[kept.length - 1];
    if (count === end - start && isAlike(before, from, now, start, count)) {
      if (last && 'from' in last && last.from + last.count === from) last.count += count;
      else kept.push({ from, count });
    } else if (last && 'end' in last) last.end = end;
    else kept.push({ start, end });
    start = end;
  }
  return kept.map((one) => ('from' in one ? one : now.slice(one.start, one.end)));
}

function joined(before: Int32Array, blocks: readonly Block[]): Int32Array {
  const whole = new Int32Array(
    blocks.reduce((sum, block) => sum + (isKept(block) ? block.count : block.length), 0),
  );
  let at = 0;
  for (const block of blocks) {
    const own = isKept(block) ? before.subarray(block.from, block.from + block.count) : block;
    whole.set(own, at);
    at += own.length;
  }
  return whole;
}

const NOTHING: Pick<Score, 'notes' | 'gestures' | 'bars'> = {
  notes: new Int32Array(0),
  gestures: new Int32Array(0),
  bars: [],
};

/** What has to be sent of a score to who has another one; null to who has none. */
export function sentScore(score: Score, before: Score | null): SentScore {
  const was = before ?? NOTHING;
  return {
    ...score,
    notes: blocksOf(was.notes, score.notes, FIELDS),
    gestures: blocksOf(was.gestures, score.gestures, GESTURE_FIELDS),
    bars: piecesOf(was.bars, score.bars),
  };
}

/** Buffers of what is sent, which go over without being copied. */
export const scoreBuffers = ({ notes, gestures }: SentScore): ArrayBuffer[] =>
  [...notes, ...gestures].flatMap((block) => (isKept(block) ? [] : [block.buffer]));

/** The whole score again: what stayed is what is there. */
export function wholeScore(sent: SentScore, before: Score | null): Score {
  const was = before ?? NOTHING;
  return {
    ...sent,
    notes: joined(was.notes, sent.notes),
    gestures: joined(was.gestures, sent.gestures),
    bars: listOf(was.bars, sent.bars),
  };
}
