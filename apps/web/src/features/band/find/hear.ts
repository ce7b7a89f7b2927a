import type { BandBar } from '@backline/core/band/index';
import { isOccurrenceScope, type Scope } from '@backline/core/timeline/scopes';
import { occurrenceKeyOf } from '@backline/core/timeline/occurrenceKey';
import type { Ticks } from '@backline/core/units/units';
import { loopRound, type SectionLoop } from '../../../shared/loop';
import type { PageBand } from '../../../shared/sentBand';
import { player, usePlayer } from '../../../audio/player';
import { useBand } from '../../../state/band';
import { goRound, isAway } from '../../../state/rounds';
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
  return first ? loopRound(bars, { playing: first.occurrenceKey, lead: true }) : null;
}

/** The playing in which a part that rests where the song is heard plays next; null where it plays there. */
export function roundOfPart(band: PageBand, part: string, from: Ticks): SectionLoop | null {
  const { bars, parts } = band;
  const notes = parts.find(({ id }) => id === part)?.notes ?? [];
  const note = notes.find(({ start }) => start >= from) ?? notes[0];
  const here = bars.findLast(({ start }) => start <= from);
  if (!note || note.occurrenceKey === here?.occurrenceKey) return null;
  const first = bars.find(({ occurrenceKey }) => occurrenceKey === note.occurrenceKey);
  return first ? loopRound(bars, { playing: first.occurrenceKey, lead: true }) : null;
}

/**
 * Trying is hearing: the song plays where what is tried is played, round and round; else from the bar in hand, unless it
 * plays already.
 * @param part whose turn it is, where it may rest in a part of the song; null for all.
 * @returns what the song goes round; null where it plays on.
 */
export function hear(scope: Scope, part: string | null): SectionLoop | null {
  const { playing, starting, loop } = usePlayer.getState();
  const isUnderWay = playing || starting;
  const { band } = useBand.getState();
  const now = isUnderWay ? player.tick() : (barInHand() ?? 0);
  const round = roundOf(barsNow(), scope) ?? (band && part !== null ? roundOfPart(band, part, now) : null);
  if (round) {
    goRound(round);
    return round;
  }
  // It may go round already for what was tried before.
  if (isUnderWay) return isAway() ? loop : null;
  const from = barInHand();
  void (from === null ? player.play() : player.play(from)).catch(() => undefined);
  return null;
}
