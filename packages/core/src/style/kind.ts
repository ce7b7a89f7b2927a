/** What a kind of part is, as far as song, timeline and voicing need to know it; what it plays stands in parts/. */
import type { Settings } from '../song/schema';
import type { Grid, Pattern } from './pattern';

/**
 * line: one note at a time; voiced: chords on keys, bowed or blown; fretted: chords as shapes on a
 * neck; percussion: General MIDI percussion keys.
 */
export type Nature = 'line' | 'voiced' | 'fretted' | 'percussion';

/**
 * What it is to a band: it carries beat or bass, plays the chords, accompanies beside them, adorns, sings the tune, or
 * plays for itself. Who adorns leaves first where a section thins out (common practice).
 */
export type Role = 'ground' | 'chords' | 'accompaniment' | 'ornament' | 'tune' | 'lead';

export interface KindFacts {
  readonly id: string;
  readonly name: string;
  readonly nature: Nature;
  readonly role: Role;
  /** Lowest and highest pitch it may sound, MIDI numbers. */
  readonly range: readonly [number, number];
  /** True where it carries the bass, so that voicings of others may leave root and bass to it. */
  readonly carriesBass: boolean;
  /** True where its voices keep to strict part-writing. */
  readonly strict: boolean;
  /** Bars it plans at once, where they are more than what others think of together: long phrases, or no chords to hear. */
  readonly window?: number;
  /** False where nothing it plays leans on the chord that follows its bars; else it is asked again when that changes. */
  readonly heedsNext?: boolean;
  /** Where it carries the beat: the events of a pattern that the bass strikes with. */
  readonly skeleton?: (pattern: Pattern) => readonly Grid[];
  /** What holds where nothing has been set, not even by the style. */
  readonly defaults: Settings;
  /** What it plays in a style that has nothing for it. */
  readonly plain: readonly Pattern[];
  /** Patterns of the library for it, each of which can be played in every style. */
  readonly library?: readonly Pattern[];
}

/** Kinds by their id. */
export type KindSet<K extends KindFacts = KindFacts> = ReadonlyMap<string, K>;

export const kindSet = <K extends KindFacts>(kinds: readonly K[]): KindSet<K> =>
  new Map(kinds.map((kind) => [kind.id, kind]));

/** True where a part of a kind sounds chords that can be voiced, dressed and set by hand. */
export const soundsChords = (kind: KindFacts): boolean =>
  kind.nature === 'voiced' || kind.nature === 'fretted';
