/** Parts that are set to go with another: with one of the song, or with nobody. */
import type { PartVoice } from './unisonParts';

/**
 * The players of a playing, of whom nobody goes with a part that is not there, nor with itself.
 * @param ids of their parts, in the same order.
 */
export const goingWithOthers = (
  players: readonly (PartVoice | null)[],
  ids: readonly string[],
): readonly (PartVoice | null)[] =>
  players.map((player, own) => {
    const isLost = ({ settings: { goesWith } }: PartVoice['settingsSpans'][number]): boolean =>
      goesWith !== null && (goesWith === ids[own] || !ids.includes(goesWith));
    if (!player?.settingsSpans.some(isLost)) return player;
    const settingsSpans = player.settingsSpans.map((span) =>
      isLost(span) ? { ...span, settings: { ...span.settings, goesWith: null } } : span,
    );
    return { ...player, settingsSpans };
  });
