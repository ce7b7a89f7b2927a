/** How a song builds, playing by playing, as it is heard: who plays, how strong, how full. */
import type { Band } from '../band/index';
import type { BandNote } from '../band/bandNote';
import { PPQ } from '../time/ticks';
import type { Decibels, Velocity } from '../units/units';

/** One playing of a section as it is heard. */
export interface HeardPlaying {
  readonly section: string;
  /** Which time it is played, from 1. */
  readonly timesPlayed: number;
  /** Names of the parts that sound in it. */
  readonly parts: readonly string[];
  /** Mean of all notes. */
  readonly strength: Velocity;
  /** By strength and how much is struck. */
  readonly level: Decibels;
  readonly notesABar: number;
}

/** Things by a name that each has. */
function grouped<T>(things: readonly T[], nameOf: (thing: T) => string): ReadonlyMap<string, readonly T[]> {
  const groups = new Map<string, T[]>();
  for (const thing of things) {
    const group = groups.get(nameOf(thing));
    if (group) group.push(thing);
    else groups.set(nameOf(thing), [thing]);
  }
  return groups;
}

const decibels = (power: number): Decibels => 10 * Math.log10(Math.max(1e-9, power));

/** Each playing of the form, in order; what is muted is not heard. */
export function playingsHeard(band: Band): HeardPlaying[] {
  const key = ({ occurrenceKey }: { readonly occurrenceKey: string }): string => occurrenceKey;
  const parts = band.parts
    .filter((p) => !p.mix.mute)
    .map(({ name, notes }) => ({ name, notes: grouped<BandNote>(notes, key) }));
  return [...grouped(band.bars, key)].map(([playing, bars]) => {
    const heard = parts.filter((part) => part.notes.has(playing));
    const notes = heard.flatMap((part) => part.notes.get(playing)!);
    const quarters = bars.reduce((sum, { length }) => sum + length, 0) / PPQ;
    return {
      section: bars[0]!.section,
      timesPlayed: bars[0]!.timesPlayed,
      parts: heard.map(({ name }) => name),
      strength: notes.reduce((sum, n) => sum + n.velocity, 0) / Math.max(1, notes.length),
      level: decibels(notes.reduce((sum, n) => sum + (n.velocity / 127) ** 4, 0) / quarters),
      notesABar: notes.length / bars.length,
    };
  });
}

/** How the last playing of a section stands over the first. */
export interface Growth {
  readonly section: string;
  readonly strength: Velocity;
  /** Notes of the last for each of the first. */
  readonly notes: number;
}

/** Of each section that is played more than once how it grows. */
export function growthOf(playings: readonly HeardPlaying[]): Growth[] {
  return [...grouped(playings, ({ section }) => section)].flatMap(([section, own]) => {
    const [first, last] = [own[0]!, own.at(-1)!];
    const notes = last.notesABar / Math.max(1 / 16, first.notesABar);
    return own.length > 1 ? [{ section, strength: last.strength - first.strength, notes }] : [];
  });
}
