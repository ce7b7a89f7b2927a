/** Which of the kit a player takes for what a pattern asks: the cymbal that keeps time, the drum of the backbeat. */
import type { Resolved } from '../../timeline/settings';
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

/** The drum that is struck where a pattern asks for another. */
export function chosenDrum(drum: Drum, { cymbal, backbeat }: Pick<Resolved, 'cymbal' | 'backbeat'>): Drum {
  const keeps = KEEPS_TIME[drum];
  if (keeps && cymbal) return TAKES[cymbal][keeps];
  return (drum === 'snare' || drum === 'side stick') && backbeat ? STRIKES[backbeat] : drum;
}

/** An event on the drum that the player has chosen for it. */
export function onChosen<E extends DrumsEvent>(event: E, settings: Resolved): E {
  const drum = chosenDrum(event.drum, settings);
  return drum === event.drum ? event : { ...event, drum };
}
