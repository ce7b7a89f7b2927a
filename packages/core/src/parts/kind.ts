/** A kind of part as one value: what it is, its patterns, what it plays, and what a screen shows of it. */
import type { z } from 'zod';
import type { SettingName } from '../song/settings/index';
import type { KindFacts } from '../style/kind';
import type { Pattern } from '../style/pattern';
import type { Bar } from '../time/bars';
import type { Region } from '../timeline/region';
import type { Resolved } from '../timeline/settings';
import type { Note } from './note';
import type { SpanVoicing } from './voicings';

/** A kind of part: its facts, its patterns and what makes notes of them. */
export interface Kind extends KindFacts {
  /** General MIDI programs offered first, 0-based; none for percussion. */
  readonly instruments: readonly number[];
  /** 0–127 each, as in General MIDI: volume, pan (64 middle), send to the room. */
  readonly mix: { readonly level: number; readonly pan: number; readonly reverbSend: number };
  /** Where it stands in the mix: loudness against the whole band's, LU (common practice: drums, bass and lead carry). */
  readonly targetLoudness: number;
  readonly pattern: z.ZodType<Pattern>;
  /** Of the settings that not every kind has: those that mean something for it. Lowest and highest register to choose, MIDI numbers. */
  readonly controls: readonly SettingName[];
  readonly registers: readonly [number, number];
  /** An icon of the Material Design set, and the colour of its strokes; null takes the text's own ink. */
  readonly look: { readonly icon: string; readonly ink: string | null };
  /** Whether another variation is other also where a pattern is told exactly; told otherwise it always is. */
  readonly varies: (pattern: Pattern) => boolean;
  /** Whether a pattern can begin again at a chord change or carry on: a control is shown only where it is heard. */
  readonly restarts: (pattern: Pattern) => boolean;
  /** Where it goes in even steps, each of which can rest: how a bar is cut into them. */
  readonly steps?: (pattern: Pattern, set: Resolved, bar: Pick<Bar, 'groups' | 'length'>) => StepsOfBar;
  /** What it plays. @param voicings of the region's spans; none for a kind that sounds no chords. */
  readonly generate: (region: Region, voicings: readonly SpanVoicing[]) => Note[];
}

/** The steps of an arpeggio in one bar, as its page draws them. */
export interface StepsOfBar {
  readonly count: number;
  /** Which of them rest, from 0. */
  readonly rests: readonly number[];
}

/** What the folder of a kind writes down; its functions see their own patterns. */
export interface KindSpecification<P extends Pattern> extends Omit<
  Kind,
  'plain' | 'pattern' | 'varies' | 'restarts' | 'steps' | 'generate'
> {
  readonly plain: readonly P[];
  readonly pattern: z.ZodType<P>;
  readonly varies: (pattern: P) => boolean;
  readonly restarts: (pattern: P) => boolean;
  readonly steps?: (pattern: P, set: Resolved, bar: Pick<Bar, 'groups' | 'length'>) => StepsOfBar;
  readonly generate: (region: Region<P>, voicings: readonly SpanVoicing[]) => Note[];
}

/**
 * A kind among others. Styles are checked against its own schema before anything plays, so a region
 * of this kind holds its patterns and no others.
 */
export const defineKind = <P extends Pattern>(specification: KindSpecification<P>): Kind =>
  specification as unknown as Kind;
