/** A take: some bars of a song played once more by a part, as its player would at another try. */
import { kindOf, type Repertoire } from '../band/repertoire';
import { partInForm, type PartInForm } from '../band/partInForm';
import { derived } from '../memo/derived';
import { chosenIn, playChosen, type RegionNote } from '../band/playRegion';
import type { Kind } from '../parts/kind';
import { RESTS_IN_GAPS } from '../parts/lines/gaps';
import type { Note } from '../parts/note';
import { voicingsOf } from '../parts/voicings';
import type { Part, Settings, Song } from '../song/schema';
import { isInFront, soundsChords } from '../style/kind';
import type { Occurrence } from '../timeline/occurrences';
import type { Region } from '../timeline/region';
import type { Stretch } from '../timeline/stretches';
import { windowsOf } from '../timeline/windows';
import { excerptOfRegion } from './excerpt';
import type { BarIndex, Ticks } from '../units/units';

/** What is asked of a take. */
export interface TakeAsked {
  /** The first bar of the song as it is played, from 0, and the one behind the last. */
  readonly from: BarIndex;
  readonly to: BarIndex;
  readonly seed: number;
  /** Which try at the same take it is, from 0; left out for the first. */
  readonly again?: number;
  /** How its player plays, over what is set for the part; left out where as the part is set. */
  readonly settings?: Settings;
  /**
   * The kind of part its player is of, where that is another than the part's: somebody of the band steps out and solos on
   * his own instrument, and nothing that is set for what he plays otherwise holds.
   */
  readonly kind?: string;
  /** Where alone a line plays, ticks from the song's start; left out where it plays throughout. */
  readonly gaps?: readonly Stretch[];
}

/** A note of a take: ticks from the song's start, and which playing it lies in. */
export interface TakeNote extends RegionNote {
  readonly occurrenceKey: string;
}

interface PartAsked {
  readonly song: Song;
  readonly repertoire: Repertoire;
  readonly partId: string;
  readonly settings: Settings | undefined;
  readonly kind: string | undefined;
}

/** A part as it is asked to play. */
function askedPart(part: Part, settings: Settings | undefined, kind: string | undefined): Part {
  const isOther = kind !== undefined && kind !== part.kind;
  const own = isOther ? {} : part.settings;
  return { ...part, ...(isOther && { kind }), settings: { ...own, ...settings, on: true } };
}

/** A part through the form, playing by what is asked: worked out once for all takes of one player. */
const playing = derived(({ song, repertoire, partId, settings, kind }: PartAsked): PartInForm => {
  const parts = song.parts.map((part) => (part.id === partId ? askedPart(part, settings, kind) : part));
  return partInForm({ ...song, parts }, repertoire, partId);
});

const shifted = (stretches: readonly Stretch[], by: Ticks): readonly Stretch[] =>
  stretches.map(({ from, to }) => ({ from: from + by, to: to + by }));

/** A part through the form as it is asked to play for a take. */
export const partAsked = (
  song: Song,
  repertoire: Repertoire,
  part: Part,
  { settings, kind }: { readonly settings: Settings | undefined; readonly kind: string | undefined },
): PartInForm => playing(part, 'take', { song, repertoire, partId: part.id, settings, kind });

/** Whoever rests there plays for a take. */
export const sounding = (region: Region): Region => ({
  ...region,
  settingsSpans: region.settingsSpans.map((span) =>
    span.settings.on ? span : { ...span, settings: { ...span.settings, on: true } },
  ),
});

/** Lines are planned in windows; whoever else plays goes through all bars at once. */
const chosen = (kind: Kind, region: Region): readonly PlannedBars[] =>
  isInFront(kind)
    ? windowsOf(region).map((window) => ({ region: window, notes: chosenIn(kind, window, []) }))
    : [{ region, notes: chosenIn(kind, region, soundsChords(kind) ? voicingsOf(region) : []) }];

/** Notes of some bars before they are placed in the groove, ticks from the start of their playing. */
interface PlannedBars {
  readonly region: Region;
  readonly notes: readonly Note[];
}

/** What of a take lies in one playing. */
export interface TakeInPlaying {
  readonly occurrence: Occurrence;
  /** Its bars, from where in the playing to where, ticks. */
  readonly from: Ticks;
  readonly to: Ticks;
  /** The part there, as it is asked to play. */
  readonly region: Region;
  readonly planned: readonly PlannedBars[];
}

/**
 * A take, playing by playing, before it is placed in the groove. The same song, bars, seed and player give the same.
 * @returns null where there is no such part, its kind is not at hand, or the bars are not the song's.
 */
export function plannedTake(
  song: Song,
  repertoire: Repertoire,
  partId: string,
  { from, to, seed, again = 0, settings, kind: asKind, gaps }: TakeAsked,
): readonly TakeInPlaying[] | null {
  const part = song.parts.find(({ id }) => id === partId);
  const kind = part && kindOf(askedPart(part, settings, asKind), repertoire);
  const isRange = Number.isInteger(from) && Number.isInteger(to) && from >= 0 && from < to;
  if (!kind || !isRange) return null;
  const { regions, occurrences } = partAsked(song, repertoire, part, {
    // A gap is short enough.
    settings: gaps ? { space: RESTS_IN_GAPS, ...settings } : settings,
    kind: asKind,
  });
  const playings: TakeInPlaying[] = [];
  let passed = 0;
  for (const [i, occurrence] of occurrences.entries()) {
    const { bars } = occurrence;
    const own = { from: Math.max(0, from - passed), to: Math.min(bars.length, to - passed) };
    passed += bars.length;
    if (own.to <= own.from) continue;
    const whole = sounding(regions[i]!);
    const region = excerptOfRegion(
      gaps ? { ...whole, gaps: shifted(gaps, -occurrence.start) } : whole,
      own,
      `take/${seed}${again ? `.${again}` : ''}`,
    );
    const last = bars[own.to - 1]!;
    playings.push({
      occurrence,
      from: bars[own.from]!.start,
      to: last.start + last.length,
      region: regions[i]!,
      planned: chosen(kind, region),
    });
  }
  return to <= passed ? playings : null;
}

/**
 * The notes of a take as they sound, in order.
 * @returns null where there is no such part, its kind is not at hand, or the bars are not the song's.
 */
export function takeOf(
  song: Song,
  repertoire: Repertoire,
  partId: string,
  asked: TakeAsked,
): readonly TakeNote[] | null {
  const playings = plannedTake(song, repertoire, partId, asked);
  if (!playings) return null;
  const notes: TakeNote[] = [];
  for (const { occurrence, planned } of playings) {
    const { start, occurrenceKey } = occurrence;
    for (const { region, notes: own } of planned) {
      for (const note of playChosen(region, own).notes) {
        notes.push({
          ...note,
          at: Math.max(0, start + note.at),
          start: Math.max(0, start + note.start),
          occurrenceKey,
        });
      }
    }
  }
  return notes.sort((a, b) => a.start - b.start);
}
