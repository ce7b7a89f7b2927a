import type { BandBar } from '@backline/core/band/index';
import { isOccurrenceScope, type Scope } from '@backline/core/timeline/scopes';
import { occurrenceKeyOf } from '@backline/core/timeline/occurrenceKey';
import type { Ticks } from '@backline/core/units/units';
import type { SectionLoop } from '../../../shared/loop';
import type { PageBand } from '../../../shared/sentBand';
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
  return first ? roundFrom(bars, first) : null;
}

/** A playing, from the bar before it, so that the change into it is heard. */
function roundFrom(bars: readonly BandBar[], first: BandBar): SectionLoop {
  const own = bars.filter((bar) => bar.occurrenceKey === first.occurrenceKey);
  const last = own[own.length - 1]!;
  const before = bars[bars.indexOf(first) - 1] ?? first;
  return {
    start: before.start,
    end: last.start + last.length,
    name: first.section,
    playing: first.occurrenceKey,
  };
}

/** The playing in which a part that rests where the song is heard plays next; null where it plays there. */
export function roundOfPart(band: PageBand, part: string, from: Ticks): SectionLoop | null {
  const { bars, parts } = band;
  const notes = parts.find(({ id }) => id === part)?.notes ?? [];
  const note = notes.find(({ start }) => start >= from) ?? notes[0];
  const here = bars.findLast(({ start }) => start <= from);
  if (!note || note.occurrenceKey === here?.occurrenceKey) return null;
  const first = bars.find(({ occurrenceKey }) => occurrenceKey === note.occurrenceKey);
  return first ? roundFrom(bars, first) : null;
}

/** Where the song stood before something was tried elsewhere, and what it went round. */
let before: { readonly tick: number; readonly playing: boolean; readonly loop: SectionLoop | null } | null =
  null;

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
  if (!round) {
    // It may go round already for what was tried before.
    if (isUnderWay) return before && loop;
    const from = barInHand();
    void (from === null ? player.play() : player.play(from)).catch(() => undefined);
    return null;
  }
  before ??= { tick: player.tick(), playing: isUnderWay, loop };
  const tick = player.tick();
  const isThere = isUnderWay && tick >= round.start && tick < round.end;
  player.setLoop(round);
  if (!isUnderWay) void player.play(round.start).catch(() => undefined);
  else if (!isThere) player.seek(round.start);
  return round;
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
