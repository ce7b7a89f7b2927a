/** Whether a band keeps its idiom: the figures of a style, measured in the notes that are played. */
import type { Band, BandBar } from '../band/index';
import type { BandNote } from '../band/bandNote';
import { DRUMS, PERCUSSION } from '../parts/drums/percussionMap';
import type { IdiomFigure } from '../style/idiom';
import { PPQ, ticksToMs } from '../time/ticks';
import type { MidiNote, Ticks } from '../units/units';
import { notesByBar } from './bars';
import { changesOf, type ChordChange } from './changes';

/** A figure as it is heard: its value, and whether it lies within its bounds. */
export interface HeardFigure {
  readonly figure: IdiomFigure;
  /** Null where there is nothing to measure. */
  readonly value: number | null;
  readonly holds: boolean;
}

/** A bar with what one kind of part strikes in it. */
interface HeardBar {
  readonly bar: BandBar;
  readonly notes: readonly BandNote[];
}

/** Ticks within which something is written at a place. */
const AT = 20;
/** What is struck without a tone. */
const DEAD: ReadonlySet<string> = new Set(['muted stroke', 'ghost']);
/** What belongs to fills and ends, and to nothing a style repeats. */
const APART: ReadonlySet<string> = new Set(['fill', 'last hit']);

const KEYS: Readonly<Record<string, MidiNote>> = { ...PERCUSSION, ...DRUMS };

const mean = (values: readonly number[]): number | null =>
  values.length ? values.reduce((sum, value) => sum + value, 0) / values.length : null;

/** Bars of the figure's metre in which a part plays; the song's first and last, and those with a fill, a stop or a push, apart. */
function barsHeard(band: Band, { kind, pieces, metre }: IdiomFigure): HeardBar[] {
  const keys = pieces?.map((name) => KEYS[name]);
  return band.parts
    .filter((part) => part.kind === kind && part.notes.length > 0)
    .flatMap((part) => {
      // Stops and pushed chords are told otherwise, as the writer or all of them together want it.
      const isPlain = ({ start, length }: BandBar): boolean =>
        !band.chords.some(
          (c) =>
            c.start <= start + length &&
            c.start + c.duration > start &&
            (c.anticipation > 0 || (c.symbol === null && c.start < start + length)),
        );
      // Where all stop for the last beat before what comes, nobody plays as he does else.
      const isStop = ({ start, length, beats }: BandBar): boolean => {
        const from = start + beats[beats.length - 1]!;
        const isIn = ({ at }: BandNote): boolean => at >= from && at < start + length - AT;
        return !band.parts.some((p) => p.notes.some(isIn));
      };
      const stops = new Set(band.bars.filter(isStop));
      // A playing in which it rests says nothing of how it plays.
      const played = new Set(part.notes.map((n) => n.occurrenceKey));
      return notesByBar(band, part)
        .slice(1, -1)
        .filter(
          ({ bar, notes }) =>
            bar.metre.name === metre &&
            played.has(bar.occurrenceKey) &&
            isPlain(bar) &&
            !stops.has(bar) &&
            !notes.some((n) => APART.has(n.noteFunction)),
        )
        .map(({ bar, notes }) => ({
          bar,
          notes: notes.filter((n) =>
            keys ? keys.includes(n.pitch) : !part.pitched || !DEAD.has(n.noteFunction),
          ),
        }));
    });
}

const placeOf = ({ bar }: HeardBar, note: BandNote): Ticks => note.at - bar.start;

const isAt = (place: Ticks, quarters: readonly number[]): boolean =>
  quarters.some((at) => Math.abs(place - at * PPQ) <= AT);

/** Strokes of a bar: what is written at one time is one. */
const strokesOf = (heard: HeardBar): Ticks[] => [...new Set(heard.notes.map((n) => placeOf(heard, n)))];

const shareOf = (values: readonly boolean[]): number | null => mean(values.map(Number));

/** Changes to another chord. */
const realChanges = (band: Band): ChordChange[] =>
  changesOf(band).filter(({ from, to }) => from.symbol !== to.symbol);

/** Of the changes of chord within a song, the share into which a part leads with an approach in the last quarter before it is felt. */
function changesLedInto(band: Band, { kind }: IdiomFigure): number | null {
  const changes = realChanges(band);
  const leadsInto = (notes: readonly BandNote[], { at, from }: ChordChange): boolean =>
    notes.some(
      (n) => n.noteFunction === 'approach' && n.at >= at - PPQ && n.at < at && n.chord === from.chordId,
    );
  return shareOf(
    band.parts
      .filter((part) => part.kind === kind && part.notes.length > 0)
      .flatMap(({ notes }) => changes.map((change) => leadsInto(notes, change))),
  );
}

function valueOf(band: Band, figure: IdiomFigure): number | null {
  const { measure, at = [], functions = [] } = figure;
  if (measure === 'changes led into') return changesLedInto(band, figure);
  const bars = barsHeard(band, figure);
  const notes = bars.flatMap((heard) =>
    heard.notes.map((note) => ({ note, bar: heard.bar, place: placeOf(heard, note) })),
  );
  const there = notes.filter(({ place }) => isAt(place, at));
  const struck = (heard: HeardBar, quarters: number): boolean =>
    strokesOf(heard).some((place) => isAt(place, [quarters]));
  switch (measure) {
    case 'bars with all':
      return shareOf(bars.map((heard) => at.every((quarters) => struck(heard, quarters))));
    case 'bars with one':
      return shareOf(bars.map((heard) => at.some((quarters) => struck(heard, quarters))));
    case 'bars without':
      return shareOf(bars.map((heard) => !at.some((quarters) => struck(heard, quarters))));
    case 'strokes there':
      return shareOf(bars.flatMap((heard) => strokesOf(heard).map((place) => isAt(place, at))));
    case 'strokes a bar':
      return mean(bars.map((heard) => strokesOf(heard).length));
    case 'length': {
      const lengths = notes.map(({ note }) => note.duration / PPQ).sort((a, b) => a - b);
      return lengths[Math.floor(lengths.length / 2)] ?? null;
    }
    case 'function there': {
      // Where a chord comes in; what is only held may be walked through.
      const changes = new Set(realChanges(band).map(({ to }) => to.start));
      const asked = there.filter(({ bar }) => changes.has(bar.start));
      return shareOf(asked.map(({ note }) => functions.includes(note.noteFunction)));
    }
    case 'stronger there': {
      const others = mean(notes.filter(({ place }) => !isAt(place, at)).map(({ note }) => note.velocity));
      const own = mean(there.map(({ note }) => note.velocity));
      return own === null || others === null ? null : own - others;
    }
    case 'late':
      return mean(there.map(({ note, bar }) => ticksToMs(note.start - note.at, bar.tempo)));
  }
}

/** Figures of an idiom as a band keeps them, in the order they are written. What cannot be measured holds. */
export const idiomHeard = (band: Band, figures: readonly IdiomFigure[]): HeardFigure[] =>
  figures.map((figure) => {
    const value = valueOf(band, figure);
    const { least = -Infinity, most = Infinity } = figure;
    return { figure, value, holds: value === null || (value >= least && value <= most) };
  });
