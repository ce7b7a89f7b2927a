/** Taking a voicing over by hand: each step gives new pitches, or says why it cannot. */
import type { Chord } from '../theory/chord';
import { degreeAt, isSlash } from '../theory/chord';
import type { Key } from '../theory/key';
import { noteName } from '../theory/pitch';
import { nameIn, noteGlyphs, type SpellingContext } from '../theory/spelling';
import { bassPc } from './tones';
import type { MidiNote } from '../units/units';

/** New pitches, ascending; or a sentence why not. */
export type HandEdit = { readonly pitches: readonly number[] } | { readonly why: string };

/** Lowest and highest pitch of an instrument, MIDI numbers, and where its notes sound, so that they are spelt right. */
export type Range = readonly [low: number, high: number, where?: SpellingContext];

/** As many tones as a chord by hand may have. */
export const MOST_TONES = 10;

const sorted = (pitches: Iterable<number>): number[] => [...new Set(pitches)].sort((a, b) => a - b);

const spoken = (pitch: MidiNote, where: SpellingContext = {}): string => noteGlyphs(nameIn(pitch, where));

function within(pitches: readonly number[], [low, high, where]: Range): HandEdit {
  const outside = pitches.find((p) => p < low || p > high);
  if (outside === undefined) return { pitches: sorted(pitches) };
  const side =
    outside < low ? `below ${spoken(low, where)}, its lowest` : `above ${spoken(high, where)}, its highest`;
  return { why: `${spoken(outside, where)} is ${side}.` };
}

/** The lowest tone goes up to the next place above all others, or the highest down below them. */
export function inverted(pitches: readonly number[], way: 'up' | 'down', range: Range): HandEdit {
  if (pitches.length < 2) return { why: 'One tone has no inversion.' };
  const [low, high] = [pitches[0]!, pitches[pitches.length - 1]!];
  const rest = way === 'up' ? pitches.slice(1) : pitches.slice(0, -1);
  let moved = way === 'up' ? low : high;
  const by = way === 'up' ? 12 : -12;
  while (way === 'up' ? moved <= high : moved >= low) moved += by;
  return within([...rest, moved], range);
}

/** The whole voicing by octaves. */
export const nudged = (pitches: readonly number[], octaves: number, range: Range): HandEdit =>
  within(
    pitches.map((p) => p + 12 * octaves),
    range,
  );

/** The voicing on another lowest tone: that pitch, and of the others those above it. */
export function onBass(pitches: readonly number[], bass: number, range: Range): HandEdit {
  const above = pitches.slice(1).map((p) => {
    let moved = p;
    while (moved <= bass) moved += 12;
    return moved;
  });
  return within([bass, ...above], range);
}

/** One tone put in or taken out; the last one stays. */
export function toggled(pitches: readonly number[], pitch: MidiNote, range: Range): HandEdit {
  if (!pitches.includes(pitch)) {
    if (pitches.length >= MOST_TONES) return { why: `A chord by hand has at most ${MOST_TONES} tones.` };
    return within([...pitches, pitch], range);
  }
  if (pitches.length < 2) return { why: 'The last tone stays. Take the chord out of the chart instead.' };
  return { pitches: pitches.filter((p) => p !== pitch) };
}

/** The nearest tone above the bass goes to a pitch; as many sound as before. On a tone that sounds already it changes nothing. */
export function movedTo(pitches: readonly number[], pitch: MidiNote, range: Range): HandEdit {
  if (pitches.includes(pitch)) return { pitches };
  const [bass, ...upper] = pitches;
  if (bass === undefined) return within([pitch], range);
  if (!upper.length || pitch < bass) return within([pitch, ...upper], range);
  const nearest = upper.reduce((a, b) => (Math.abs(b - pitch) < Math.abs(a - pitch) ? b : a));
  return within([bass, ...upper.map((p) => (p === nearest ? pitch : p))], range);
}

/** A tone doubled in the nearest octave that is free, above it first. */
export function doubled(pitches: readonly number[], pitch: MidiNote, range: Range): HandEdit {
  if (pitches.length >= MOST_TONES) return { why: `A chord by hand has at most ${MOST_TONES} tones.` };
  const free = [pitch + 12, pitch - 12, pitch + 24, pitch - 24].find(
    (p) => !pitches.includes(p) && p >= range[0] && p <= range[1],
  );
  return free === undefined
    ? { why: `There is no free octave of ${spoken(pitch, range[2])} on this instrument.` }
    : { pitches: sorted([...pitches, free]) };
}

/** What a voicing by hand does not have in common with its chord, as sentences; its bass counts where no bass part plays it. */
export function remarks(
  pitches: readonly number[],
  chord: Chord,
  bassPlays: boolean,
  key: Key | null = null,
): string[] {
  if (chord.exact || !pitches.length) return [];
  const foreign = pitches.filter((p) => degreeAt(chord, p) === null && p % 12 !== bassPc(chord));
  const where: SpellingContext = { chord, key };
  const said = foreign.map((p) => `${spoken(p, where)} is not in ${noteGlyphs(chord.symbol)}.`);
  if (!bassPlays && isSlash(chord) && pitches[0]! % 12 !== bassPc(chord)) {
    said.push(`The lowest tone is ${spoken(pitches[0]!, where)}, not ${noteGlyphs(noteName(chord.bass))}.`);
  }
  return said;
}
