/**
 * Figures of a line: ways from one tone that carries it to the next. Each is a row of pitches that leads into its
 * target, made from the chords and scales under it. Source: common practice, as jazz and blues methods teach them
 * (enclosures and approaches: Levine, The Jazz Theory Book; from memory).
 */
import { mod, pitchClass } from '../../theory/pitch';
import type { Harmony } from './harmony';
import type { Figure } from './habits';
import type { MidiNote } from '../../units/units';

/** Where a figure stands: between two tones, over the harmonies of its notes. */
export interface Gap {
  readonly from: MidiNote;
  readonly to: MidiNote;
  /** Of each of its notes, in order. */
  readonly harmonies: readonly Harmony[];
}

type Maker = (gap: Gap) => MidiNote[] | null;

const has = (classes: readonly number[], pitch: MidiNote): boolean => classes.includes(mod(pitch, 12));

/** The next pitch up or down that is one of some pitch classes. */
export function stepFrom(classes: readonly number[], pitch: MidiNote, way: 1 | -1): MidiNote {
  let at = pitch + way;
  for (let i = 0; i < 12 && !has(classes, at); i++) at += way;
  return at;
}

/** Steps to a tone one after another through classes that change with the chords, the farthest first. */
export function walkTo(to: MidiNote, sets: readonly (readonly number[])[], way: 1 | -1): MidiNote[] {
  let at = to;
  return sets
    .toReversed()
    .reduce<MidiNote[]>((row, classes) => [(at = stepFrom(classes, at, way)), ...row], []);
}

const scales = ({ harmonies }: Gap) => harmonies.map(({ scale }) => scale);
const tones = ({ harmonies }: Gap) => harmonies.map((h) => h.tones);

/** Steps of the major and of the minor pentatonic and of the blues scale, semitones from the root. */
const MAJOR_PENTATONIC = [0, 2, 4, 7, 9];
const MINOR_PENTATONIC = [0, 3, 5, 7, 10];
const BLUES = [0, 3, 5, 6, 7, 10];

const rootOf = ({ chord }: Harmony): number => pitchClass(chord.root);
const isMinor = (h: Harmony): boolean =>
  h.tones.includes(mod(rootOf(h) + 3, 12)) && !h.tones.includes(mod(rootOf(h) + 4, 12));
const onRoot = (h: Harmony, steps: readonly number[]): number[] =>
  steps.map((step) => mod(rootOf(h) + step, 12));
/** The pentatonic of a chord, as far as its scale has it. */
const pentatonicOf = (h: Harmony): number[] => {
  const own = onRoot(h, isMinor(h) ? MINOR_PENTATONIC : MAJOR_PENTATONIC).filter((pc) =>
    h.scale.includes(pc),
  );
  return own.length >= 4 ? own : [...h.scale];
};
const bluesOf = (h: Harmony): number[] => onRoot(h, BLUES);

/** The last notes of a figure are set; what comes before them goes to the first of them by step. */
function leadTo(gap: Gap, last: readonly MidiNote[]): MidiNote[] | null {
  const { harmonies, from } = gap;
  const before = harmonies.length - last.length;
  if (before < 0) return null;
  const way = from > last[0]! ? 1 : -1;
  return [...walkTo(last[0]!, scales(gap).slice(0, before), way), ...last];
}

/** Notes in pairs of a third down and a step on, or up. */
function thirds(gap: Gap, way: 1 | -1): MidiNote[] | null {
  const { to, harmonies } = gap;
  if (harmonies.length < 4) return null;
  const row: MidiNote[] = [];
  let at = to;
  for (let i = harmonies.length - 1; i >= 0; i--) {
    const { scale } = harmonies[i]!;
    const isPair = (harmonies.length - 1 - i) % 2 === 0;
    at = isPair ? stepFrom(scale, stepFrom(scale, at, way), way) : stepFrom(scale, at, way === 1 ? -1 : 1);
    row.unshift(at);
  }
  return row;
}

/** By name, each way in which a figure can be told; none where there is no room for it. */
export const FIGURE_MAKERS: Readonly<Record<Figure, readonly Maker[]>> = {
  approach: [(gap) => leadTo(gap, [gap.to - 1]), (gap) => leadTo(gap, [gap.to + 1])],
  enclosure: [
    (gap) => {
      const { to, harmonies } = gap;
      const last = harmonies[harmonies.length - 1]!;
      return leadTo(gap, [stepFrom(last.scale, to, 1), to - 1]);
    },
    (gap) => {
      const { to, harmonies } = gap;
      const last = harmonies[harmonies.length - 1]!;
      return leadTo(gap, [stepFrom(last.scale, to, -1), stepFrom(last.scale, to, 1)]);
    },
  ],
  'arpeggio up': [(gap) => walkTo(gap.to, tones(gap), -1)],
  'arpeggio down': [(gap) => walkTo(gap.to, tones(gap), 1)],
  'scale run': [(gap) => walkTo(gap.to, scales(gap), 1), (gap) => walkTo(gap.to, scales(gap), -1)],
  'pentatonic turn': [
    (gap) => walkTo(gap.to, gap.harmonies.map(pentatonicOf), 1),
    (gap) => walkTo(gap.to, gap.harmonies.map(pentatonicOf), -1),
    (gap) => {
      const { to, harmonies } = gap;
      if (harmonies.length < 3) return null;
      const classes = pentatonicOf(harmonies[harmonies.length - 1]!);
      const above = stepFrom(classes, to, 1);
      return leadTo(gap, [above, stepFrom(classes, above, 1), above]);
    },
  ],
  'blues run': [
    (gap) => walkTo(gap.to, gap.harmonies.map(bluesOf), 1),
    (gap) => walkTo(gap.to, gap.harmonies.map(bluesOf), -1),
  ],
  sequence: [(gap) => thirds(gap, 1), (gap) => thirds(gap, -1)],
  pedal: [
    ({ from, to, harmonies }) => {
      if (harmonies.length < 3) return null;
      const pedal = stepFrom(harmonies[0]!.tones, Math.min(from, to), -1);
      const line = walkTo(
        to,
        harmonies.map(({ scale }) => scale),
        from > to ? 1 : -1,
      );
      return harmonies.map((_, i) => ((harmonies.length - i) % 2 === 0 ? pedal : line[i]!));
    },
  ],
  neighbour: [
    ({ from, harmonies }) => {
      if (harmonies.length < 2) return null;
      const up = harmonies.length % 2 === 0;
      return harmonies.map(({ scale }, i) => (i % 2 === 0 ? stepFrom(scale, from, up ? 1 : -1) : from));
    },
    ({ to, harmonies }) =>
      harmonies.map(({ scale }, i) => ((harmonies.length - i) % 2 === 1 ? stepFrom(scale, to, -1) : to)),
  ],
};
