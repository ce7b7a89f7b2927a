/** What a kind of part is, as far as song, timeline and voicing need to know it; what it plays stands in parts/. */
import type { Settings } from '../song/schema';
import type { Grid, Pattern } from './pattern';

/**
 * What it is to a band (common practice): it carries the bass or the beat, plays the chords in time (comp) or holds them
 * (pad), adorns them (figure), sings the tune or leads, holds one tone under everything (ground), or colours the beat.
 */
export type Role = 'bass' | 'beat' | 'comp' | 'pad' | 'figure' | 'tune' | 'lead' | 'ground' | 'percussion';

/** How its chords are laid out: as voices under fingers, bows or breath, as shapes on a neck, or not at all. */
export type ChordLayout = 'voices' | 'shapes' | 'none';

/** What a kind of part is to style, timeline and ensemble, without what it plays. */
export interface KindFacts {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly chordLayout: ChordLayout;
  /** False for percussion: its pitches are instruments, it hears no chords, and shares the channel of the drums. */
  readonly pitched: boolean;
  /** One note at a time: it can be slid into, hammered on, breathed. */
  readonly monophonic: boolean;
  /** How far behind the beat its player sits, as a share of the groove's timing: the kit leads, a lead lays back (common practice). */
  readonly lean: number;
  /** When it rests as a section thins out, who adorns before who accompanies (common practice); left out where it stays. */
  readonly leaves?: 'first' | 'second';
  /** Lowest and highest pitch it may sound, MIDI numbers. */
  readonly range: readonly [number, number];
  /** True where its voices keep to strict part-writing. */
  readonly strict: boolean;
  /** Bars it plans at once, where they are more than what others think of together: long phrases, or no chords to hear. */
  readonly window?: number;
  /** False where nothing it plays leans on the chord that follows its bars; else it is asked again when that changes. */
  readonly dependsOnNextChord?: boolean;
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

/** Kinds of part to be looked up by their ids. */
export const kindSet = <K extends KindFacts>(kinds: readonly K[]): KindSet<K> =>
  new Map(kinds.map((kind) => [kind.id, kind]));

/** True where a part of a kind sounds chords that can be voiced, dressed and set by hand. */
export const soundsChords = (kind: Pick<KindFacts, 'chordLayout'>): boolean => kind.chordLayout !== 'none';

/** True where it carries the bass, so that voicings of others may leave root and bass to it. */
export const carriesBass = (kind: Pick<KindFacts, 'role'>): boolean => kind.role === 'bass';

/** True where it stands in front of the others, who keep out of its way. */
export const isInFront = (kind: Pick<KindFacts, 'role'>): boolean =>
  kind.role === 'tune' || kind.role === 'lead';
