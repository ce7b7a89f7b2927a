/** A pattern as a set of strokes, by which patterns are told apart: when each falls, and in which voice. */
import { BEAT_LENGTH, type Grid, type Pattern, type TimedEvent } from '../style/pattern';

/** Quarter notes that are looked at. */
const WINDOW = 8;
/** Parts of a quarter by which times are told apart: sixteenths and thirds of an eighth. */
const PARTS = 24;
/** What plays from here on is an ornament and tells no pattern from another. */
const ORNAMENT = 5;

/** What of an event is not its voice. */
const TIMES: ReadonlySet<string> = new Set([
  'at',
  'for',
  'level',
  'accent',
  'when',
  'unless',
  'chance',
  'either',
]);

const voiceOf = (event: object): string =>
  Object.entries(event)
    .filter(([name]) => !TIMES.has(name))
    .map(([, value]) => String(value))
    .join('/');

const key = (at: number, voice: string): string => `${Math.round(at * PARTS)} ${voice}`;

/** The grid of four plain beats where there is one: the one most songs play by. */
const usualGrid = (grids: readonly Grid[]): Grid =>
  grids.find((g) => g.beats === 4 && g.of === 'quarter') ?? grids[0]!;

/** What comes only with conditions, or is drawn, tells no pattern from another. */
const isAlwaysThere = ({ when, chance, either }: TimedEvent): boolean =>
  when === undefined && chance === undefined && either === undefined;

function gridStrokes(grid: Grid): string[] {
  const length = grid.beats * BEAT_LENGTH[grid.of] * grid.bars;
  const again = Array.from({ length: Math.max(1, Math.round(WINDOW / length)) }, (_, i) => i * length);
  return grid.events
    .filter((event) => event.minDensity < ORNAMENT && isAlwaysThere(event))
    .flatMap((event) => again.map((from) => key(from + event.at, voiceOf(event))));
}

interface StepPattern {
  readonly order: string;
  readonly octaves: number;
  readonly rate: number;
  readonly accentEvery: number;
  readonly rests: readonly number[];
}

/** Arpeggios by their steps: each is told by the order, and by its accent. */
function stepStrokes({ order, octaves, rate, accentEvery, rests }: StepPattern): string[] {
  const count = Math.round(WINDOW / rate);
  return Array.from({ length: count }, (_, i) => i)
    .filter((i) => !rests.includes(i % Math.max(1, Math.round(4 / rate))))
    .map((i) => key(i * rate, `${order}/${octaves}${i % accentEvery === 0 ? '>' : ''}`));
}

interface PatternCells {
  readonly cells: readonly {
    readonly beats: number;
    readonly notes: readonly (readonly [number, number])[];
  }[];
}

/** Lines by the rhythms they draw from: each onset with how long it lasts. */
const cellStrokes = ({ cells }: PatternCells): string[] =>
  cells.flatMap(({ beats, notes }) =>
    notes.map(([at, lasts]) => key(at, `${beats}: ${notes.length} ${Math.round(lasts * PARTS)}`)),
  );

const known = new WeakMap<Pattern, ReadonlySet<string>>();

/** The strokes of a pattern. */
export function patternStrokes(pattern: Pattern): ReadonlySet<string> {
  let strokes = known.get(pattern);
  if (!strokes) {
    const by = pattern as Partial<
      { grids: readonly Grid[] } & StepPattern & PatternCells & { generator: string }
    >;
    if (by.grids) strokes = new Set(gridStrokes(usualGrid(by.grids)));
    else if (by.cells) strokes = new Set(cellStrokes(by as PatternCells));
    else if (by.rate !== undefined) strokes = new Set(stepStrokes(by as StepPattern));
    else strokes = new Set([by.generator ?? pattern.id]);
    known.set(pattern, strokes);
  }
  return strokes;
}

/** How a pattern's time goes: straight and in sixteenths are the same clock. */
function clockOf({ facts }: Pattern): string {
  const feel = facts?.feel ?? 'straight';
  return feel === 'sixteenths' ? 'straight' : feel;
}

/**
 * How far two patterns are apart: the share of their strokes that only one of them has. 0 alike, 1 nothing in
 * common, as are patterns of different feels: the same strokes fall elsewhere there.
 */
export function apartness(a: Pattern, b: Pattern): number {
  if (clockOf(a) !== clockOf(b)) return 1;
  const [own, others] = [patternStrokes(a), patternStrokes(b)];
  let shared = 0;
  for (const stroke of own) if (others.has(stroke)) shared++;
  const all = own.size + others.size - shared;
  return all === 0 ? 0 : 1 - shared / all;
}
