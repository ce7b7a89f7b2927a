/** What a section is to its song, and how one of its type starts out. */
import type { SectionType } from '../song/choices';
import type { Song } from '../song/schema';
import type { KindSet, Role } from '../style/kind';
import { edit, type Edit } from './apply';

/** How a section of a type starts out: how far it is lifted, and who rests. */
interface Beginning {
  readonly lift: number;
  readonly rests: readonly Role[];
  /** Whether those rest too who leave as a section thins out. */
  readonly thin?: true;
}

/** Common practice; each is only a beginning, and is seen and changed like anything the writer sets. */
const BEGINNINGS: Readonly<Record<SectionType, Beginning>> = {
  intro: { lift: -1, rests: ['tune', 'lead'] },
  verse: { lift: 0, rests: ['lead'] },
  'pre-chorus': { lift: 1, rests: ['lead'] },
  chorus: { lift: 2, rests: ['lead'] },
  bridge: { lift: -1, rests: ['lead'] },
  break: { lift: -2, rests: ['tune', 'lead'], thin: true },
  solo: { lift: 1, rests: ['tune'] },
  ending: { lift: 0, rests: ['lead'] },
};

/** How far a section of a type is lifted to begin with, and which parts rest; all of a song's parts never do. */
export function beginningOf(type: SectionType, { parts }: Pick<Song, 'parts'>, kinds: KindSet) {
  const { lift, rests, thin } = BEGINNINGS[type];
  const resting = parts.filter((part) => {
    const kind = kinds.get(part.kind);
    return kind && (rests.includes(kind.role) || (thin && kind.leaves));
  });
  return { lift, rests: resting.length < parts.length ? resting : [] };
}

/**
 * Says what a section is, and sets it up as such a one starts out, in what the writer has said nothing of there.
 * Null takes the type away, and nothing else.
 */
export const setSectionType = (id: string, type: SectionType | null, kinds: KindSet): Edit =>
  edit('say what a section is', (song) => {
    const section = song.sections.find((s) => s.id === id);
    if (!section) return;
    if (type === null) {
      delete section.type;
      return;
    }
    section.type = type;
    const { lift, rests } = beginningOf(type, song, kinds);
    if (!section.lift && lift !== 0) section.lift = { by: lift };
    for (const { id: part } of rests) (section.settings[part] ??= {}).on ??= false;
  });
