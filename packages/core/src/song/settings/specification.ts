/**
 * A setting of a part as one value: what a song keeps of it, what holds where it is not set, what it moves, its words,
 * and how it is chosen. Schema, resolved values, sentences, pages, command line and the list in docs/ are read from it.
 */
import type { z } from 'zod';

/** Which notes sound, how they are touched, with which sound, how they are mixed. */
export type Moves = 'notes' | 'articulation' | 'sound' | 'mix';

/** Where a part's page has it. */
export type SettingGroup = 'plays' | 'line' | 'steps' | 'articulation' | 'instrument' | 'voicing' | 'mix';

/** One value of a setting, and what it is called. */
export interface SettingChoice<V> {
  readonly value: V;
  readonly label: string;
}

interface SteppedRange {
  readonly low: number;
  readonly high: number;
  readonly step: number;
  readonly text: (value: number) => string;
}

/** How it is chosen: among a few in sight, from a list, along a range, by steps, drawn; or as the page draws it, where what can be chosen hangs on song, kind or pattern. */
export type SettingControl<V> =
  | { readonly as: 'choices' | 'list'; readonly choices: readonly SettingChoice<V>[] }
  /** Among a few, or drawn as a line of percents. */
  | { readonly as: 'drawn'; readonly choices: readonly SettingChoice<V>[] }
  | ({ readonly as: 'range' } & SteppedRange)
  /** What a step down and a step up do, as they are read out: "softer", "louder". */
  | ({ readonly as: 'stepper'; readonly less: string; readonly more: string } & SteppedRange)
  | { readonly as: 'page' };

/**
 * All there is to say about a setting.
 * @typeParam N the type of its neutral value, where that is none that a song can keep.
 */
export interface SettingSpecification<S extends z.ZodType = z.ZodType, N = unknown> {
  readonly schema: S;
  /** What holds where nothing has been set, not even by the kind of part; null where its pattern says. */
  readonly neutral: N;
  readonly moves: Moves;
  /** Of a number. */
  readonly unit?: string;
  /** A piece of a sentence: "notes 80 % long". */
  readonly inWords: (value: z.infer<S>) => string;
  readonly label: string;
  readonly group: SettingGroup;
  readonly control: SettingControl<z.infer<S>>;
  /** True where only kinds have it that name it among their `controls`. */
  readonly byKind?: true;
}

/** A specification as it stands, with its types kept as narrow as they are written. */
export const setting = <S extends z.ZodType, const N>(
  specification: SettingSpecification<S, N>,
): SettingSpecification<S, N> => specification;

/** Choices that are called what they are. */
export const asNamed = <V extends string>(values: readonly V[]): readonly SettingChoice<V>[] =>
  values.map((value) => ({ value, label: value }));

/** Numbers from one to another, called what they are. */
export const numbers = (low: number, high: number): readonly SettingChoice<number>[] =>
  Array.from({ length: high - low + 1 }, (_, i) => ({ value: low + i, label: String(low + i) }));

export const BY_ITS_PAGE = { as: 'page' } as const;
