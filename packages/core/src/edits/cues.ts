/** Edits of cues: from a tick of a section on, some parts play by other settings, or strike once and stop. */
import type { Draft } from 'immer';
import { LIMITS } from '../song/limits';
import { freeId } from '../song/names';
import type { Cue, Song } from '../song/schema';
import { EditRefused, edit, type Edit } from './apply';
import { copyOf, sectionIn, sectionLength } from './within';

/** Shortest a cue holds, ticks: a sixteenth. */
const SHORTEST = 120;

/** A cue kept within its section; it ends with the section where no end is said, or one past it. */
function fitted(cue: Omit<Cue, 'id'>, length: number): Omit<Cue, 'id'> {
  const at = Math.max(0, Math.min(Math.round(cue.at), length - SHORTEST));
  const { until, hit, ...rest } = cue;
  const end = until === undefined ? undefined : Math.max(at + SHORTEST, Math.round(until));
  return {
    ...rest,
    at,
    ...(end !== undefined && end < length ? { until: end } : {}),
    ...(hit && { hit }),
  };
}

const known = (song: Song, parts: readonly string[]): string[] =>
  song.parts.map((p) => p.id).filter((id) => parts.includes(id));

const inOrder = (cues: readonly Draft<Cue>[]): Draft<Cue>[] => [...cues].sort((a, b) => a.at - b.at);

/** Adds a cue; one past the section's end is put at its end. Refused where no part of it is there. */
export const addCue = (sectionId: string, cue: Omit<Cue, 'id'>): Edit =>
  edit(cue.hit ? 'add a stop' : 'add a cue', (song) => {
    const section = sectionIn(song, sectionId);
    if (!section) return;
    if (section.cues.length >= LIMITS.cues)
      throw new EditRefused('cues-too-many', `A section has at most ${LIMITS.cues} cues.`);
    const parts = known(song, cue.parts);
    if (!parts.length) throw new EditRefused('cue-without-parts', 'Choose at least one part for the cue.');
    const id = freeId(
      'q',
      section.cues.map((c) => c.id),
    );
    const made = { id, ...fitted({ ...cue, parts }, sectionLength(section, song)) };
    section.cues = inOrder([...section.cues, made]);
  });

/**
 * Moves, stretches or changes a cue.
 * @throws EditRefused, when it is applied, where no part of it is there, or it would end before it begins.
 */
export const changeCue = (sectionId: string, id: string, next: Partial<Omit<Cue, 'id'>>): Edit =>
  edit(
    'change a cue',
    (song) => {
      const section = sectionIn(song, sectionId);
      const cue = section?.cues.find((c) => c.id === id);
      if (!section || !cue) return;
      const parts = known(song, next.parts ?? cue.parts);
      if (!parts.length) throw new EditRefused('cue-without-parts', 'Choose at least one part for the cue.');
      const { id: _id, ...before } = copyOf(cue) as Cue;
      const fit = fitted({ ...before, ...next, parts }, sectionLength(section, song));
      section.cues = inOrder(section.cues.map((c) => (c.id === id ? { id, ...fit } : c)));
    },
    `cue/${sectionId}/${id}/${Object.keys(next).join()}`,
  );

/** Takes a cue away; does nothing where it is not there. */
export const removeCue = (sectionId: string, id: string): Edit =>
  edit('remove a cue', (song) => {
    const section = sectionIn(song, sectionId);
    if (section) section.cues = section.cues.filter((c) => c.id !== id);
  });
