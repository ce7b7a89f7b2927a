/** How a part is mixed otherwise for a while: beside its musical settings, so that no note hangs on it. */
import { derived } from '../memo/derived';
import { MIX_OFFSETS, type MixOffsetName } from '../song/choices';
import type { Part, Settings } from '../song/schema';
import type { KindFacts, KindSet } from '../style/kind';
import type { Style } from '../style/schema';
import type { Occurrence } from './occurrences';
import type { Ticks } from '../units/units';

/** `gainOffset` and `shelfOffset` in dB, `panOffset` and `sendOffset` of 127: how otherwise than its strip is set. */
export type MixOffsets = Readonly<Record<MixOffsetName, number>>;

export const NO_OFFSETS: MixOffsets = { gainOffset: 0, panOffset: 0, sendOffset: 0, shelfOffset: 0 };

/** From a tick of a playing on. */
export interface MixSpan {
  readonly start: Ticks;
  readonly offsets: MixOffsets;
}

type Layers = readonly (Settings | undefined)[];

/** What layers of settings say of the mix, the last one strongest. */
function offsetsOf(layers: Layers): MixOffsets {
  const offsets: Record<MixOffsetName, number> = { ...NO_OFFSETS };
  for (const moves of MIX_OFFSETS) {
    offsets[moves] = layers.findLast((layer) => layer?.[moves] !== undefined)?.[moves] ?? NO_OFFSETS[moves];
  }
  return offsets;
}

const saysOfMix = (settings: Settings): boolean => MIX_OFFSETS.some((moves) => settings[moves] !== undefined);

interface MixInputs {
  readonly kind: KindFacts;
  readonly style: Style;
  readonly part: Part;
  readonly occurrence: Occurrence;
}

const spansOf = derived(
  ({ kind, style, part, occurrence }: MixInputs): readonly MixSpan[] => {
    const { length } = occurrence;
    const cues = occurrence.cues
      .filter((cue) => cue.parts.includes(part.id) && saysOfMix(cue.settings))
      .sort((a, b) => a.at - b.at);
    const turns = [0, ...cues.flatMap((cue) => [cue.at, cue.until ?? length])];
    const starts = [...new Set(turns)].filter((tick) => tick < length).sort((a, b) => a - b);
    const [section, own] = [occurrence.section.settings[part.id], occurrence.settings[part.id]];
    const layers = [kind.defaults, style.parts[kind.id]?.settings, part.settings, section, own];
    return starts.map((start) => {
      const held = cues.filter((cue) => cue.at <= start && (cue.until ?? Infinity) > start);
      return { start, offsets: offsetsOf([...layers, ...held.map((cue) => cue.settings)]) };
    });
  },
  // What is set for one part in one section.
  { occurrence: 3 },
);

interface BandMixInputs {
  readonly kinds: KindSet;
  readonly style: Style;
  readonly parts: readonly Part[];
  readonly occurrence: Occurrence;
}

const NONE: readonly MixSpan[] = [];

const spansIn = derived(
  ({ kinds, style, parts, occurrence }: BandMixInputs): readonly (readonly MixSpan[])[] =>
    parts.map((part) => {
      const kind = kinds.get(part.kind);
      return kind ? spansOf(part, occurrence.occurrenceKey, { kind, style, part, occurrence }) : NONE;
    }),
);

/**
 * By part the mix through a playing, cut where a cue moves it; ticks from the playing's start, the first at 0. None for
 * a part of a kind that is not at hand.
 */
export const mixSpans = (
  kinds: KindSet,
  style: Style,
  parts: readonly Part[],
  occurrence: Occurrence,
): readonly (readonly MixSpan[])[] => spansIn(occurrence, 'mix', { kinds, style, parts, occurrence });
