/** Takes as a song keeps them: note for note, in ticks of their sections, with the chords they were played over. */
import type { BandNote } from '../band/bandNote';
import type { Band } from '../band/index';
import { partInForm, type PartInForm } from '../band/partInForm';
import { kindOf, type Repertoire } from '../band/repertoire';
import type { Note } from '../parts/note';
import type { Song } from '../song/schema';
import type { KeptTakeNote, NewTake, TakePiece } from '../song/takeSchema';
import { sectionBars } from '../time/bars';
import type { Occurrence } from '../timeline/occurrences';
import type { Region } from '../timeline/region';
import type { Stretch } from '../timeline/stretches';
import { sectionRuns } from '../timeline/takesPlayed';
import type { MidiNote } from '../units/units';
import type { SecondLine } from '../song/choices';
import { secondLine } from '../parts/secondLine';
import { isInFront } from '../style/kind';
import type { LinePattern } from '../parts/lines/pattern';
import { embellished } from './embellished';
import { partAsked, plannedTake, sounding, type TakeAsked } from './take';

/** A note begins so far before its section at most, ticks, as the schema has it. */
const EARLIEST = -960;

function rowOf({ start, duration, written, pitch, velocity, noteFunction, ...more }: Note): KeptTakeNote {
  const { touch, delay, rings } = more;
  const own = {
    ...(touch && { touch }),
    ...(delay && { delay: Math.min(1000, delay) }),
    ...(rings && { rings }),
  };
  const row = [start, duration, written ?? duration, pitch, velocity, noteFunction] as const;
  return Object.keys(own).length ? [...row, own] : [...row];
}

/**
 * What of a playing lies in a stretch of it, as a piece of a take; null where nothing of the stretch does.
 * @param notes in ticks of the playing, in order.
 */
function pieceOf(
  song: Song,
  { section, entry, repeat, ...occurrence }: Occurrence,
  { spans }: Region,
  stretch: Stretch,
  notes: readonly Note[],
): TakePiece | null {
  const runs = sectionRuns(occurrence, sectionBars(section, song))
    .map(({ from, to, by }) => ({ from: Math.max(from, stretch.from), to: Math.min(to, stretch.to), by }))
    .filter(({ from, to }) => from < to);
  const [first, last] = [runs[0], runs[runs.length - 1]];
  if (!first || !last) return null;
  const inRuns = <T>(rows: (from: number, to: number, by: number) => readonly T[]): T[] =>
    runs.flatMap(({ from, to, by }) => rows(from === 0 && by === 0 ? EARLIEST : from, to, by));
  return {
    section: section.id,
    entry,
    repeat,
    from: first.from + first.by,
    to: last.to + last.by,
    chords: inRuns((from, to, by) =>
      spans
        .filter((span) => span.start - span.anticipation < to && span.end > from)
        .map(({ start, anticipation, symbol }): [number, string | null] => [
          Math.max(EARLIEST, start - anticipation + by),
          symbol,
        ]),
    ),
    notes: inRuns((from, to, by) =>
      notes
        .filter(({ start }) => start >= from && start < to)
        .map((note) => {
          const most = to - note.start;
          const { duration, written = duration } = note;
          return rowOf({
            ...note,
            start: note.start + by,
            duration: Math.min(duration, most),
            written: Math.min(written, most),
          });
        }),
    ),
  };
}

/** What is asked of a take that is kept. */
export interface KeptTakeAsked extends TakeAsked {
  /** Where it begins and ends within its bars, ticks from the song's start; left out where it fills them. */
  readonly stretch?: Stretch;
  /** The id of the player it is asked of. */
  readonly player?: string;
}

/**
 * A take as a song keeps it: the same that `takeOf` plays, before its groove.
 * @returns null where there is no such part, its kind is not at hand, the bars are not the song's, or nothing lies between.
 */
export function keptTake(
  song: Song,
  repertoire: Repertoire,
  partId: string,
  { stretch, player, ...asked }: KeptTakeAsked,
): NewTake | null {
  const playings = plannedTake(song, repertoire, partId, asked);
  const pieces = (playings ?? []).flatMap(({ occurrence, from, to, region, planned }) => {
    const { start } = occurrence;
    const own = {
      from: Math.max(from, (stretch?.from ?? 0) - start),
      to: Math.min(to, (stretch?.to ?? Infinity) - start),
    };
    const notes = planned.flatMap((bars) => bars.notes).sort((a, b) => a.start - b.start);
    return pieceOf(song, occurrence, region, own, notes) ?? [];
  });
  if (!pieces.length) return null;
  const { seed, settings } = asked;
  return { seed, ...(player !== undefined && { player }), ...(settings && { settings }), pieces };
}

/**
 * What a part plays through a stretch of the song as it is, as a take: a first take, or a comp as one that can be
 * doubled. Its times are its own.
 * @param stretch ticks from the song's start.
 * @returns null where there is no such part, or nothing of the stretch is in the song.
 */
export function takeAsHeard(
  song: Song,
  repertoire: Repertoire,
  band: Band,
  partId: string,
  stretch: Stretch,
): NewTake | null {
  return asHeard(song, repertoire, band, partId, stretch, (notes) => notes);
}

/**
 * A second line to what a part plays through a stretch of the song, as a take of another part.
 * @param range of that part, MIDI numbers. @param stretch ticks from the song's start.
 * @returns null as {@link takeAsHeard} does.
 */
export function secondLineTo(
  song: Song,
  repertoire: Repertoire,
  band: Band,
  partId: string,
  stretch: Stretch,
  how: SecondLine,
  range: readonly [low: MidiNote, high: MidiNote],
): NewTake | null {
  return asHeard(song, repertoire, band, partId, stretch, (notes, { spans }) =>
    secondLine(notes, spans, how, range),
  );
}

/**
 * What another part plays through a stretch, told by a part in front: its tones, and between them what its player puts in.
 * @param lineId the other part. @returns null as {@link takeAsHeard} does, and where the part does not play lines.
 */
export function takeAround(
  song: Song,
  repertoire: Repertoire,
  band: Band,
  partId: string,
  { stretch, player, seed, settings, kind: asKind }: KeptTakeAsked & { readonly stretch: Stretch },
  lineId: string,
): NewTake | null {
  const part = song.parts.find(({ id }) => id === partId);
  const line = band.parts.find(({ id }) => id === lineId);
  const kind = part && kindOf({ ...part, kind: asKind ?? part.kind }, repertoire);
  if (!part || !line || !kind || !isInFront(kind)) return null;
  const inForm = partAsked(song, repertoire, part, { settings, kind: asKind });
  const pieces = piecesIn(song, inForm, stretch, (occurrence, asked, own) => {
    const { start, occurrenceKey } = occurrence;
    const notes = line.notes
      .filter((note) => note.occurrenceKey === occurrenceKey)
      .filter(({ at }) => at >= start + own.from && at < start + own.to)
      .map((note): Note => ({ ...bare(note), start: note.at - start, duration: note.length }));
    return embellished(notes, sounding(asked) as Region<LinePattern>, `${seed}/${occurrenceKey}`);
  });
  if (!pieces.some(({ notes }) => notes.length)) return null;
  return { seed, ...(player !== undefined && { player }), ...(settings && { settings }), pieces };
}

/** What a part plays through a stretch, or what is made of it playing by playing. */
function asHeard(
  song: Song,
  repertoire: Repertoire,
  band: Band,
  partId: string,
  stretch: Stretch,
  made: (notes: readonly Note[], region: Region) => readonly Note[],
): NewTake | null {
  const heard = band.parts.find(({ id }) => id === partId);
  const inForm = partInForm(song, repertoire, partId);
  if (!heard || !inForm.regions.length) return null;
  const pieces = piecesIn(song, inForm, stretch, ({ start, occurrenceKey }, region) => {
    const notes = heard.notes
      .filter((note) => note.occurrenceKey === occurrenceKey)
      .map((note): Note => ({
        ...bare(note),
        start: note.start - start,
        duration: note.duration,
        ...(note.touch && { touch: note.touch }),
      }));
    return made(notes, region);
  });
  return pieces.length ? { seed: song.seed, played: true, pieces } : null;
}

/** What a note of the band is, wherever it is put. */
const bare = ({ length, pitch, velocity, noteFunction }: BandNote) => ({
  written: length,
  pitch,
  velocity,
  noteFunction,
  span: -1,
});

/**
 * What is made of a stretch of the song, playing by playing, as pieces of a take.
 * @param made what of it lies in a playing, in ticks of that.
 */
function piecesIn(
  song: Song,
  { occurrences, regions }: PartInForm,
  stretch: Stretch,
  made: (occurrence: Occurrence, region: Region, own: Stretch) => readonly Note[],
): TakePiece[] {
  return occurrences.flatMap((occurrence, i) => {
    const { start, length } = occurrence;
    const own = { from: Math.max(0, stretch.from - start), to: Math.min(length, stretch.to - start) };
    const region = regions[i];
    if (own.from >= own.to || !region) return [];
    return pieceOf(song, occurrence, region, own, made(occurrence, region, own)) ?? [];
  });
}
