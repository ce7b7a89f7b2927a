/**
 * How a section leads into another: not always by a fill. A bass runs, hats open, those who hold grow, who is in front
 * takes a run-up, all stop. Common practice; which of them is the style's, and the seed chooses among those that can be
 * heard of the players as they are set.
 */
import type { Transition } from '../song/choices';
import { isInFront, type KindFacts, type Role } from '../style/kind';
import type { Style } from '../style/schema';
import type { Agreement, ArcPlan } from '../timeline/agreement';
import type { PartVoice } from '../timeline/unisonParts';
import type { Points } from './terms';

/** Ways of a style that says nothing: the fill is the most usual. */
const USUAL: readonly Transition[] = ['fill', 'run', 'fill', 'hats', 'pickup', 'swell'];

const hasRole = (kinds: readonly KindFacts[], ...roles: readonly Role[]): boolean =>
  kinds.some(({ role }) => roles.includes(role));

/** Whether those who play can lead on in a way. */
function canLead(way: Transition, playing: readonly KindFacts[]): boolean {
  switch (way) {
    case 'fill':
    case 'hats':
      return hasRole(playing, 'beat');
    case 'run':
      return hasRole(playing, 'bass');
    case 'swell':
      return hasRole(playing, 'pad');
    case 'pickup':
      return playing.some(isInFront);
    case 'stop':
      return true;
  }
}

/** Kinds of those who play to the end and go along with the others. */
const playingAtEnd = (players: readonly (PartVoice | null)[]): KindFacts[] =>
  players.flatMap((player) => {
    const last = player?.settingsSpans[player.settingsSpans.length - 1]?.settings;
    return player && last?.on && last.listens ? [player.kind] : [];
  });

/**
 * How a playing leads into another section; null where none follows that stands as high, or where the players agree on
 * no more than the drums' fill.
 */
export function transitionOf(
  into: Agreement['into'],
  { fills }: Points,
  arc: ArcPlan | null,
  players: readonly (PartVoice | null)[],
  style: Style,
): Transition | null {
  if (!arc || into !== 'section') return null;
  if (arc.breath) return 'stop';
  if (!fills) return null;
  const playing = playingAtEnd(players);
  const ways = (style.arc?.transitions ?? USUAL).filter((way) => canLead(way, playing));
  return ways[Math.floor(arc.draw * ways.length)] ?? null;
}
