import { chordPitchClasses, type Chord } from '../theory/chord';
import { parseChord } from '../theory/chordGrammar';
import { degreePc } from '../theory/degree';
import { mod, noteName, usualSpelling, type Spelled } from '../theory/pitch';
import { spell } from '../theory/spelling';
import type { Key } from '../theory/key';
import { spellFor } from '../theory/transposition';
import { ALL_QUALITIES } from '../theory/qualities';
import type { PitchClass } from '../units/units';

/** Names of a set of sounding notes, best first; empty where nothing fits and it stays a cluster. */
export interface Recognised {
  readonly names: readonly string[];
  /** Names of the sounding tones, lowest first. */
  readonly tones: readonly string[];
}

interface Template {
  readonly quality: string;
  /** How far down the list of qualities the name stands: plain names are found first. */
  readonly rank: number;
  readonly intervals: readonly number[];
  readonly needed: readonly number[];
}

const TEMPLATES: readonly Template[] = ALL_QUALITIES.map((quality, rank) => {
  const chord = parseChord('C' + quality);
  const optional = new Set(chord.optional.map(degreePc));
  return {
    quality,
    rank,
    intervals: chordPitchClasses(chord),
    needed: chordPitchClasses(chord).filter((pc) => !optional.has(pc) || quality === '7alt'),
  };
});

interface Match {
  readonly chord: Chord;
  readonly cost: number;
}

/** Roots are spelled for the key, without one by their usual names; minor chords on the black keys take sharps but for B♭ and E♭. */
function rootFor(pc: PitchClass, quality: string, key: Key | null): Spelled {
  if (key) return spellFor(pc, key, /^(dim|m7b5)/.test(quality));
  const minor = /^(m(?!aj)|dim)/.test(quality);
  if (minor && pc === 1) return { letter: 0, alter: 1 };
  if (minor && pc === 8) return { letter: 4, alter: 1 };
  return usualSpelling(pc);
}

/** Cost of a template on a root, or null where a sounding tone is not in it or a needed one is missing. */
function cost(template: Template, root: number, pcs: ReadonlySet<number>, bass: number): number | null {
  const own = new Set(template.intervals.map((i) => mod(i + root, 12)));
  const foreign = [...pcs].filter((pc) => !own.has(pc));
  // One foreign tone may stand in the bass: a slash chord.
  if (foreign.length > 1 || (foreign.length === 1 && foreign[0] !== bass)) return null;
  const sounding = (interval: number): boolean => pcs.has(mod(interval + root, 12));
  if (!template.needed.every(sounding) || !pcs.has(root)) return null;
  const missing = template.intervals.filter((i) => !sounding(i)).length;
  const inversion = root === bass ? 0 : foreign.length ? 5 : 4;
  return template.rank * 0.12 + missing * 4 + inversion;
}

/**
 * Ranked names of sounding notes, the lowest as the bass.
 * @param notes MIDI numbers in any order.
 * @param key spells the names; without one they take their usual spelling.
 * @example recognise([52, 57, 60, 64]).names[0] // "Am/E"
 */
export function recognise(notes: readonly number[], key: Key | null = null): Recognised {
  const sorted = [...new Set(notes)].sort((a, b) => a - b);
  if (!sorted.length) return { names: [], tones: [] };
  const bass = sorted[0]! % 12;
  const pcs = new Set(sorted.map((n) => n % 12));
  const matches: Match[] = [];
  if (pcs.size > 1) {
    for (let root = 0; root < 12; root++) {
      for (const template of TEMPLATES) {
        const found = cost(template, root, pcs, bass);
        if (found === null) continue;
        const name = noteName(rootFor(root, template.quality, key)) + template.quality;
        const plain = parseChord(name);
        const slash = root === bass ? name : `${name}/${noteName(spell(bass, { chord: plain, key }))}`;
        matches.push({ chord: parseChord(slash), cost: found });
      }
    }
  }
  matches.sort((a, b) => a.cost - b.cost || (a.chord.symbol < b.chord.symbol ? -1 : 1));
  const best = matches[0]?.chord;
  return {
    names: [...new Set(matches.map((m) => m.chord.symbol))],
    tones: sorted.map((n) => noteName(spell(n, { chord: best, key }))),
  };
}
