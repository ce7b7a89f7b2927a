/** The form as it is played: every playing of every section, as the band has it. */
import type { PageBand } from '../../workers/sentBand';
import { LIMITS } from '@backline/core/song/limits';
import type { Song } from '@backline/core/song/schema';
import type { Where } from '@backline/core/timeline/places';
import { playingId } from '@backline/core/timeline/playing';
import { playingsOf } from '../transport/playings';

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

/** Where the band has each playing. */
const stretchesOf = ({ bars }: Pick<PageBand, 'bars'>) =>
  new Map(
    playingsOf(bars).map(({ playing, bars: own }) => {
      const last = own[own.length - 1]!;
      return [playing, { start: own[0]!.start, end: last.start + last.length, bars: own.length }];
    }),
  );

/**
 * Playings in order, as the song has them: one that the band has not been made for yet is there at once, where it
 * will be. A tag is what the band plays of the last place beyond its repeats.
 */
export function formPlayings(song: Song, band: Pick<PageBand, 'bars'>): FormPlaying[] {
  const stretches = stretchesOf(band);
  const sections = new Map(song.sections.map((s) => [s.id, s]));
  const playings: FormPlaying[] = [];
  const count = new Map<string, number>();
  let end = 0;
  const last = song.form[song.form.length - 1];
  song.form.forEach((entry, index) => {
    const section = sections.get(entry.section);
    if (!section) return;
    for (let pass = 0; pass < LIMITS.repeats + LIMITS.tagTimes; pass++) {
      const id = playingId({ entry: entry.id, pass });
      const isTag = pass >= entry.repeats;
      const stretch = stretches.get(id);
      if (isTag && (entry !== last || !stretch || !song.close?.tag)) break;
      const { start, bars, ...rest } = stretch ?? { start: end, end, bars: section.bars };
      const time = (count.get(section.id) ?? 0) + 1;
      count.set(section.id, time);
      end = rest.end;
      playings.push({
        ...{ id, entry: entry.id, pass, index, sectionId: section.id, name: section.name },
        ...{ time, of: 0, start, end, bars },
      });
    }
  });
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

/** The playing that stands nearest to one that is no more: the last of its place of the form, else the first. */
export function nearestTo<P extends Pick<FormPlaying, 'entry'>>(
  gone: string | null,
  playings: readonly P[],
): P | undefined {
  const entry = gone?.split('/')[0];
  return playings.filter((p) => p.entry === entry).at(-1) ?? playings[0];
}
