/** Which takes of a part are played in a playing, and where; ticks from its start. */
import type { KeptTakeNote, Take } from '../song/takeSchema';
import type { Part, Settings, Song } from '../song/schema';
import type { KindFacts } from '../style/kind';
import type { Style } from '../style/schema';
import { sectionBars, type Bar } from '../time/bars';
import type { Ticks } from '../units/units';
import type { Occurrence } from './occurrences';
import { without } from './stretches';
import { settingsSpansOf, withSettings, type SettingsSpan } from './settings';

/** A take through a stretch of a playing. */
export interface TakePlayed {
  readonly from: Ticks;
  readonly to: Ticks;
  /** In order, those that begin in the stretch. */
  readonly notes: readonly KeptTakeNote[];
  /** From where each chord was felt over which it was made. */
  readonly chords: readonly (readonly [at: Ticks, symbol: string | null])[];
  /** Whether its times are its own. */
  readonly played: boolean;
  /** How it is played, over what is set there. */
  readonly settings: Settings;
}

/** A run of a playing that lies in its section as a whole. */
export interface SectionRun {
  /** Ticks from the start of the playing. */
  readonly from: Ticks;
  readonly to: Ticks;
  /** Added to them it gives ticks of the section. */
  readonly by: Ticks;
}

/** Where a playing lies in its section: one run, but where it has one of several endings, or is a tag. */
export function sectionRuns(
  { bars, positions }: Pick<Occurrence, 'bars' | 'positions'>,
  own: readonly Pick<Bar, 'start'>[],
): readonly SectionRun[] {
  const runs: SectionRun[] = [];
  bars.forEach(({ start, length }, i) => {
    const by = own[positions[i]!]!.start - start;
    const last = runs[runs.length - 1];
    if (last?.by === by) runs[runs.length - 1] = { ...last, to: start + length };
    else runs.push({ from: start, to: start + length, by });
  });
  return runs;
}

type PlayedIn = Pick<
  Occurrence,
  'section' | 'settings' | 'length' | 'cues' | 'chords' | 'entry' | 'repeat' | 'bars' | 'positions'
>;

/** Stretches of a playing in which its part is switched off, as the writer has set it. */
const switchedOff = (kind: KindFacts, style: Style, song: Song, part: Part, occurrence: PlayedIn) =>
  settingsSpansOf(kind, style, song, part, occurrence).filter(({ settings }) => !settings.on);

/** A take's notes and chords through a run of its section, in ticks of the playing. */
function takeIn(take: Take, piece: Take['pieces'][number], from: Ticks, to: Ticks, by: Ticks): TakePlayed {
  // What leads up to a section begins before it.
  const earliest = from + by === 0 ? -Infinity : from;
  return {
    from,
    to,
    notes: piece.notes
      .map(([start, ...rest]): KeptTakeNote => [start - by, ...rest])
      .filter(([start]) => start >= earliest && start < to),
    chords: piece.chords.map(([at, symbol]) => [at - by, symbol]),
    played: take.played ?? false,
    settings: take.settings ?? {},
  };
}

/**
 * The takes that a part plays in a playing, in order; none where its comp says nothing of it. A stretch in which the
 * part is switched off is silent, unless the take was put there all the same.
 */
export function takesPlayedIn(
  kind: KindFacts,
  style: Style,
  song: Song,
  part: Part,
  occurrence: PlayedIn,
): readonly TakePlayed[] {
  const { entry, repeat, section } = occurrence;
  const comp = (part.comp ?? []).filter((span) => span.entry === entry && span.repeat === repeat);
  if (!comp.length || !part.takes) return [];
  const runs = sectionRuns(occurrence, sectionBars(section, song));
  const off = switchedOff(kind, style, song, part, occurrence);
  const played = comp.flatMap((span) => {
    const take = part.takes!.find(({ id }) => id === span.take);
    const piece = take?.pieces.find(
      (one) => one.section === section.id && one.entry === entry && one.repeat === repeat,
    );
    if (!take || !piece) return [];
    return runs.flatMap(({ from, to, by }) => {
      const own = { from: Math.max(from, span.from - by), to: Math.min(to, span.to - by) };
      if (own.from >= own.to) return [];
      return without(own, span.whileOff ? [] : off).map((one) => takeIn(take, piece, one.from, one.to, by));
    });
  });
  return played.sort((a, b) => a.from - b.from);
}

/** Stretches of settings as they are where takes are played, which bring settings of their own. */
export function settingsWithTakes(
  spans: readonly SettingsSpan[],
  takes: readonly TakePlayed[],
): readonly SettingsSpan[] {
  return takes.reduce<readonly SettingsSpan[]>((all, { from, to, settings }) => {
    if (!Object.keys(settings).length) return all;
    return all.flatMap((span): SettingsSpan[] => {
      const [start, end] = [Math.max(span.start, from), Math.min(span.end, to)];
      if (start >= end) return [span];
      return [
        ...(span.start < start ? [{ ...span, end: start }] : []),
        { ...span, start, end, settings: withSettings(span.settings, settings) },
        ...(end < span.end ? [{ ...span, start: end }] : []),
      ];
    });
  }, spans);
}
