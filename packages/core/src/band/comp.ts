/** Playings in which takes are played: in place of the pattern where they hold, and joined to it. */
import { derived } from '../memo/derived';
import { followedPitches } from '../parts/following';
import { chosenNotes, endingBy, type Source } from '../parts/choosing';
import type { Kind } from '../parts/kind';
import type { Note } from '../parts/note';
import type { KeptTakeNote } from '../song/takeSchema';
import { parseChord } from '../theory/chordGrammar';
import { pitchClass } from '../theory/pitch';
import { defaultScale, scalePitchClasses } from '../theory/scale';
import { EIGHTH } from '../time/ticks';
import type { ChordSpan } from '../timeline/chordSpans';
import type { Region, VoicedChord } from '../timeline/region';
import { without } from '../timeline/stretches';
import type { TakePlayed } from '../timeline/takesPlayed';
import { cutOf, windowOf, windowRun, type Cut } from '../timeline/windows';
import { chosenIn, playChosen, type RegionEvents } from './playRegion';
import type { PlayedWindow } from './windowCache';

/** The last of some stretches in order that has begun at a tick; −1 for none. */
function lastBegun<T>(all: readonly T[], startOf: (one: T) => number, tick: number): number {
  let at = -1;
  while (at + 1 < all.length && startOf(all[at + 1]!) <= tick) at++;
  return at;
}

const scaleOf = ({ chord, scale, key }: ChordSpan): readonly number[] =>
  chord ? scalePitchClasses(pitchClass(chord.root), scale ?? defaultScale(chord, key)) : [];

/** Chords by their symbols: the same symbol is the very same chord. */
const chordOf = (symbol: string | null) => (symbol === null ? null : parseChord(symbol));

/** The notes of a take over the chords of a region as they are now. */
function notesOver(kind: Kind, { spans }: Region, { notes, chords, played }: TakePlayed): Note[] {
  const indexes = notes.map(([start]) => lastBegun(spans, (s) => s.start - s.anticipation, start));
  const over = notes.map(([start, , , pitch, , noteFunction], i) => {
    const span = spans[Math.max(0, indexes[i]!)];
    const symbol = chords[lastBegun(chords, ([at]) => at, start)]?.[1] ?? null;
    const now = span?.chord ?? null;
    return {
      pitch,
      was: span && symbol === span.symbol ? now : chordOf(symbol),
      now,
      scale: span ? scaleOf(span) : [],
      approaches: noteFunction === 'approach',
    };
  });
  const pitches = kind.pitched ? followedPitches(over, kind.range) : over.map(({ pitch }) => pitch);
  return notes.map(([start, duration, written, , velocity, noteFunction, more]: KeptTakeNote, i): Note => ({
    start,
    duration,
    written,
    pitch: pitches[i]!,
    velocity,
    noteFunction,
    span: kind.pitched && spans[indexes[i]!]?.chord ? indexes[i]! : -1,
    ...more,
    ...(played && { played: true as const }),
  }));
}

/** Where a take is heard in a region: not where all stop. */
function sourcesOf(kind: Kind, region: Region, take: TakePlayed): Source[] {
  const { settingsSpans, terms, length } = region;
  const stops = [
    ...settingsSpans.filter(({ hit }) => hit !== null),
    ...(terms.breath === null ? [] : [{ start: terms.breath, end: length }]),
  ];
  const notes = notesOver(kind, region, take);
  // What leads up to a section begins before it.
  return without(take, stops).map(({ from, to }) => ({ notes, from: from === 0 ? -Infinity : from, to }));
}

interface Comped {
  readonly kind: Kind;
  readonly region: Region;
  /** The region as it is set where takes are played, which bring settings of their own. */
  readonly sounding: Region;
  /** What the part plays without its takes, window by window. */
  readonly made: readonly PlayedWindow[];
  /** The last chord before it as it was voiced; null where voices begin anew. */
  readonly before: VoicedChord | null;
  /** Each of them in place of those before it, where they lie over one another. */
  readonly takes: readonly TakePlayed[];
}

/** What the pattern plays in some windows, one behind the other, before it is placed in the groove: as if there were no takes. */
function patternNotes({ kind, region, made, before }: Comped, cut: Cut, from: number, to: number): Note[] {
  let spans = 0;
  return made.slice(from, to + 1).flatMap(({ voicings }, i): Note[] => {
    const at = from + i;
    const window = { ...windowOf(region, cut, at), before: at ? made[at - 1]!.last : before };
    const first = spans;
    spans += window.spans.length;
    const end = window.length - (at < to ? (window.next?.anticipation ?? 0) : 0);
    return chosenIn(kind, window, voicings).map((note) => ({
      ...(at < to ? endingBy(note, end + (note.rings ? EIGHTH : 0)) : note),
      span: note.span < 0 ? note.span : note.span + first,
    }));
  });
}

/** Runs of windows in which takes lie, in order: the first and the last window of each. */
function runsOf(cut: Cut, takes: readonly TakePlayed[]): [from: number, to: number][] {
  const runs: [number, number][] = [];
  for (const { from, to } of [...takes].sort((a, b) => a.from - b.from)) {
    const first = cut.windows.findIndex(({ end }) => end > from);
    const last = cut.windows.findIndex(({ end }) => end >= to);
    if (first < 0) continue;
    const until = last < 0 ? cut.windows.length - 1 : last;
    const before = runs[runs.length - 1];
    if (before && first <= before[1]) before[1] = Math.max(before[1], until);
    else runs.push([first, until]);
  }
  return runs;
}

function playedRun(comped: Comped, cut: Cut, from: number, to: number): RegionEvents {
  const { kind, sounding, takes } = comped;
  const run = windowRun(sounding, cut, from, to);
  const start = run.bars[0]!.start;
  const own = takes.filter((take) => take.from < run.length && take.to > start);
  return playChosen(
    run,
    chosenNotes([
      { notes: patternNotes(comped, cut, from, to), from: -Infinity, to: Infinity },
      ...own.flatMap((take) => sourcesOf(kind, run, take)),
    ]),
  );
}

const comped = derived((asked: Comped): readonly RegionEvents[] => {
  const { region, made, takes } = asked;
  const cut = cutOf(region);
  const events: RegionEvents[] = [];
  let at = 0;
  for (const [from, to] of runsOf(cut, takes)) {
    events.push(...made.slice(at, from), playedRun(asked, cut, from, to));
    at = to + 1;
  }
  return [...events, ...made.slice(at)];
});

/**
 * A playing with the takes that are played in it. Windows in which none lies are the very same, and what lies beside a
 * take in its window is played as without it.
 */
export const playComp = (asked: Comped): readonly RegionEvents[] => comped(asked.region, 'comp', asked);
