/** The form as it is played: every playing of every section, as the band has it. */
import type { Band } from '@backline/core/band/index';
import type { Song } from '@backline/core/song/schema';
import type { Where } from '@backline/core/timeline/places';

/** One playing: a section, which time it is played, and where in the song. */
export interface FormPlaying {
  /** The place of the form and its repeat, as the band names them. */
  readonly id: string;
  readonly entry: string;
  readonly pass: number;
  /** Which place of the form it is, 0-based. */
  readonly index: number;
  readonly sectionId: string;
  readonly name: string;
  /** Which time its section is played, from 1, of so many. */
  readonly time: number;
  readonly of: number;
  readonly start: number;
  readonly end: number;
  readonly bars: number;
}

/** What settings are for: the whole song, the section, or one time it is played. */
export type Scope = 'song' | 'section' | 'playing';

/** Playings in order; a place of the form that the song has no more is left out until the band is made anew. */
export function formPlayings(song: Song, band: Pick<Band, 'bars'>): FormPlaying[] {
  const indices = new Map(song.form.map((entry, i) => [entry.id, i]));
  const names = new Map(song.sections.map((s) => [s.id, s.name]));
  const playings: FormPlaying[] = [];
  const count = new Map<string, number>();
  for (const { sectionId, playing: id, start, length, pass: time } of band.bars) {
    const last = playings[playings.length - 1];
    if (last?.id === id) {
      playings[playings.length - 1] = { ...last, end: start + length, bars: last.bars + 1 };
      continue;
    }
    const [entry = '', pass = '0'] = id.split('/');
    const index = indices.get(entry);
    const name = names.get(sectionId);
    if (index === undefined || name === undefined) continue;
    count.set(sectionId, time);
    playings.push({
      id,
      entry,
      pass: Number(pass),
      index,
      sectionId,
      name,
      time,
      of: 0,
      start,
      end: start + length,
      bars: 1,
    });
  }
  return playings.map((p) => ({ ...p, of: count.get(p.sectionId)! }));
}

/** "Chorus", or where it is played more than once "Chorus, time 2". */
export const playingWords = ({ name, time, of }: Pick<FormPlaying, 'name' | 'time' | 'of'>): string =>
  of > 1 ? `${name}, time ${time}` : name;

/** True for a time that the form itself has: a tag is set with what it repeats. */
export const isOfForm = (song: Song, { index, pass }: FormPlaying): boolean =>
  pass < (song.form[index]?.repeats ?? 0);

/** The place that a scope means at a playing. */
export function placeOf(song: Song, playing: FormPlaying, scope: Scope): Where {
  if (scope === 'song') return null;
  const { entry, pass, sectionId } = playing;
  return scope === 'section' || !isOfForm(song, playing) ? sectionId : { entry, pass };
}

/** What a scope is called at a playing. */
export const scopeWords = (playing: FormPlaying, scope: Scope): string =>
  scope === 'song' ? 'the whole song' : scope === 'section' ? playing.name : `time ${playing.time} only`;
