/** Where bars have gone in the last edits of the open song, for what stands at a bar beside it: selection, playhead. */
import type { BarMoves } from '@backline/core/song/barMoves';
import type { Song } from '@backline/core/song/schema';

interface Moved {
  readonly before: Song;
  readonly now: Song;
  readonly moves: BarMoves;
}

/** As many edits as may lie between two bands at most. */
const REMEMBERED = 50;
let last: readonly Moved[] = [];

type Listener = (moved: Moved) => void;
const listeners = new Set<Listener>();

/** Says that the open song is another one now, and where its bars have gone. */
export function sayMoved(moved: Moved): void {
  last = [...last, moved].slice(-REMEMBERED);
  if (moved.moves.length) listeners.forEach((listener) => listener(moved));
}

/** Hears of bars that have gone elsewhere. */
export function watchBars(listener: Listener): void {
  listeners.add(listener);
}

/** Where bars have gone from one song to a later one; nothing where it is not known how one became the other. */
export function movesBetween(before: Song, now: Song): BarMoves {
  const moves: BarMoves[] = [];
  let song = now;
  for (let i = last.length - 1; i >= 0 && song !== before; i--) {
    if (last[i]!.now !== song) continue;
    moves.unshift(last[i]!.moves);
    song = last[i]!.before;
  }
  return song === before ? moves.flat() : [];
}
