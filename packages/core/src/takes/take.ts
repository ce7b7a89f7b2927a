/** A take: some bars of a song played once more by a part, as its player would at another try. */
import { kindOf, type Repertoire } from '../band/repertoire';
import { partInForm, type PartInForm } from '../band/partInForm';
import { derived } from '../memo/derived';
import { playRegion, type RegionNote } from '../band/playRegion';
import type { Kind } from '../parts/kind';
import { voicingsOf } from '../parts/voicings';
import type { Settings, Song } from '../song/schema';
import { isInFront, soundsChords } from '../style/kind';
import type { Region } from '../timeline/region';
import { windowsOf } from '../timeline/windows';
import { excerptOfRegion } from './excerpt';
import type { BarIndex } from '../units/units';

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
}

/** A part through the form, playing by what is asked: worked out once for all takes of one player. */
const playing = derived(({ song, repertoire, partId, settings }: PartAsked): PartInForm => {
  const parts = song.parts.map((part) =>
    part.id === partId ? { ...part, settings: { ...part.settings, ...settings, on: true } } : part,
  );
  return partInForm({ ...song, parts }, repertoire, partId);
});

/** Whoever rests there plays for a take. */
const sounding = (region: Region): Region => ({
  ...region,
  settingsSpans: region.settingsSpans.map((span) =>
    span.settings.on ? span : { ...span, settings: { ...span.settings, on: true } },
  ),
});

/** Lines are planned in windows; whoever else plays goes through all bars at once. */
const played = (kind: Kind, region: Region): readonly RegionNote[] =>
  isInFront(kind)
    ? windowsOf(region).flatMap((window) => playRegion(kind, window, []).notes)
    : playRegion(kind, region, soundsChords(kind) ? voicingsOf(region) : []).notes;

/**
 * The notes of a take, in order. The same song, bars, seed and player give the same notes.
 * @returns null where there is no such part, its kind is not at hand, or the bars are not the song's.
 */
export function takeOf(
  song: Song,
  repertoire: Repertoire,
  partId: string,
  { from, to, seed, again = 0, settings }: TakeAsked,
): readonly TakeNote[] | null {
  const part = song.parts.find(({ id }) => id === partId);
  const kind = part && kindOf(part, repertoire);
  const isRange = Number.isInteger(from) && Number.isInteger(to) && from >= 0 && from < to;
  if (!kind || !isRange) return null;
  const { regions, occurrences } = playing(part, 'take', { song, repertoire, partId, settings });
  const notes: TakeNote[] = [];
  let passed = 0;
  for (const [i, { start, bars, occurrenceKey }] of occurrences.entries()) {
    const own = { from: Math.max(0, from - passed), to: Math.min(bars.length, to - passed) };
    passed += bars.length;
    if (own.to <= own.from) continue;
    const region = excerptOfRegion(sounding(regions[i]!), own, `take/${seed}${again ? `.${again}` : ''}`);
    for (const note of played(kind, region)) {
      notes.push({
        ...note,
        at: Math.max(0, start + note.at),
        start: Math.max(0, start + note.start),
        occurrenceKey,
      });
    }
  }
  return to <= passed ? notes.sort((a, b) => a.start - b.start) : null;
}
