import type { Chord } from './chord';
import { midiName, mod, parseMidi, usualSpelling } from './pitch';

/** A cluster has as many tones as two hands. */
export const CLUSTER_TONES = { least: 2, most: 10 } as const;

/** What a tone is called by its distance from the lowest one, semitones folded into an octave. */
const DEGREES = ['1', 'b9', '9', 'b3', '3', '11', '#11', '5', 'b13', '13', 'b7', '7'] as const;

/** The text of exact tones without a name: `<C4,Db4,E4>`. Pitches are MIDI numbers. */
export function clusterSymbol(pitches: readonly number[]): string {
  const sorted = [...new Set(pitches)].sort((a, b) => a - b);
  return `<${sorted.slice(0, CLUSTER_TONES.most).map(midiName).join(',')}>`;
}

/** Whether a text is meant as a cluster of exact tones, `<C4,Db4>`. */
export const looksLikeCluster = (text: string): boolean => text.startsWith('<');

/**
 * A chord of exact tones with no name: its lowest tone stands for root and bass, and every
 * tone but that one may be left out by an instrument that cannot reach it.
 * @returns null where the text is no cluster of two to ten notes.
 */
export function readCluster(text: string): Chord | null {
  const inside = /^<(.+)>$/.exec(text)?.[1];
  const read = inside?.split(',').map((name) => parseMidi(name.trim()));
  if (!read || read.some((p) => p === null)) return null;
  const pitches = [...new Set(read as number[])].sort((a, b) => a - b);
  if (pitches.length < CLUSTER_TONES.least || pitches.length > CLUSTER_TONES.most) return null;
  const lowest = pitches[0]!;
  const root = usualSpelling(lowest);
  const steps = [...new Set(pitches.map((p) => mod(p - lowest, 12)))].sort((a, b) => a - b);
  const degrees = steps.map((s) => DEGREES[s]!);
  return {
    symbol: clusterSymbol(pitches),
    quality: '',
    root,
    bass: root,
    degrees,
    optional: degrees.slice(1),
    exact: pitches,
  };
}
