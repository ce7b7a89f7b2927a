/**
 * Which bars of its section one playing plays: all of them, or with first and second endings the bars before
 * them and one ending; a tag plays the last of them again.
 */
import type { ChordEvent, Cue, Section } from '../song/schema';
import type { Bar } from '../time/bars';

/** What a playing plays of its section; ticks from the playing's start. */
export interface Excerpt {
  readonly bars: readonly Bar[];
  /** Which bar of its section each of them is, from 0. */
  readonly positions: readonly number[];
  readonly chords: readonly ChordEvent[];
  readonly cues: readonly Cue[];
  /** By part: the chords it follows instead. */
  readonly partChords: Readonly<Record<string, readonly ChordEvent[]>>;
}

/**
 * Which ending a pass plays: the last pass the last one, the passes before it those before; where there are more
 * passes than endings, the first is played until the others' turn comes. Source: LilyPond 2.24 Notation Reference,
 * "Repeats", `\repeat volta` with `\alternative`.
 * @param pass 0-based, of so many repeats.
 */
export const endingOf = (endings: number, occurrence: number, repeats: number): number =>
  Math.max(0, Math.min(endings - 1, occurrence - (repeats - endings)));

/** All bars of a section so long, in order: one list for each length. */
const whole = new Map<number, readonly number[]>();

function allBars(bars: number): readonly number[] {
  let all = whole.get(bars);
  if (!all) whole.set(bars, (all = Array.from({ length: bars }, (_, i) => i)));
  return all;
}

/** Bars of a section that a pass plays, in order, 0-based. */
export function barsPlayed(
  { bars, endings }: Pick<Section, 'bars' | 'endings'>,
  occurrence: number,
  repeats: number,
): readonly number[] {
  const all = allBars(bars);
  if (!endings) return all;
  const body = bars - endings.reduce((sum, length) => sum + length, 0);
  const own = endingOf(endings.length, occurrence, repeats);
  const from = body + endings.slice(0, own).reduce((sum, length) => sum + length, 0);
  return [...all.slice(0, body), ...all.slice(from, from + endings[own]!)];
}

/** A run of ticks of the section, and how far it is moved. */
interface TickSegment {
  readonly from: number;
  readonly to: number;
  readonly by: number;
}

function piecesOf(bars: readonly Bar[], places: readonly number[]): TickSegment[] {
  const pieces: TickSegment[] = [];
  let at = 0;
  for (const place of places) {
    const { start, length } = bars[place]!;
    const last = pieces[pieces.length - 1];
    const by = at - start;
    if (last && last.to === start && last.by === by)
      pieces[pieces.length - 1] = { ...last, to: start + length };
    else pieces.push({ from: start, to: start + length, by });
    at += length;
  }
  return pieces;
}

/** Chords as far as they sound in the pieces; one that is held into a piece begins with it. */
function chordsIn(chords: readonly ChordEvent[], pieces: readonly TickSegment[]): ChordEvent[] {
  return pieces.flatMap(({ from, to, by }, i) =>
    chords.flatMap((chord): ChordEvent[] => {
      const start = Math.max(chord.start, from);
      const end = Math.min(chord.start + chord.length, to);
      if (start >= end) return [];
      const cut = { ...chord, start: start + by, length: end - start };
      if (start === chord.start) return [cut];
      // Taken up in the middle it is not early.
      const { anticipation: _early, ...held } = cut;
      return [i === 0 ? held : { ...held, id: `${chord.id}-${i}` }];
    }),
  );
}

function cuesIn(cues: readonly Cue[], pieces: readonly TickSegment[]): Cue[] {
  return pieces.flatMap(({ from, to, by }, i) =>
    cues.flatMap((cue): Cue[] => {
      const start = Math.max(cue.at, from);
      const end = Math.min(cue.until ?? Infinity, to);
      if (start >= end) return [];
      const { until = Infinity, hit, ...rest } = cue;
      const goesOn = until > to && i === pieces.length - 1;
      const held = { ...rest, at: start + by, ...(goesOn ? {} : { until: end + by }) };
      // A hit that fell before them is not struck again: its silence is left.
      if (hit && start > cue.at) return [{ ...held, settings: { on: false } }];
      return [{ ...held, ...(hit && { hit }) }];
    }),
  );
}

/** Cues as far as they hold between two ticks, counted from the first; a hit that fell before is no more than silence. */
export const cuesWithin = (cues: readonly Cue[], from: number, to: number): Cue[] =>
  cuesIn(cues, [{ from, to, by: -from }]);

interface SectionExcerpts {
  readonly bars: readonly Bar[];
  readonly excerpts: Map<string, Excerpt>;
}

const known = new WeakMap<Section, SectionExcerpts>();

const uncut = (section: Section, bars: readonly Bar[], chords: readonly ChordEvent[]): Excerpt => ({
  bars,
  positions: allBars(bars.length),
  chords,
  cues: section.cues,
  partChords: section.partChords ?? {},
});

/**
 * The bars, chords and cues of a section as a playing has them; the same ones for the same places as long as the
 * section stays.
 * @param chords those in use.
 */
export function excerptOf(
  section: Section,
  bars: readonly Bar[],
  chords: readonly ChordEvent[],
  places: readonly number[],
): Excerpt {
  let of = known.get(section);
  if (of?.bars !== bars) known.set(section, (of = { bars, excerpts: new Map() }));
  const key = places.length === bars.length ? '' : places.join();
  let found = of.excerpts.get(key);
  if (!found)
    of.excerpts.set(
      key,
      (found = key ? cutOut(section, bars, chords, places) : uncut(section, bars, chords)),
    );
  return found;
}

function cutOut(
  section: Section,
  bars: readonly Bar[],
  chords: readonly ChordEvent[],
  places: readonly number[],
): Excerpt {
  const pieces = piecesOf(bars, places);
  let at = 0;
  const own = places.map((place): Bar => {
    const bar = { ...bars[place]!, start: at };
    at += bar.length;
    return bar;
  });
  const partChords = Object.entries(section.partChords ?? {}).map(
    ([part, list]) => [part, chordsIn(list, pieces)] as const,
  );
  return {
    bars: own,
    positions: places,
    chords: chordsIn(chords, pieces),
    cues: cuesIn(section.cues, pieces),
    partChords: Object.fromEntries(partChords),
  };
}
