/**
 * Changes that two devices have made to the same song without knowing of each other: which of them go together
 * whatever comes first, and which are for the writer to choose between.
 */
import type { PathStep, SongPatch } from './patches';

/** What changes touch, as texts to compare. */
interface Touched {
  /** What is written, by its path: nobody else may write it, nor anything in it. */
  readonly written: string[];
  /** What something is put behind: it has to stay, and stay where it is. */
  readonly anchors: string[];
  /** What is taken out or moved. */
  readonly moved: string[];
  /** Sections whose bars, or what stands at a tick of them, are changed: two such changes see different ticks. */
  readonly times: string[];
}

const text = (step: PathStep): string => (typeof step === 'object' ? `#${step.id}` : String(step));
const textOf = (path: readonly PathStep[]): string => path.map(text).join('/');

/** Fields of a section that say how long it is and where its bars lie. */
const OF_TIME = new Set(['bars', 'changes', 'ownLengths', 'endings', 'unread']);
/** Fields of what stands in a section that say at which tick. */
const TICKS = new Set(['start', 'length', 'at', 'until']);
/** All sections: their bars lie otherwise. */
const ALL = '*';

/** Whether a change of a part is one of where its takes lie; what is said of a take lies nowhere. */
const liesAtTicks = ([, , field, , what]: readonly PathStep[]): boolean =>
  field === 'comp' || field === 'frozen' || (field === 'takes' && (what === undefined || what === 'pieces'));

/** The section of which a change moves something in time; null where it moves nothing. */
function timeOf({ op, path }: SongPatch): string | null {
  const [list, section, field] = path;
  if (list === 'metre') return ALL;
  // Takes lie at ticks of any section.
  if (list === 'parts' && liesAtTicks(path)) return ALL;
  if (list !== 'sections' || typeof section !== 'object' || field === undefined) return null;
  if (OF_TIME.has(String(field))) return section.id;
  const isOfTicks = path.includes('chords') || field === 'cues' || field === 'partChords';
  const last = path.at(-1)!;
  if (!isOfTicks) return null;
  const isPlaced = op !== 'replace' && typeof last === 'object';
  return isPlaced || TICKS.has(String(last)) || last === 'partChords' || last === 'chords'
    ? section.id
    : null;
}

/** What changes touch; null where one of them names a thing by its place, which may be another's by now. */
function touchedBy(patches: readonly SongPatch[]): Touched | null {
  const touched: Touched = { written: [], anchors: [], moved: [], times: [] };
  for (const patch of patches) {
    const { op, path, after } = patch;
    if (path.some((step) => typeof step === 'number')) return null;
    const own = textOf(path);
    touched.written.push(op === 'move' ? `${own}/order` : own);
    if (op === 'move' || op === 'remove') touched.moved.push(own);
    if (after !== undefined)
      touched.anchors.push(`${textOf(path.slice(0, -1))}/${after === null ? '' : `#${after}`}`);
    const time = timeOf(patch);
    if (time !== null) touched.times.push(time);
  }
  return touched;
}

const meet = (a: readonly string[], b: readonly string[]): boolean => {
  const known = new Set(b);
  return a.some((one) => known.has(one));
};

/** True where one of some paths lies in one of others, or is it. */
function liesIn(paths: readonly string[], others: readonly string[]): boolean {
  const known = new Set(others);
  return paths.some((path) => {
    if (known.has('') || known.has(path)) return true;
    for (let at = path.lastIndexOf('/'); at > 0; at = path.lastIndexOf('/', at - 1)) {
      if (known.has(path.slice(0, at))) return true;
    }
    return false;
  });
}

const timesMeet = (a: readonly string[], b: readonly string[]): boolean =>
  (a.includes(ALL) && b.length > 0) || (b.includes(ALL) && a.length > 0) || meet(a, b);

/** True where two rows of changes touch nothing in common: laid on in either order they make the same song. */
export function areApart(a: readonly SongPatch[], b: readonly SongPatch[]): boolean {
  const [mine, theirs] = [touchedBy(a), touchedBy(b)];
  if (!mine || !theirs) return false;
  return !(
    liesIn(mine.written, theirs.written) ||
    liesIn(theirs.written, mine.written) ||
    meet(mine.anchors, theirs.anchors) ||
    meet(mine.anchors, theirs.moved) ||
    meet(theirs.anchors, mine.moved) ||
    timesMeet(mine.times, theirs.times)
  );
}
