/** What a section is to a song, by its name: how far above or under the others it stands before anything is set. */

import type { SectionType } from '../song/choices';
import type { Section } from '../song/schema';

/** From under to over; common practice in songs of verses and choruses. */
const ROLES: readonly (readonly [RegExp, number])[] = [
  [/\b(break ?down|interlude)/i, -1.4],
  [/\b(pre[- ]?chorus|build|lift|climb)/i, 0],
  [/\b(chorus|refrain|hook|drop)/i, 1],
  [/\b(verse|strophe|intro|opening)/i, -1],
  [/\b(outro|coda|ending|tag\b)/i, -0.4],
  [/\b(bridge|middle)/i, 0.2],
  [/\b(solo|instrumental)/i, 0.5],
];

/** The same by the type a writer gives a section. */
const BY_TYPE: Readonly<Record<SectionType, number>> = {
  intro: -1,
  verse: -1,
  'pre-chorus': 0,
  chorus: 1,
  bridge: 0.2,
  break: -1.4,
  solo: 0.5,
  ending: -0.4,
};

/** −1.4 to 1: by its type, else by its name; 0 for a name that says nothing. */
export const liftOf = ({ name, type }: Pick<Section, 'name' | 'type'>): number =>
  type ? BY_TYPE[type] : (ROLES.find(([words]) => words.test(name))?.[1] ?? 0);
