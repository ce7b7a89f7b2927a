/**
 * What the players agree on for one playing of a section, as plain data that every region receives. It is decided
 * in ensemble/ from the section, its settings and what follows it. Ticks from the start of the playing.
 */
import type { Transition } from '../song/choices';
import { carriesBass, type KindFacts } from '../style/kind';
import { ticksWithin } from '../time/search';
import type { Occurrence } from './occurrences';
import type { PartVoice } from './unisonParts';
import type { Ticks, Velocity } from '../units/units';

/** What holds in one bar. */
export interface BarTerms {
  /** Added to the strength of all, velocity. */
  readonly strength: number;
  /** Where a phrase turns: at its fourth bar a little, at its eighth and at the end more. */
  readonly turn: 'none' | 'small' | 'large';
}

/** A chord that all feel early: where it sounds, and the beat that is left empty. */
export interface Mark {
  readonly at: number;
  readonly beat: number;
}

/** What the drums lead into at the end: the same again, another section, one that is softer, the last hit. */
export type Into = 'repeat' | 'section' | 'drop' | 'ending';

/** What the arc asks of one part in one playing. */
export interface PartArc {
  readonly rests: boolean;
  /** Levels of density more or fewer. */
  readonly density: number;
  readonly halfTime: boolean;
}

/** The arc of one playing. */
export interface ArcPlan {
  /** By part, in the order of the song. */
  readonly parts: readonly PartArc[];
  /** Added to the strength of all. */
  readonly strength: Velocity;
  /** Whether all stop for its last beat. */
  readonly breath: boolean;
  /** Which of the ways to lead into another section is drawn, 0 to under 1. */
  readonly draw: number;
}

/** What the players of one occurrence agree on: anticipations, marks, kicks, silences, strength. */
export interface Agreement {
  readonly bars: readonly BarTerms[];
  /** Where kick and bass strike together, in order; null where they do not agree on it. */
  readonly kicks: readonly number[] | null;
  readonly marks: readonly Mark[];
  /** From where to where nobody plays: there is no chord. */
  readonly silences: readonly { readonly from: Ticks; readonly to: Ticks }[];
  /** From where on all stop, whatever they play, until what follows; null where nobody does. */
  readonly breath: Ticks | null;
  /** Whether the drums fill where phrases turn. */
  readonly fills: boolean;
  readonly into: Into | null;
  /** How it leads into another section, and how that before it led into this; null where by nothing but a fill. */
  readonly transition: Transition | null;
  readonly entersBy: Transition | null;
}

/** The lowest and highest pitch that a part is left, MIDI numbers. */
export type RegisterRange = readonly [low: number, high: number];

const registerRanges = new Map<string, RegisterRange>();

/** A room; the same two pitches are the very same room. */
export function registerRangeBetween(low: number, high: number): RegisterRange {
  const name = `${low}-${high}`;
  let room = registerRanges.get(name);
  if (!room) registerRanges.set(name, (room = [low, high]));
  return room;
}

/** Whether a kind strikes with the agreed kicks: it carries the bass or the beat. Others are not told of them. */
export const strikesWithKicks = (kind: KindFacts): boolean => carriesBass(kind) || !kind.pitched;

/** All that is agreed through a song, with the players as they then are. */
export interface Agreed {
  /** Playings whose chords carry the pushes that were agreed. */
  readonly occurrences: readonly Occurrence[];
  /** By playing and part; null for a part of a kind that is not at hand. */
  readonly players: readonly (readonly (PartVoice | null)[])[];
  readonly agreements: readonly Agreement[];
  /** The same for those who do not strike with the kicks. */
  readonly withoutKicks: readonly Agreement[];
  /** By playing and part. */
  readonly rooms: readonly (readonly (RegisterRange | null)[])[];
  /** By playing how it is told for its place in the form; null where nothing is agreed of that. */
  readonly arcs: readonly (ArcPlan | null)[];
}

const PLAIN: BarTerms = { strength: 0, turn: 'none' };

const nothingHeard = new Map<number, Agreement>();

/** Of a part that keeps to itself through so many bars; the very same for as many. */
export function unheard(bars: number): Agreement {
  let terms = nothingHeard.get(bars);
  if (!terms) {
    const plain = Array.from({ length: bars }, () => PLAIN);
    terms = {
      bars: plain,
      kicks: null,
      marks: [],
      silences: [],
      breath: null,
      fills: true,
      into: null,
      transition: null,
      entersBy: null,
    };
    nothingHeard.set(bars, terms);
  }
  return terms;
}

/** What of an agreement holds from a bar on, for so many, between two ticks. */
export function termsWithin(
  terms: Agreement,
  firstBar: number,
  bars: number,
  start: Ticks,
  end: Ticks,
  isLast: boolean,
): Agreement {
  // What is felt before the first of them belongs to them: the chord is theirs.
  const from = start === 0 ? -Infinity : start;
  return {
    ...terms,
    bars: terms.bars.slice(firstBar, firstBar + bars),
    kicks: terms.kicks && ticksWithin(terms.kicks, from, end),
    // One that is felt before them leaves its beat empty among them.
    marks: terms.marks.filter(({ at, beat }) => (at >= from || beat >= from) && at < end),
    silences: terms.silences.filter((silence) => silence.from < end && silence.to > start),
    breath: isLast ? terms.breath : null,
    into: isLast ? terms.into : null,
    transition: isLast ? terms.transition : null,
    entersBy: firstBar === 0 ? terms.entersBy : null,
  };
}
