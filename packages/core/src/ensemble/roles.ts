/** What a section is to a song, and how far above or under the others it stands before anything is set. */
import type { SectionType } from '../song/choices';
import type { Section } from '../song/schema';

/** What sections are called by what they are; common practice in songs of verses and choruses. */
const NAMES: readonly (readonly [RegExp, SectionType])[] = [
  [/\b(break ?down|interlude)/i, 'break'],
  [/\b(pre[- ]?chorus|build|lift|climb)/i, 'pre-chorus'],
  [/\b(chorus|refrain|hook|drop)/i, 'chorus'],
  [/\b(intro|opening)/i, 'intro'],
  [/\b(verse|strophe)/i, 'verse'],
  [/\b(outro|coda|ending|tag\b)/i, 'ending'],
  [/\b(bridge|middle)/i, 'bridge'],
  [/\b(solo|instrumental)/i, 'solo'],
];

/** From under to over. */
const STANDS: Readonly<Record<SectionType, number>> = {
  intro: -1,
  verse: -1,
  'pre-chorus': 0,
  chorus: 1,
  bridge: 0.2,
  break: -1.4,
  solo: 0.5,
  ending: -0.4,
};

type Named = Pick<Section, 'name' | 'type'>;

/** What a section is: by the type a writer gave it, else by its name; null for a name that says nothing. */
export const typeOf = ({ name, type }: Named): SectionType | null =>
  type ?? NAMES.find(([words]) => words.test(name))?.[1] ?? null;

/** −1.4 to 1: how far a section stands over the others; 0 for one that is nothing in particular. */
export function liftOf(section: Named): number {
  const type = typeOf(section);
  return type ? STANDS[type] : 0;
}
