/** Edits of what one part plays for chosen chords only. */
import { edit, type Edit } from './apply';
import type { ChordEvent } from '../song/schema';
import { draftIn, sectionIn } from './within';

type ForChord = NonNullable<ChordEvent['settings']>[string];

/** Sets a part's pattern, or what it does at the change, for some chords of a section; `undefined` lets go. */
export const setForChords = (
  sectionId: string,
  chordIds: readonly string[],
  part: string,
  settings: { readonly [name in keyof ForChord]: ForChord[name] | undefined },
): Edit =>
  edit(
    'change a part for a chord',
    (song) => {
      const section = sectionIn(song, sectionId);
      if (!section || !song.parts.some((p) => p.id === part)) return;
      for (const chord of draftIn(section).chords) {
        if (!chordIds.includes(chord.id)) continue;
        const own: ForChord = { ...chord.settings?.[part] };
        for (const [name, value] of Object.entries(settings)) {
          if (value === undefined) delete own[name as keyof ForChord];
          else Object.assign(own, { [name]: value });
        }
        const all = { ...chord.settings, [part]: own };
        if (Object.keys(own).length === 0) delete all[part];
        if (Object.keys(all).length) chord.settings = all;
        else delete chord.settings;
      }
    },
    `chord ${sectionId}/${chordIds.join()}/${part}/${Object.keys(settings).join()}`,
  );
