/** Where a long part is parted to be read: at playings of sections, and nowhere through a note that is held. */
import type { BarIndex } from '../../units/units';
import type { Passage, WrittenPart } from './index';

/** Bars of a passage, where nothing stands in the way: what is engraved at one go. */
const USUAL = 16;
/** Bars of the longest: here it is parted whatever is held. */
const LONGEST = 24;

/** Whether each bar can begin a passage: no note is held into it. */
function canBegin({ band: { bars }, struck }: WrittenPart): boolean[] {
  let next = 0;
  let until = 0;
  return bars.map(({ start }) => {
    for (; next < struck.length && struck[next]!.from < start; next++)
      until = Math.max(until, struck[next]!.to);
    return until <= start;
  });
}

/** The passages of a part, in order; together they are the song. */
export function passagesOf(written: WrittenPart): Passage[] {
  const { bars } = written.band;
  const can = canBegin(written);
  const passages: Passage[] = [];
  let from: BarIndex = 0;
  for (let to = 1; to <= bars.length; to++) {
    const isOver = to === bars.length || to - from >= LONGEST;
    const isNewPlaying = bars[to]?.occurrenceKey !== bars[to - 1]!.occurrenceKey;
    if (!isOver && !(can[to] && (isNewPlaying || to - from >= USUAL))) continue;
    passages.push({ from, to });
    from = to;
  }
  return passages;
}
