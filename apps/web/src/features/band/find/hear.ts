import type { BandBar } from '@backline/core/band/index';
import { isOccurrenceScope, type Scope } from '@backline/core/timeline/scopes';
import { occurrenceKeyOf } from '@backline/core/timeline/occurrenceKey';
import type { SectionLoop } from '../../../shared/loop';
import { player, usePlayer } from '../../../audio/player';
import { useBand } from '../../../state/band';
import { useSelection } from '../../../state/selection';

const barsNow = (): readonly BandBar[] => useBand.getState().band?.bars ?? [];

/** Where the chosen bar is played first, ticks; null where none is in hand. */
function barInHand(): number | null {
  const { selection } = useSelection.getState();
  if (selection?.kind !== 'bar') return null;
  return barsNow().find((b) => b.sectionId === selection.section && b.index === selection.bar)?.start ?? null;
}

/** The bars in which something is set that is set for a section or one of its playings; null for the whole song. */
export function roundOf(bars: readonly BandBar[], scope: Scope): SectionLoop | null {
  if (scope === null) return null;
  const first = bars.find((bar) =>
    isOccurrenceScope(scope) ? bar.occurrenceKey === occurrenceKeyOf(scope) : bar.sectionId === scope,
  );
  if (!first) return null;
  const own = bars.filter((bar) => bar.occurrenceKey === first.occurrenceKey);
  const last = own[own.length - 1]!;
  // From the bar before, so that the change into it is heard.
  const before = bars[bars.indexOf(first) - 1] ?? first;
  return {
    start: before.start,
    end: last.start + last.length,
    name: first.section,
    playing: first.occurrenceKey,
  };
}

/** Where the song stood before something was tried elsewhere, and what it went round. */
let before: { readonly tick: number; readonly playing: boolean; readonly loop: SectionLoop | null } | null =
  null;

/** Trying is hearing: the song plays where what is tried is played, round and round; else from the bar in hand, unless it plays already. */
export function hear(scope: Scope): void {
  const { playing, starting, loop } = usePlayer.getState();
  const round = roundOf(barsNow(), scope);
  const isUnderWay = playing || starting;
  if (!round) {
    if (isUnderWay) return;
    const from = barInHand();
    void (from === null ? player.play() : player.play(from)).catch(() => undefined);
    return;
  }
  before ??= { tick: player.tick(), playing: isUnderWay, loop };
  const tick = player.tick();
  const isThere = isUnderWay && tick >= round.start && tick < round.end;
  player.setLoop(round);
  if (!isUnderWay) void player.play(round.start).catch(() => undefined);
  else if (!isThere) player.seek(round.start);
}

/** Nothing is tried any more: the song goes on where it stood. */
export function comeBack(): void {
  if (!before) return;
  const { tick, playing, loop } = before;
  before = null;
  player.setLoop(loop);
  if (!playing) player.stop();
  player.seek(tick);
}
