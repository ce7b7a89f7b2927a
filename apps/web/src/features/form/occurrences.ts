/** The form as it is played: every playing of every section, as the band has it. */
import type { PageBand } from '../../shared/sentBand';
import { LIMITS } from '@backline/core/song/limits';
import type { Song } from '@backline/core/song/schema';
import type { Scope } from '@backline/core/timeline/scopes';
import { occurrenceKeyOf } from '@backline/core/timeline/occurrenceKey';
import { occurrencesOf } from '../../shared/occurrences';

/** One playing: a section, which time it is played, and where in the song. */
export interface FormOccurrence {
  /** The place of the form and its repeat, as the band names them. */
  readonly id: string;
  readonly entry: string;
  readonly repeat: number;
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
export type ScopeLevel = 'song' | 'section' | 'playing';

/** Where the band has each playing. */
const stretchesOf = ({ bars }: Pick<PageBand, 'bars'>) =>
  new Map(
    occurrencesOf(bars).map(({ occurrenceKey, bars: own }) => {
      const last = own[own.length - 1]!;
      return [occurrenceKey, { start: own[0]!.start, end: last.start + last.length, bars: own.length }];
    }),
  );

/**
 * Playings in order, as the song has them: one that the band has not been made for yet is there at once, where it
 * will be. A tag is what the band plays of the last place beyond its repeats.
 */
export function formOccurrences(song: Song, band: Pick<PageBand, 'bars'>): FormOccurrence[] {
  const stretches = stretchesOf(band);
  const sections = new Map(song.sections.map((s) => [s.id, s]));
  const playings: FormOccurrence[] = [];
  const count = new Map<string, number>();
  let end = 0;
  const last = song.form[song.form.length - 1];
  song.form.forEach((entry, index) => {
    const section = sections.get(entry.section);
    if (!section) return;
    for (let pass = 0; pass < LIMITS.repeats + LIMITS.tagTimes; pass++) {
      const id = occurrenceKeyOf({ entry: entry.id, repeat: pass });
      const isTag = pass >= entry.repeats;
      const stretch = stretches.get(id);
      if (isTag && (entry !== last || !stretch || !song.close?.tag)) break;
      const { start, bars, ...rest } = stretch ?? { start: end, end, bars: section.bars };
      const time = (count.get(section.id) ?? 0) + 1;
      count.set(section.id, time);
      end = rest.end;
      playings.push({
        ...{ id, entry: entry.id, repeat: pass, index, sectionId: section.id, name: section.name },
        ...{ time, of: 0, start, end, bars },
      });
    }
  });
  return playings.map((p) => ({ ...p, of: count.get(p.sectionId)! }));
}

/** "Chorus", or where it is played more than once "Chorus, time 2". */
export const occurrenceInWords = ({
  name,
  time,
  of,
}: Pick<FormOccurrence, 'name' | 'time' | 'of'>): string => (of > 1 ? `${name}, time ${time}` : name);

/** True for a time that the form itself has: a tag is set with what it repeats. */
export const isOfForm = (song: Song, { index, repeat }: FormOccurrence): boolean =>
  repeat < (song.form[index]?.repeats ?? 0);

/** The scope that a level means at a playing. */
export function scopeAt(song: Song, playing: FormOccurrence, level: ScopeLevel): Scope {
  if (level === 'song') return null;
  const { entry, repeat, sectionId } = playing;
  return level === 'section' || !isOfForm(song, playing) ? sectionId : { entry, repeat };
}

/** What a scope is called at a playing. */
export const scopeInWords = (playing: FormOccurrence, level: ScopeLevel): string =>
  level === 'song' ? 'the whole song' : level === 'section' ? playing.name : `time ${playing.time} only`;

/** The playing that stands nearest to one that is no more: the last of its place of the form, else the first. */
export function nearestTo<P extends Pick<FormOccurrence, 'entry'>>(
  gone: string | null,
  playings: readonly P[],
): P | undefined {
  const entry = gone?.split('/')[0];
  return playings.filter((p) => p.entry === entry).at(-1) ?? playings[0];
}
