/** What is other in a song than in the one before, so that a copy elsewhere takes it over and keeps what stayed. */
import type { Song } from './schema';

/** A list as the places its items had before, and those that are new. */
type ListDifference = readonly ({ readonly at: number } | { readonly item: unknown })[];

/** By field of the song: another value, or another list. Fields that stayed are left out. */
export type SongDifference = Readonly<
  Record<string, { readonly value: unknown } | { readonly list: ListDifference }>
>;

function listDifference(before: readonly unknown[], after: readonly unknown[]): ListDifference {
  const places = new Map(before.map((item, i) => [item, i]));
  return after.map((item) => {
    const at = places.get(item);
    return at === undefined || item === null || typeof item !== 'object' ? { item } : { at };
  });
}

const FIELDS = (song: Song) => Object.keys(song) as (keyof Song)[];

/** Compares by identity: edits leave what they do not touch as the very same objects. */
export function songDifference(before: Song, after: Song): SongDifference {
  const difference: Record<string, SongDifference[string]> = {};
  for (const field of new Set([...FIELDS(before), ...FIELDS(after)])) {
    const was: unknown = before[field];
    const now: unknown = after[field];
    if (was === now) continue;
    difference[field] =
      Array.isArray(was) && Array.isArray(now) ? { list: listDifference(was, now) } : { value: now };
  }
  return difference;
}

/** The song after, from a copy of the one before: what stayed is the copy's own. */
export function withDifference(copy: Song, difference: SongDifference): Song {
  const next: Record<string, unknown> = { ...copy };
  for (const [field, other] of Object.entries(difference)) {
    if ('list' in other) {
      const before = next[field] as readonly unknown[];
      next[field] = other.list.map((entry) => ('at' in entry ? before[entry.at] : entry.item));
    } else if (other.value === undefined) delete next[field];
    else next[field] = other.value;
  }
  return next as Song;
}

/** True where two songs differ in nothing but how loud, where and whether their parts are heard. */
export function differsInMixOnly(before: Song, after: Song): boolean {
  const others = new Set([...FIELDS(before), ...FIELDS(after)]);
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
        was.frozen === part.frozen)
    );
  });
}
