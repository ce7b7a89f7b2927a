/** Trading bars: two parts take turns, the one soloing while the other rests or goes on accompanying. */
import type { BandBar } from '@backline/core/band/index';
import { asOne, type Edit } from '@backline/core/edits/apply';
import { freeTakeId, keepTake } from '@backline/core/edits/takes';
import type { Part, Song } from '@backline/core/song/schema';
import type { NewTake } from '@backline/core/song/takeSchema';
import { restIn } from '@backline/core/takes/rest';
import { placesOf } from '@backline/core/takes/places';
import type { Stretch } from '@backline/core/timeline/stretches';
import type { Asked } from './asked';

/** Turns that are offered, bars. */
export const TURNS = [2, 4, 8] as const;

export interface Trade {
  /** The part with which it trades. */
  readonly with: string;
  readonly every: (typeof TURNS)[number];
  /** Whether that one leads as well: then it rests in the turns of the first. */
  readonly isLead: boolean;
  /** Whether that one begins. */
  readonly otherStarts: boolean;
  /** Of whom its turns are asked. */
  readonly asked: Asked;
}

/** A turn: some bars of the song, and whose they are. */
export interface Turn {
  readonly from: number;
  readonly to: number;
  readonly isOther: boolean;
}

/** The turns of a run of bars, 0-based; the last one may be shorter. */
export function turnsOf(from: number, count: number, { every, otherStarts }: Trade): Turn[] {
  return Array.from({ length: Math.ceil(count / every) }, (_, i) => ({
    from: from + i * every,
    to: Math.min(from + count, from + (i + 1) * every),
    isOther: (i % 2 === 0) === otherStarts,
  }));
}

const stretchOfBars = (bars: readonly BandBar[], { from, to }: Pick<Turn, 'from' | 'to'>): Stretch => {
  const last = bars[to - 1]!;
  return { from: bars[from]!.start, to: last.start + last.length };
};

/** Takes kept one behind the other, each by an id of its own. */
function kept({ id, takes = [] }: Part, made: readonly NewTake[]): Edit[] {
  let now = [...takes];
  return made.map((take) => {
    const own = { id: freeTakeId({ takes: now }), ...take };
    now = [...now, own];
    return keepTake(id, own, true);
  });
}

/** Who trades with a part, and whether it leads as well. */
export interface TradingPart {
  readonly part: Part;
  readonly isLead: boolean;
}

/**
 * The edit by which two parts trade: the one rests in the turns of the other, which plays its takes there; where that is a
 * lead as well, it rests in the turns of the first.
 * @param solos what the other plays, turn by turn.
 */
export function traded(
  song: Song,
  bars: readonly BandBar[],
  part: Part,
  { part: other, isLead }: TradingPart,
  turns: readonly Turn[],
  solos: readonly NewTake[],
): Edit {
  const rests = (own: readonly Turn[]): NewTake[] =>
    own.map((turn) => restIn(placesOf(song, bars, stretchOfBars(bars, turn))));
  return asOne('trade bars', [
    ...kept(part, rests(turns.filter(({ isOther }) => isOther))),
    ...kept(other, [...solos, ...(isLead ? rests(turns.filter(({ isOther }) => !isOther)) : [])]),
  ]);
}
