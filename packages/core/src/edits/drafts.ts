/** Edits of drafts: several sets of chords for one section, one of them in use. */
import { edit, type Edit } from './apply';
import { LIMITS } from '../song/limits';
import { freeId, freeName } from '../song/names';
import { cutText, tidyName } from '../song/text';
import { sectionIn, sectionLength } from './within';

/** A new draft, a copy of another or empty, put in use at once. The others stay as they are. */
export const addDraft = (sectionId: string, from: string | null): Edit =>
  edit('start a draft', (song) => {
    const section = sectionIn(song, sectionId);
    if (!section) return;
    const original = section.drafts.find((d) => d.id === from);
    const id = freeId(
      'd',
      section.drafts.map((d) => d.id),
    );
    const names = section.drafts.map((d) => d.name);
    const chords = original
      ? original.chords.map((c) => ({ ...c }))
      : [{ id: 'c1', start: 0, length: sectionLength(section, song), symbol: null }];
    const copied = original?.name.replace(/ copy( \d+)?$/, '');
    const wanted = copied ? `${cutText(copied, LIMITS.nameLength - ' copy'.length)} copy` : 'New draft';
    section.drafts.push({ id, name: freeName(names, wanted), chords });
    section.draft = id;
  });

/** Puts another draft of a section in use; does nothing where it is not there. */
export const useDraft = (sectionId: string, draftId: string): Edit =>
  edit('use another draft', (song) => {
    const section = sectionIn(song, sectionId);
    if (section?.drafts.some((d) => d.id === draftId)) section.draft = draftId;
  });

/** Another name for a draft; does nothing where it is not there. */
export const renameDraft = (sectionId: string, draftId: string, name: string): Edit =>
  edit(
    'rename a draft',
    (song) => {
      const draft = sectionIn(song, sectionId)?.drafts.find((d) => d.id === draftId);
      if (draft) draft.name = tidyName(name, LIMITS.nameLength) || draft.name;
    },
    `draft/${sectionId}/${draftId}`,
  );

/** Removes a draft; the last one stays. Where it was in use its neighbour comes into use. */
export const removeDraft = (sectionId: string, draftId: string): Edit =>
  edit('remove a draft', (song) => {
    const section = sectionIn(song, sectionId);
    const at = section?.drafts.findIndex((d) => d.id === draftId) ?? -1;
    if (!section || at < 0 || section.drafts.length < 2) return;
    section.drafts.splice(at, 1);
    if (section.draft === draftId) section.draft = section.drafts[Math.max(0, at - 1)]!.id;
  });
