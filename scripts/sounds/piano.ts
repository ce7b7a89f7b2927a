/** The grand: layers of recorded touch, tuned, as loud as each other, held by loops. */
import { join } from 'node:path';
import {
  aligned,
  brightened,
  centsOff,
  cutTo,
  leveled,
  loudnessOfNote,
  looped,
  middleOf,
  onsetOf,
} from './sample';
import { decoded } from './codec';
import { keysOf } from './keys';
import { LEVEL } from './level';
import type { Brighter, PianoRecipe } from './recipes';
import { pianoLayer } from './sources';
import { timecents, type Preset, type Voice } from './zones';

const NAMES = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'];
const LAYERS = 16;
const LOWEST = 21;
const HIGHEST = 108;

/** MIDI number of a name like D#4 (middle C is C4 = 60). */
export const pitchNamed = (name: string): number =>
  12 * (Number(name.slice(-1)) + 1) + NAMES.indexOf(name.slice(0, -1));

/** Seconds before the loop, and of it: long strings move slowly, short ones die fast. */
const head = (root: number): number => Math.max(0.35, 1.5 - (root - LOWEST) * 0.014);
const loopFor = (root: number): number => Math.max(0.3, 0.9 - (root - LOWEST) * 0.008);
/** From here up there are no dampers, and strings ring out by themselves. */
const UNDAMPED = 90;

interface Note {
  readonly channels: readonly Float32Array[];
  readonly loop: readonly [number, number];
  readonly decay: number;
  readonly tune: number;
}

function noteOf(file: string, root: number, rate: number, brighter: Brighter): Note {
  const frequency = 440 * 2 ** ((root - 69) / 12);
  const raw = brightened(aligned(decoded(file, rate), rate, frequency), rate, brighter);
  const from = onsetOf(raw, rate, 0.02);
  const cut = raw.map((c) => cutTo(c, from, rate));
  // The strings of a key lie a little apart, each nearer to one side.
  const off = centsOff(middleOf(cut), rate, frequency) ?? 0;
  const start = Math.round(Math.min(head(root), cut[0]!.length / rate / 2) * rate);
  const end = Math.min(start + Math.round(loopFor(root) * rate), cut[0]!.length - 64);
  const period = (rate / frequency) * 2 ** (-off / 1200);
  const held = looped(cut, rate, [start, end], period);
  const by = LEVEL - loudnessOfNote(cut, rate);
  return {
    channels: leveled(held.channels, by),
    loop: [held.start, held.end],
    decay: held.decay,
    tune: -off,
  };
}

export function pianoPresets(recipe: PianoRecipe, cache: string, line: string): ReadonlyMap<string, Preset> {
  const roots = recipe.roots.map(pitchNamed);
  const known = new Map<number, readonly Note[]>();
  const layerOf = (layer: number): readonly Note[] => {
    const made = known.get(layer);
    if (made) return made;
    const folder = pianoLayer(cache, layer);
    const { decibels, from } = recipe.brighter;
    const brighter = { decibels: (decibels * (layer - 1)) / (LAYERS - 1), from };
    const notes = recipe.roots.map((name, i) =>
      noteOf(join(folder, `${name}v${layer}.ogg`), roots[i]!, recipe.rate, brighter),
    );
    known.set(layer, notes);
    return notes;
  };
  const presets = Object.entries(recipe.banks).map(([id, layers]): [string, Preset] => {
    let from = 1;
    const voices = layers.flatMap(({ layer, upTo }) => {
      const strengths = [from, upTo] as const;
      from = upTo + 1;
      return layerOf(layer).flatMap((note, i): Voice[] =>
        note.channels.map((samples, side) => ({
          name: `${recipe.roots[i]}v${layer}${side ? 'R' : 'L'}`,
          samples,
          rate: recipe.rate,
          root: roots[i]!,
          tune: note.tune,
          keys: keysOf(roots, i, LOWEST, HIGHEST),
          strengths,
          loop: note.loop,
          pan: side ? 0.8 : -0.8,
          generators: {
            holdVolEnv: timecents(note.loop[0] / recipe.rate),
            decayVolEnv: timecents(Math.min(40, (note.decay * 100) / 60)),
            sustainVolEnv: 1000,
            releaseVolEnv: timecents(roots[i]! >= UNDAMPED ? 1.2 : recipe.release),
          },
        })),
      );
    });
    return [
      id,
      { name: recipe.name, program: 0, touch: recipe.touch, voices, quality: recipe.quality, line },
    ];
  });
  return new Map(presets);
}
