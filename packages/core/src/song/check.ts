/** A whole song: its shape, and what must hold between its pieces. */
import { z } from 'zod';
import { limitTrouble } from './size';
import { orderTrouble } from './order';
import { songShape, type Section, type Song } from './schema';

/** Something that does not hold, as a sentence, and where. */
interface SongTrouble {
  readonly message: string;
  readonly path: readonly (string | number)[];
}

const hasTwice = (names: readonly string[]): boolean => new Set(names).size < names.length;

/** Sections in order, by what their order hangs on beside themselves. */
const inOrder = new WeakMap<Section, string>();

/** {@link orderTrouble}, asked once of a section that nobody can change any more. */
function sectionTrouble(section: Section, song: Pick<Song, 'key' | 'metre' | 'tempo'>): string | null {
  const where = `${song.key} ${song.metre} ${song.tempo}`;
  if (inOrder.get(section) === where) return null;
  const trouble = orderTrouble(section, song);
  if (trouble === null && Object.isFrozen(section)) inOrder.set(section, where);
  return trouble;
}

/** What must hold between the pieces of a song whose shape was checked: it is worked out, so it is bounded by then. */
function* troubles(song: Song): Generator<SongTrouble> {
  const { sections, parts, form, removed = [] } = song;
  const ids = new Set(sections.map((s) => s.id));
  if (ids.size < sections.length) yield { message: 'Two sections share an id.', path: ['sections'] };
  if (hasTwice(sections.map((s) => s.name))) {
    yield { message: 'Two sections share a name.', path: ['sections'] };
  }
  if (hasTwice(parts.map((p) => p.id))) yield { message: 'Two parts share an id.', path: ['parts'] };
  for (const [i, entry] of form.entries()) {
    if (!ids.has(entry.section)) {
      yield { message: 'The form names a section that is not there.', path: ['form', i] };
    }
  }
  for (const [i, { takes = [] }] of parts.entries()) {
    if (hasTwice(takes.map((take) => take.id)))
      yield { message: 'Two takes share an id.', path: ['parts', i, 'takes'] };
  }
  if (hasTwice(form.map((e) => e.id))) {
    yield { message: 'Two places of the form share an id.', path: ['form'] };
  }
  for (const [i, section] of sections.entries()) {
    const message = sectionTrouble(section, song);
    if (message !== null) yield { message, path: ['sections', i] };
  }
  for (const [i, { section, key, metre }] of removed.entries()) {
    const message = sectionTrouble(section, { key, metre, tempo: song.tempo });
    if (message !== null) yield { message, path: ['removed', i] };
  }
  const message = limitTrouble(song);
  if (message !== null) yield { message, path: [] };
}

/** The first thing that does not hold between the pieces of a song; null where all does. */
export const piecesTrouble = (song: Song): SongTrouble | null => troubles(song).next().value ?? null;

/** A pipe ends at the first thing that is wrong with the shape: a section of ten million bars is never laid out. */
export const songSchema = songShape.pipe(
  z.custom<Song>().superRefine((song, ctx) => {
    for (const { message, path } of troubles(song)) {
      ctx.addIssue({ code: 'custom', message, path: [...path] });
    }
  }),
);
