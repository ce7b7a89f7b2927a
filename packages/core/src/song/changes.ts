/**
 * What is other in a song than in the one before, as patches: the one account of an edit for journal, server and
 * workers. Edits leave what they do not touch as the very same objects, so only what is new is looked at.
 */
import equal from 'fast-deep-equal';
import { hasId, type PathStep, type SongPatch } from './patches';
import type { Song } from './schema';

type Path = readonly PathStep[];
type ReadFields = Readonly<Record<string, unknown>>;
type Thing = { readonly id: string };

const isFields = (value: unknown): value is ReadFields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** True for a list of things, each known by an id of its own. */
const areThings = (list: readonly unknown[]): list is readonly Thing[] =>
  list.every(hasId) && new Set(list.map((thing) => (thing as Thing).id)).size === list.length;

/** Places of the longest run of values that grow: what stays where it is while the rest is moved around it. */
function longestRise(values: readonly number[]): ReadonlySet<number> {
  const ends: number[] = [];
  const before: number[] = [];
  values.forEach((value, i) => {
    let low = 0;
    let high = ends.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (values[ends[middle]!]! < value) low = middle + 1;
      else high = middle;
    }
    before[i] = low > 0 ? ends[low - 1]! : -1;
    ends[low] = i;
  });
  const rise = new Set<number>();
  for (let i = ends.at(-1) ?? -1; i >= 0; i = before[i]!) rise.add(i);
  return rise;
}

function listChanges(path: Path, was: readonly Thing[], now: readonly Thing[], into: SongPatch[]): void {
  const places = new Map(was.map(({ id }, i) => [id, i]));
  const left = new Set(now.map(({ id }) => id));
  for (const { id } of was) if (!left.has(id)) into.push({ op: 'remove', path: [...path, { id }] });
  const stayed = now.filter(({ id }) => places.has(id));
  const rise = longestRise(stayed.map(({ id }) => places.get(id)!));
  const inPlace = new Set([...rise].map((i) => stayed[i]!.id));
  let after: string | null = null;
  for (const thing of now) {
    const { id } = thing;
    const at = places.get(id);
    if (at === undefined) into.push({ op: 'add', path: [...path, { id }], value: thing, after });
    else if (!inPlace.has(id)) into.push({ op: 'move', path: [...path, { id }], after });
    after = id;
  }
  for (const thing of stayed) changes([...path, { id: thing.id }], was[places.get(thing.id)!], thing, into);
}

function fieldChanges(path: Path, was: ReadFields, now: ReadFields, into: SongPatch[]): void {
  for (const field of new Set([...Object.keys(was), ...Object.keys(now)])) {
    changes([...path, field], was[field], now[field], into);
  }
}

function changes(path: Path, was: unknown, now: unknown, into: SongPatch[]): void {
  if (was === now) return;
  const at = [...path];
  if (now === undefined) into.push({ op: 'remove', path: at });
  else if (was === undefined) into.push({ op: 'add', path: at, value: now });
  else if (isFields(was) && isFields(now)) fieldChanges(path, was, now, into);
  else if (Array.isArray(was) && Array.isArray(now) && areThings(was) && areThings(now)) {
    listChanges(path, was, now, into);
  } else if (!equal(was, now)) into.push({ op: 'replace', path: at, value: now });
}

/** The patches that lead from one song to another; none where they hold the same. */
export function songChanges(before: Song, after: Song): SongPatch[] {
  const patches: SongPatch[] = [];
  changes([], before, after, patches);
  return patches;
}

/** True where two songs differ in nothing but how loud, where and whether their parts are heard. */
export function differsInMixOnly(before: Song, after: Song): boolean {
  const others = new Set([...Object.keys(before), ...Object.keys(after)] as (keyof Song)[]);
  others.delete('parts');
  others.delete('master');
  if ([...others].some((field) => before[field] !== after[field])) return false;
  if (before.parts.length !== after.parts.length) return false;
  return after.parts.every((part, i) => {
    const was = before.parts[i]!;
    return (
      was === part ||
      (was.id === part.id &&
        was.kind === part.kind &&
        was.name === part.name &&
        was.settings === part.settings &&
        was.frozen === part.frozen &&
        was.takes === part.takes &&
        was.comp === part.comp)
    );
  });
}
