/** Two playings side by side: what they share, and what differs, in words. */
import type { Band, BandBar } from '../band';
import { kindOf, styleOf, type Repertoire } from '../band/repertoire';
import { settingsPlayed } from '../ensemble/settingsPlayed';
import type { Song } from '../song/schema';
import { liftInScope } from '../timeline/scopes';
import { occurrenceKeyOf, type OccurrenceId } from '../timeline/occurrenceKey';
import { patternOf } from '../timeline/settings';
import { liftInWords } from './lifted';
import { counted } from '../song/listed';
import { tensionBetween, type TensionInput, type Tension } from './tension';
import type { Ticks } from '../units/units';

/** One of two playings, as it stands and as it is heard. */
export interface Side {
  readonly name: string;
  readonly bars: number;
  /** Chord symbols in order. */
  readonly chords: readonly (string | null)[];
  readonly from: number;
  readonly until: number;
  readonly tension: Tension;
}

/** Two occurrences beside each other, and what differs, a sentence each. */
export interface Comparison {
  readonly sides: readonly [Side, Side];
  /** What differs, a sentence each; one sentence where nothing does. */
  readonly says: readonly string[];
}

/** "Chorus 2": a section, and which time it is played where it is played more than once. */
export function playingName(song: Song, bars: readonly BandBar[], playing: OccurrenceId): string {
  const bar = bars.find((b) => b.occurrenceKey === occurrenceKeyOf(playing));
  const section = song.sections.find((s) => s.id === bar?.sectionId);
  if (!bar || !section) return 'Nothing';
  const again = bars.some((b) => b.sectionId === section.id && b.timesPlayed !== bar.timesPlayed);
  return again ? `${section.name}, time ${bar.timesPlayed}` : section.name;
}

/** What of a band is compared. */
type Compared = Pick<TensionInput, 'parts'> & Pick<Band, 'bars' | 'chords'>;

function sideOf(song: Song, band: Compared, playing: OccurrenceId): Side | null {
  const bars = band.bars.filter((b) => b.occurrenceKey === occurrenceKeyOf(playing));
  const [first, last] = [bars[0], bars[bars.length - 1]];
  if (!first || !last) return null;
  const [from, until] = [first.start, last.start + last.length];
  const inIt = (tick: Ticks): boolean => tick >= from && tick < until;
  return {
    name: playingName(song, band.bars, playing),
    bars: bars.length,
    chords: band.chords.filter((c) => inIt(c.start)).map((c) => c.symbol),
    from,
    until,
    tension: tensionBetween(band, song.key, from, until),
  };
}

/** How one part plays in one playing and in the other; empty where alike. */
function partSays(
  song: Song,
  partId: string,
  a: OccurrenceId,
  b: OccurrenceId,
  repertoire: Repertoire,
): string {
  const part = song.parts.find((p) => p.id === partId)!;
  const kind = kindOf(part, repertoire);
  if (!kind) return '';
  const style = styleOf(song, repertoire);
  const [one, other] = [a, b].map((scope) =>
    settingsPlayed({ part, kind }, repertoire.kinds, style, song, scope),
  );
  if (!one!.on && !other!.on) return '';
  if (one!.on !== other!.on) return `${part.name} ${one!.on ? 'plays, then rests' : 'rests, then plays'}.`;
  const pattern = (id: string): string => patternOf(kind, style, id).name;
  const said = [
    one!.pattern === other!.pattern ? '' : `${pattern(one!.pattern)}, then ${pattern(other!.pattern)}`,
    one!.density === other!.density ? '' : `density ${one!.density}, then ${other!.density}`,
    one!.dynamics === other!.dynamics ? '' : `${one!.dynamics}, then ${other!.dynamics}`,
    one!.instrument === other!.instrument ? '' : 'another instrument',
    one!.register === other!.register ? '' : `${other!.register > one!.register ? 'higher' : 'lower'}`,
    one!.spread === other!.spread ? '' : `${other!.spread > one!.spread ? 'wider' : 'closer'}`,
  ].filter(Boolean);
  return said.length ? `${part.name}: ${said.join('; ')}.` : '';
}

function chordsSay([a, b]: readonly [Side, Side]): string {
  if (a.chords.join() === b.chords.join()) return '';
  const differ =
    a.chords.filter((c, i) => c !== b.chords[i]).length + Math.max(0, b.chords.length - a.chords.length);
  return a.chords.length === b.chords.length
    ? `${counted(differ, 'chord differs', 'chords differ')}.`
    : `${counted(a.chords.length, 'chord')}, then ${b.chords.length}.`;
}

/** Differences in mean velocity that are heard as a little, or as much (about a step of dynamics; common practice). */
const MUCH = 10;
const louderInWords = (by: number): string =>
  `${Math.abs(by) >= MUCH ? 'much' : 'a little'} ${by > 0 ? 'stronger' : 'softer'}`;

/** What two occurrences share and where they differ, in words; null where one of them is not played any more. */
export function compare(
  song: Song,
  band: Compared,
  a: OccurrenceId,
  b: OccurrenceId,
  repertoire: Repertoire,
): Comparison | null {
  const one = sideOf(song, band, a);
  const other = sideOf(song, band, b);
  if (!one || !other) return null;
  const sides = [one, other] as const;
  const [liftA, liftB] = [a, b].map((scope) => liftInScope(song, scope)?.by ?? 0);
  const louder = Math.round(other.tension.strength - one.tension.strength);
  const says = [
    one.bars === other.bars ? '' : `${counted(one.bars, 'bar')}, then ${other.bars}.`,
    chordsSay(sides),
    liftA === liftB ? '' : `${liftInWords(liftA!)}, then ${liftInWords(liftB!).toLowerCase()}.`,
    ...song.parts.map((p) => partSays(song, p.id, a, b, repertoire)),
    Math.abs(louder) < 1 ? '' : `All in all ${louderInWords(louder)}.`,
  ].filter(Boolean);
  return { sides, says: says.length ? says : ['They are set alike, and told a little differently.'] };
}
