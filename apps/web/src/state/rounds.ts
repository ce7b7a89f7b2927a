/** Going round some bars for a while to hear them, and back to where the song stood. */
import { player, usePlayer } from '../audio/player';
import type { SectionLoop } from '../shared/loop';

/** Where the song stood before it went elsewhere to be heard, and what it went round. */
let before: { readonly tick: number; readonly playing: boolean; readonly loop: SectionLoop | null } | null =
  null;

/** Whether the song has gone elsewhere, and is to come back. */
export const isAway = (): boolean => before !== null;

/** Plays round and round some bars: from their start where it stands elsewhere. Call it from a tap. */
export function goRound(round: SectionLoop): void {
  const { playing, starting, loop } = usePlayer.getState();
  const isUnderWay = playing || starting;
  const tick = player.tick();
  before ??= { tick, playing: isUnderWay, loop };
  const isThere = isUnderWay && tick >= round.start && tick < round.end;
  player.setLoop(round);
  if (!isUnderWay) void player.play(round.start).catch(() => undefined);
  else if (!isThere) player.seek(round.start);
}

/** The song goes on where it stood before it went elsewhere. */
export function comeBack(): void {
  if (!before) return;
  const { tick, playing, loop } = before;
  before = null;
  player.setLoop(loop);
  if (!playing) player.stop();
  player.seek(tick);
}
