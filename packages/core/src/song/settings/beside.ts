/** Beside whom a part plays: only where another rests, or along with it. */
import { z } from 'zod';
import { GOES_HOW } from '../choices';
import { id } from '../fields';
import { BY_ITS_PAGE, setting } from './specification';

/** What those have who can go with another part. */
export const BESIDE = {
  /** The part it goes with, as that is really played; a part that is not there is none. */
  goesWith: setting({
    schema: id,
    neutral: null,
    moves: 'notes',
    inWords: () => 'goes with another part',
    label: 'Goes with',
    group: 'plays',
    control: BY_ITS_PAGE,
    byKind: true,
  }),
  goesHow: setting({
    schema: z.enum(GOES_HOW),
    neutral: 'in its gaps',
    moves: 'notes',
    inWords: (how) => (how === 'in its gaps' ? 'fills its gaps' : `plays a ${how}`),
    label: 'How',
    group: 'plays',
    control: BY_ITS_PAGE,
    byKind: true,
  }),
};
