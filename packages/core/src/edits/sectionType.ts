/** What a section is to its song, and how one of its kind starts out. */
import type { SectionType } from '../song/choices';
import type { Song } from '../song/schema';
import { edit, type Edit } from './apply';

/** How a section of a type starts out: how far it is lifted, and which kinds of parts rest. */
interface Beginning {
  readonly lift: number;
  readonly rests: readonly string[];
}

/** Common practice; each is only a beginning, and is seen and changed like anything the writer sets. */
const BEGINNINGS: Readonly<Record<SectionType, Beginning>> = {
  intro: { lift: -1, rests: ['melody', 'solo', 'horns'] },
  verse: { lift: 0, rests: ['solo', 'horns'] },
  'pre-chorus': { lift: 1, rests: ['solo'] },
  chorus: { lift: 2, rests: ['solo'] },
  bridge: { lift: -1, rests: ['solo', 'horns'] },
  break: { lift: -2, rests: ['solo', 'melody', 'horns', 'strings', 'guitar', 'arp'] },
  solo: { lift: 1, rests: ['melody'] },
  ending: { lift: 0, rests: ['solo'] },
};

export const beginningOf = (type: SectionType): Beginning => BEGINNINGS[type];

/**
 * Says what a section is, and sets it up as such a one starts out, in what the writer has said nothing of there.
 * Null takes the type away, and nothing else.
 */
export const setSectionType = (id: string, type: SectionType | null): Edit =>
  edit('say what a section is', (song) => {
    const section = song.sections.find((s) => s.id === id);
    if (!section) return;
    if (type === null) {
      delete section.type;
      return;
    }
    section.type = type;
    const { lift, rests } = BEGINNINGS[type];
    if (!section.lift && lift !== 0) section.lift = { by: lift };
    for (const part of resting(song, rests)) {
      const there = (section.settings[part] ??= {});
      there.on ??= false;
    }
  });

/** Parts of some kinds, as long as others are left to play. */
function resting(song: Pick<Song, 'parts'>, kinds: readonly string[]): string[] {
  const found = song.parts.filter((p) => kinds.includes(p.kind)).map((p) => p.id);
  return found.length < song.parts.length ? found : [];
}
