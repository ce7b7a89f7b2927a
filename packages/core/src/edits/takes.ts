/** Edits of takes: kept, named, put away and brought back, and which of them is played where. */
import type { Draft } from 'immer';
import { freeId } from '../song/names';
import type { Part, Song } from '../song/schema';
import { tidyName } from '../song/text';
import { LIMITS } from '../song/limits';
import type { CompPlace, CompSpan, Take, TakePiece } from '../song/takeSchema';
import { settingsForScope } from '../timeline/scopes';
import { without } from '../timeline/stretches';
import { overlay } from '../timeline/settings';
import { tidyNote } from './annotations';
import { EditRefused, edit, type Edit } from './apply';

const partIn = (song: Draft<Song>, id: string): Draft<Part> | undefined =>
  song.parts.find((part) => part.id === id);

/** An id that no take of a part has. */
export const freeTakeId = ({ takes = [] }: Pick<Part, 'takes'>): string =>
  freeId(
    't',
    takes.map(({ id }) => id),
  );

const placeOf = ({ section, entry, repeat, from, to }: TakePiece): CompPlace => ({
  section,
  entry,
  repeat,
  from,
  to,
});

const isSamePlaying = (a: CompPlace, b: CompPlace): boolean => a.entry === b.entry && a.repeat === b.repeat;

/** What of a comp is left beside a place. */
const besides = (comp: readonly CompSpan[], place: CompPlace): CompSpan[] =>
  comp.flatMap((span) =>
    isSamePlaying(span, place)
      ? without(span, [{ start: place.from, end: place.to }]).map((left) => ({ ...span, ...left }))
      : [span],
  );

/** Whether the writer has switched a part off where a place is. */
function isSwitchedOff(song: Draft<Song>, part: Draft<Part>, { entry, repeat }: CompPlace): boolean {
  const set = overlay([part.settings, settingsForScope(song, { part: part.id, scope: { entry, repeat } })]);
  return set.on === false;
}

/** Stretches of one take that lie side by side are one. */
function joined(spans: readonly CompSpan[]): CompSpan[] {
  const all: CompSpan[] = [];
  for (const span of spans) {
    const before = all[all.length - 1];
    const goesOn =
      before?.take === span.take &&
      isSamePlaying(before, span) &&
      before.to === span.from &&
      before.whileOff === span.whileOff;
    if (goesOn) all[all.length - 1] = { ...before, to: span.to };
    else all.push(span);
  }
  return all;
}

const frozenPart = ({ name }: Pick<Part, 'name'>): EditRefused =>
  new EditRefused('part-frozen', `${name} is frozen and plays as it was kept. Let it play anew first.`);

/**
 * Puts a take into a comp through a place; null leaves it to the part itself.
 * @throws EditRefused where the part is frozen.
 * @param whileOff whether it is heard where the part is switched off; left out it is, since it is put there.
 */
function put(
  song: Draft<Song>,
  part: Draft<Part>,
  { section, entry, repeat, from, to }: CompPlace,
  take: string | null,
  whileOff?: boolean,
): void {
  if (part.frozen && take !== null) throw frozenPart(part);
  const place = { section, entry, repeat, from, to };
  const isOff = whileOff ?? isSwitchedOff(song, part, place);
  const left = besides(part.comp ?? [], place);
  const own: CompSpan[] =
    take === null ? [] : [{ ...place, take, ...(isOff && { whileOff: true as const }) }];
  const comp = joined(
    [...left, ...own].sort(
      (a, b) => a.entry.localeCompare(b.entry) || a.repeat - b.repeat || a.from - b.from,
    ),
  );
  if (comp.length) part.comp = comp;
  else delete part.comp;
}

/**
 * Keeps a take of a part, behind those there are.
 * @throws EditRefused, when it is applied, where it is to be played and the part is frozen.
 * @param chosen whether it is played at once, in the places it was made for.
 */
export const keepTake = (partId: string, take: Take, chosen: boolean): Edit =>
  edit('make a take', (song) => {
    const part = partIn(song, partId);
    if (!part || part.takes?.some(({ id }) => id === take.id)) return;
    (part.takes ??= []).push(take as Draft<Take>);
    if (chosen) for (const piece of take.pieces) put(song, part, placeOf(piece), take.id);
  });

/**
 * Plays a take through some places; null leaves them to the part itself. One that has nothing there is not played.
 * @throws EditRefused, when it is applied, where the part is frozen.
 */
export const chooseTake = (partId: string, places: readonly CompPlace[], takeId: string | null): Edit =>
  edit(
    'choose a take',
    (song) => {
      const part = partIn(song, partId);
      if (!part) return;
      const take = part.takes?.find(({ id }) => id === takeId);
      if (takeId !== null && !take) return;
      for (const place of places) {
        const piece = take?.pieces.find((one) => isSamePlaying(placeOf(one), place));
        if (!take) put(song, part, place, null);
        else if (piece) {
          const [from, to] = [Math.max(place.from, piece.from), Math.min(place.to, piece.to)];
          if (from < to) put(song, part, { ...place, from, to }, take.id);
        }
      }
    },
    `take/${partId}/${places.map(({ entry, repeat, from, to }) => `${entry}.${repeat}.${from}.${to}`).join()}`,
  );

/**
 * Puts a part back to another comp through some places, and leaves it to itself where that says nothing of them. Takes that are there no more are not played.
 * @throws EditRefused, when it is applied, where the part is frozen.
 */
export const restoreComp = (partId: string, comp: readonly CompSpan[], places: readonly CompPlace[]): Edit =>
  edit('leave the takes as they were', (song) => {
    const part = partIn(song, partId);
    if (!part) return;
    for (const place of places) put(song, part, place, null);
    for (const { take, whileOff, ...span } of comp) {
      if (!part.takes?.some(({ id }) => id === take)) continue;
      for (const place of places.filter((one) => isSamePlaying(one, span))) {
        const [from, to] = [Math.max(place.from, span.from), Math.min(place.to, span.to)];
        if (from < to) put(song, part, { ...place, from, to }, take, whileOff);
      }
    }
  });

/** What is said of a take. */
export interface TakeSaid {
  readonly name?: string;
  readonly note?: string;
  readonly starred?: boolean;
}

/** Names, notes or stars a take; what is said empty is said no more. */
export const sayOfTake = (partId: string, takeId: string, said: TakeSaid): Edit =>
  edit(
    said.starred === undefined ? 'note a take' : 'star a take',
    (song) => {
      const take = partIn(song, partId)?.takes?.find(({ id }) => id === takeId);
      if (!take) return;
      if (said.name !== undefined) {
        const name = tidyName(said.name, LIMITS.nameLength);
        if (name) take.name = name;
        else delete take.name;
      }
      if (said.note !== undefined) {
        const note = tidyNote(said.note);
        if (note) take.note = note;
        else delete take.note;
      }
      if (said.starred) take.starred = true;
      else if (said.starred === false) delete take.starred;
    },
    `take said/${partId}/${takeId}/${Object.keys(said).join()}`,
  );

/** Puts a take away, and where it was played the part itself plays again; or brings it back to the list. */
export const putTakeAway = (partId: string, takeId: string, away: boolean): Edit =>
  edit(away ? 'put a take away' : 'bring a take back', (song) => {
    const part = partIn(song, partId);
    const take = part?.takes?.find(({ id }) => id === takeId);
    if (!part || !take) return;
    if (!away) return void delete take.putAway;
    take.putAway = true;
    const left = part.comp?.filter((span) => span.take !== takeId);
    if (left?.length) part.comp = left;
    else delete part.comp;
  });

/** Deletes the takes of a part that were put away. */
export const deleteTakesPutAway = (partId: string): Edit =>
  edit('delete takes', (song) => {
    const part = partIn(song, partId);
    const left = part?.takes?.filter(({ putAway }) => !putAway);
    if (!part?.takes || left?.length === part.takes.length) return;
    if (left?.length) part.takes = left;
    else delete part.takes;
  });
