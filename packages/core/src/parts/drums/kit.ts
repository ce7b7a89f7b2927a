/** Which of the kit a player takes for what a pattern asks: the cymbal that keeps time, the drum of the backbeat. */
import type { Dynamics } from '../../song/choices';
import type { Resolved } from '../../timeline/settings';
import { isSoft } from '../note';
import type { DrumsEvent } from './pattern';

type Drum = DrumsEvent['drum'];

/** What keeps time, by how it is struck: lightly on the way, or brought out. */
const KEEPS_TIME: Partial<Record<Drum, 'light' | 'full'>> = {
  'closed hat': 'light',
  'open hat': 'full',
  ride: 'light',
  'ride bell': 'full',
};

const TAKES: Readonly<Record<NonNullable<Resolved['cymbal']>, Readonly<Record<'light' | 'full', Drum>>>> = {
  'hi-hat': { light: 'closed hat', full: 'open hat' },
  ride: { light: 'ride', full: 'ride' },
  bell: { light: 'ride bell', full: 'ride bell' },
  toms: { light: 'low tom', full: 'mid tom' },
};

const STRIKES: Readonly<Record<NonNullable<Resolved['backbeat']>, Drum>> = {
  snare: 'snare',
  'side stick': 'side stick',
  tom: 'mid tom',
};

/** What is struck in place of a drum where the player is soft, or as loud as can be (common practice). */
const SOFTLY: Partial<Record<Drum, Drum>> = { snare: 'side stick', 'open hat': 'closed hat', crash: 'ride' };
const AT_FULL: Partial<Record<Drum, Drum>> = { 'side stick': 'snare', ride: 'ride bell' };

const byDynamics = (drum: Drum, dynamics: Dynamics): Drum =>
  (isSoft(dynamics) ? SOFTLY[drum] : dynamics === 'ff' ? AT_FULL[drum] : undefined) ?? drum;

/** The drum that is struck where a pattern asks for another. */
function chosenDrum(drum: Drum, { cymbal, backbeat }: Pick<Resolved, 'cymbal' | 'backbeat'>): Drum {
  const keeps = KEEPS_TIME[drum];
  if (keeps && cymbal) return TAKES[cymbal][keeps];
  if ((drum === 'snare' || drum === 'side stick') && backbeat) return STRIKES[backbeat];
  return drum;
}

/** A ghost is played on the drum's own head, however soft. */
const GHOST = 0.5;

/** An event on the drum that the player takes for it: as the writer chose, else as the dynamics ask. */
export function onChosen<E extends DrumsEvent>(event: E, settings: Resolved): E {
  const chosen = chosenDrum(event.drum, settings);
  const free = chosen === event.drum && event.accent > GHOST && !settings.backbeat && !settings.cymbal;
  const drum = free ? byDynamics(chosen, settings.dynamics) : chosen;
  return drum === event.drum ? event : { ...event, drum };
}
