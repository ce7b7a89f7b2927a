/** Where a playing stands in its song: what it is, which of its kind, what comes behind it. */
import type { SectionType } from '../../song/choices';
import type { Section } from '../../song/schema';
import { typeOf } from '../roles';

/** A playing's place in the form, on which its arc depends and on nothing else of the song. */
export interface FormPlace {
  /** Null for a section that is nothing in particular. */
  readonly type: SectionType | null;
  /** What it is one of: its type, or its section's id. */
  readonly kind: string;
  /** Which of its kind it is, from 0, and how many there are. What is played over again at once counts as one. */
  readonly nth: number;
  readonly of: number;
  /** Choruses before it, and in all. */
  readonly chorusesBefore: number;
  readonly choruses: number;
  /** From 0 at the song's first playing to 1 at its last. */
  readonly progress: number;
  /** True in front of the last chorus, where that is not the only one. */
  readonly leadsIntoLastChorus: boolean;
  /** Whether the form has a solo, for those who wait for it. */
  readonly hasSolo: boolean;
}

interface FormBlock {
  readonly section: Section;
  readonly type: SectionType | null;
  readonly playings: number;
}

type Playing = Readonly<{ section: Section }>;

/** Playings of a section one after another are one. Where there is nothing else in the song, each is one of its own. */
function blocksOf(form: readonly Playing[]): FormBlock[] {
  const single = new Set(form.map(({ section }) => section.id)).size === 1;
  const blocks: { section: Section; type: SectionType | null; playings: number }[] = [];
  for (const { section } of form) {
    const last = blocks[blocks.length - 1];
    if (last && last.section.id === section.id && !single) last.playings++;
    else blocks.push({ section, type: typeOf(section), playings: 1 });
  }
  return blocks;
}

/** Playings from which on a song goes somewhere; a shorter one is only tried. */
const LEAST = 3;

/** How many there are of each. */
function counted(names: readonly string[]): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1);
  return counts;
}

/** The place of each playing of a form; null for each where there are too few to go anywhere. */
export function formPlaces(form: readonly Playing[]): readonly (FormPlace | null)[] {
  if (form.length < LEAST) return form.map(() => null);
  const blocks = blocksOf(form);
  const kinds = blocks.map(({ type, section }) => type ?? section.id);
  const inAll = counted(kinds);
  const lastChorus = blocks.findLastIndex(({ type }) => type === 'chorus');
  const before = new Map<string, number>();
  return blocks.flatMap(({ type, playings }, i) => {
    const kind = kinds[i]!;
    const place: Omit<FormPlace, 'leadsIntoLastChorus'> = {
      type,
      kind,
      nth: before.get(kind) ?? 0,
      of: inAll.get(kind)!,
      chorusesBefore: before.get('chorus') ?? 0,
      choruses: inAll.get('chorus') ?? 0,
      progress: blocks.length > 1 ? i / (blocks.length - 1) : 1,
      hasSolo: inAll.has('solo'),
    };
    before.set(kind, place.nth + 1);
    return Array.from({ length: playings }, (_, playing) => ({
      ...place,
      leadsIntoLastChorus: place.choruses > 1 && i + 1 === lastChorus && playing === playings - 1,
    }));
  });
}
