/**
 * How a section leads into another: not always by a fill. A bass runs, hats open, those who hold grow, who is in front
 * takes a run-up, all stop. Common practice; which of them is the style's, and the seed chooses among them.
 */
import { hash, noise } from '../../random/stream';
import type { Transition } from '../../song/choices';
import { isInFront, type KindFacts, type Role } from '../../style/kind';
import type { Style } from '../../style/schema';
import type { FormPlace } from './formPlace';

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

/**
 * How a playing leads into another section.
 * @param playing the kinds of those who play in it.
 */
export function transitionOf(
  { type, nth }: Pick<FormPlace, 'type' | 'nth'>,
  playing: readonly KindFacts[],
  style: Style,
  seed: number,
): Transition {
  const ways = (style.arc?.transitions ?? USUAL).filter((way) => canLead(way, playing));
  const drawn = noise(hash(`${seed}/transition/${type ?? ''}`), nth, 3);
  return ways[Math.floor(drawn * ways.length)] ?? 'fill';
}
