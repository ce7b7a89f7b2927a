/** A whole song: its shape, and what must hold between its pieces. */
import { z } from 'zod';
import { limitTrouble } from './size';
import { orderTrouble } from './order';
import { songShape, type Song } from './schema';

/** What must hold between the pieces of a song whose shape was checked: it is worked out, so it is bounded by then. */
function checkPieces(song: Song, say: (message: string, path: (string | number)[]) => void): void {
  const sections = new Set(song.sections.map((s) => s.id));
  const parts = new Set(song.parts.map((p) => p.id));
  if (sections.size < song.sections.length) say('Two sections share an id.', ['sections']);
  if (new Set(song.sections.map((s) => s.name)).size < song.sections.length) {
    say('Two sections share a name.', ['sections']);
  }
  if (parts.size < song.parts.length) say('Two parts share an id.', ['parts']);
  song.form.forEach((entry, i) => {
    if (!sections.has(entry.section)) say('The form names a section that is not there.', ['form', i]);
  });
  if (new Set(song.form.map((e) => e.id)).size < song.form.length) {
    say('Two places of the form share an id.', ['form']);
  }
  song.sections.forEach((section, i) => {
    const trouble = orderTrouble(section, song);
    if (trouble) say(trouble, ['sections', i]);
  });
  song.removed?.forEach(({ section, key, metre }, i) => {
    const trouble = orderTrouble(section, { key, metre, tempo: song.tempo });
    if (trouble) say(trouble, ['removed', i]);
  });
  const large = limitTrouble(song);
  if (large) say(large, []);
}

/** A pipe ends at the first thing that is wrong with the shape: a section of ten million bars is never laid out. */
export const songSchema = songShape.pipe(
  z
    .custom<Song>()
    .superRefine((song, ctx) =>
      checkPieces(song, (message, path) => ctx.addIssue({ code: 'custom', message, path })),
    ),
);
