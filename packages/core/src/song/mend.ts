/**
 * A document that is no song, opened as far as it goes: what does not fit is brought within its bounds or left out,
 * thing by thing, and told with its place. What was stored stays as it is: this makes another song of it.
 */
import { z } from 'zod';
import { barsLength, sectionBars } from '../time/bars';
import { boundsTrouble } from './bounds';
import { createSong, emptySection } from './create';
import { holdUntilNext } from './hold';
import { freeIds, freeName } from './names';
import { orderTrouble } from './order';
import { SONG_VERSION, readSong, upToDate } from './read';
import { songShape, type ChordEvent, type Section, type Song } from './schema';
import type { BarIndex } from '../units/units';

/** A document read as far as it goes, with what is wrong in it and where. */
export interface Mended {
  readonly song: Song;
  /** What was wrong and where, in sentences. */
  readonly remarks: readonly string[];
}

type UncheckedFields = Record<string | number, unknown>;
type MendPath = readonly PropertyKey[];

/** Looked through so often: each time something may come to light that lay behind something else. */
const ROUNDS = 40;
const MOST_TOLD = 30;

const EMPTY = createSong({
  sections: [emptySection('s1', 'Section', 4)],
  form: [],
  style: 'quayside',
  tempo: 100,
  parts: [],
});

const { id: _id, ...WITHOUT_ID } = emptySection('s1', 'Unnamed', 4);

/** What stands in for what is missing, by its name; whatever else is missing takes down what it is missing in. */
const STAND_INS: Readonly<Partial<Record<string, unknown>>> = {
  ...WITHOUT_ID,
  repeats: 1,
  mix: { level: 96, pan: 64, reverbSend: 32, mute: false, solo: false },
};

const holderOf = (document: unknown, place: MendPath): unknown =>
  place
    .slice(0, -1)
    .reduce<unknown>((value, name) => (value as UncheckedFields | undefined)?.[name as string], document);

/** Takes out what stands at a place: an item of a list, a field. */
function takeOut(document: unknown, place: MendPath): void {
  const holder = holderOf(document, place);
  const name = place.at(-1);
  if (Array.isArray(holder)) holder.splice(Number(name), 1);
  else if (typeof holder === 'object' && holder !== null) delete (holder as UncheckedFields)[name as string];
}

/** Brings one thing in order. */
function mendIssue(document: UncheckedFields, issue: z.core.$ZodIssue): void {
  const { path } = issue;
  const name = path.at(-1);
  if (issue.code === 'unrecognized_keys') {
    for (const key of issue.keys) takeOut(document, [...path, key]);
    return;
  }
  if (name === undefined) return;
  const holder = holderOf(document, path) as UncheckedFields | undefined;
  if (holder === undefined) return;
  const value = holder[name as string];
  if (issue.code === 'too_big' && typeof value === 'number') holder[name as string] = Number(issue.maximum);
  else if (issue.code === 'too_small' && typeof value === 'number')
    holder[name as string] = Number(issue.minimum);
  else if (issue.code === 'too_big' && Array.isArray(value)) value.length = Number(issue.maximum);
  else if (issue.code === 'too_big' && typeof value === 'string')
    holder[name as string] = value.slice(0, Number(issue.maximum));
  else if (Object.hasOwn(holder, name)) takeOut(document, path);
  else {
    const usual =
      path.length === 1 ? (EMPTY as unknown as UncheckedFields)[name as string] : STAND_INS[String(name)];
    if (usual !== undefined) holder[name as string] = JSON.parse(JSON.stringify(usual)) as unknown;
    else takeOut(document, path.slice(0, -1));
  }
}

/** Behind one another from the end, so that what is taken out of a list moves nothing that is still to be looked at. */
const fromTheEnd = (a: z.core.$ZodIssue, b: z.core.$ZodIssue): number => {
  for (let i = 0; i < Math.min(a.path.length, b.path.length); i++) {
    const [x, y] = [a.path[i]!, b.path[i]!];
    if (x === y) continue;
    return typeof x === 'number' && typeof y === 'number' ? y - x : String(y) < String(x) ? -1 : 1;
  }
  return b.path.length - a.path.length;
};

/** A document whose shape is a song's, or null where nothing makes it one. */
function inShape(document: UncheckedFields, tell: (what: string) => void): Song | null {
  for (let round = 0; round < ROUNDS; round++) {
    const read = songShape.safeParse(document);
    if (read.success) return read.data;
    for (const issue of [...read.error.issues].sort(fromTheEnd)) {
      tell(`${issue.path.join('.') || 'the song'}: ${issue.message}`);
      mendIssue(document, issue);
    }
  }
  return null;
}

/** Things with ids that no other of them has; the first keeps its own. */
function withOwnIds<T extends { readonly id: string }>(things: readonly T[], prefix: string): T[] {
  const next = freeIds(
    prefix,
    things.map(({ id }) => id),
  );
  const taken = new Set<string>();
  return things.map((thing) => {
    const id = taken.has(thing.id) ? next() : thing.id;
    taken.add(id);
    return { ...thing, id };
  });
}

const inBarOrder = <T extends { readonly bar: BarIndex }>(things: readonly T[], bars: number): T[] =>
  [...new Map(things.filter(({ bar }) => bar < bars).map((thing) => [thing.bar, thing])).values()].sort(
    (a, b) => a.bar - b.bar,
  );

/** A section whose chords, changes and cues are in order and end with it. */
function sectionInOrder(section: Section, song: Song): Section {
  const bars = section.bars;
  const changes = inBarOrder(section.changes, bars);
  const ownLengths = inBarOrder(section.ownLengths, bars);
  const length = barsLength(sectionBars({ bars, changes, ownLengths }, song));
  const held = (chords: readonly ChordEvent[]): ChordEvent[] =>
    holdUntilNext(withOwnIds(chords, 'c'), length);
  const drafts = withOwnIds(section.drafts, 'd').map((draft) => ({ ...draft, chords: held(draft.chords) }));
  const { endings, partChords, ...rest } = section;
  return {
    ...rest,
    changes,
    ownLengths,
    drafts,
    draft: drafts.some(({ id }) => id === section.draft) ? section.draft : drafts[0]!.id,
    cues: withOwnIds(section.cues, 'q').flatMap(({ until, ...cue }) =>
      cue.at < length ? [{ ...cue, ...(until !== undefined && until <= length && { until }) }] : [],
    ),
    ...(partChords && {
      partChords: Object.fromEntries(
        Object.entries(partChords).map(([part, chords]) => [part, held(chords)]),
      ),
    }),
    ...(endings && endings.reduce((sum, n) => sum + n, 0) < bars && { endings }),
  };
}

/** A song whose pieces go together. */
function together(song: Song): Song {
  const names: string[] = [];
  const sections = withOwnIds(song.sections, 's').map((section) => {
    const name = freeName(names, section.name);
    names.push(name);
    const named = { ...section, name };
    return orderTrouble(named, song) === null ? named : sectionInOrder(named, song);
  });
  const known = new Set(sections.map(({ id }) => id));
  const { removed = [], ...rest } = song;
  const whole = removed.filter(
    ({ section, key, metre }) => orderTrouble(section, { key, metre, tempo: song.tempo }) === null,
  );
  return {
    ...rest,
    parts: withOwnIds(song.parts, 'p').map(({ takes, ...part }) => ({
      ...part,
      ...(takes && { takes: withOwnIds(takes, 't') }),
    })),
    sections,
    form: withOwnIds(
      song.form.filter(({ section }) => known.has(section)),
      'e',
    ),
    ...(whole.length && { removed: whole }),
  };
}

/** The fields of a document in words of this version; of one that cannot be brought up to it as they are. */
function fieldsOf(document: object): UncheckedFields {
  const copy: unknown = JSON.parse(JSON.stringify(document));
  try {
    return upToDate(copy) as UncheckedFields;
  } catch (error) {
    if (!(error instanceof z.ZodError)) throw error;
    return copy as UncheckedFields;
  }
}

/**
 * As much of a document as makes a song, with what was wrong; null where it holds nothing of one, or is of a version
 * that is not known here. A song that reads as it stands is given back with nothing told.
 */
export function mendSong(document: unknown): Mended | null {
  const read = readSong(document);
  if (read.song) return { song: read.song, remarks: [] };
  if (typeof document !== 'object' || document === null || Array.isArray(document)) return null;
  if (boundsTrouble(document) !== null) return null;
  const fields = fieldsOf(document);
  if (fields.version !== SONG_VERSION || !Array.isArray(fields.sections)) return null;
  const told: string[] = [];
  const tell = (what: string): void =>
    void (told.length < MOST_TOLD && !told.includes(what) && told.push(what));
  const shaped = inShape(fields, tell);
  if (!shaped) return null;
  const again = readSong(shaped);
  if (again.song) return { song: again.song, remarks: told };
  tell(again.trouble);
  const { song } = readSong(together(shaped));
  return song && { song, remarks: told };
}
