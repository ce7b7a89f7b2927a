/** The chords of an occurrence as its parts hear them; those that stayed are the very same spans. */
import type { LeadIn } from '../song/choices';
import type { ChordEvent, Part } from '../song/schema';
import { carriesBass, soundsChords, type KindFacts } from '../style/kind';
import type { Style } from '../style/schema';
import type { Chord } from '../theory/chord';
import { parseChord } from '../theory/chordGrammar';
import { withExtensions, type ExtensionStyle } from '../theory/extensions';
import { keyOf, keyText, type Key } from '../theory/key';
import type { ScaleName } from '../theory/scale';
import type { Bar } from '../time/bars';
import { gapBefore, type Occurrence } from './occurrences';
import { settingsAt, type SettingsSpan } from './settings';
import type { PartVoice } from './unisonParts';
import type { BarIndex, Ticks } from '../units/units';

/**
 * A chord as a part hears it: ticks from the region's start. It sounds from `start − anticipation`
 * until the next span sounds. A null chord is none.
 */
export interface ChordSpan {
  readonly id: string;
  readonly start: Ticks;
  readonly end: Ticks;
  readonly anticipation: Ticks;
  readonly symbol: string | null;
  readonly chord: Chord | null;
  readonly key: Key;
  readonly scale: ScaleName | null;
  readonly voicing: readonly number[] | null;
  /** How the bass leads into it; null where its pattern says. */
  readonly leadIn: LeadIn | null;
  /** True where a bass part plays under it, so that voicings may leave the root and the bass to it. */
  readonly bassPlays: boolean;
  /** A guitar's shape set by hand. */
  readonly frets: readonly (number | null)[] | null;
  /** False where the chord before is only written again: nobody takes up anything new. */
  readonly isChange: boolean;
  /** In which bar of the section (0-based) the chord came in that is only written again here. */
  readonly sinceBar: BarIndex;
}

const chordOf = (symbol: string | null): Chord | null => (symbol === null ? null : parseChord(symbol));

type Around = Pick<ChordSpan, 'end' | 'anticipation' | 'key' | 'bassPlays' | 'isChange' | 'sinceBar'>;

/**
 * Spans as they were made last, over a bass and without: a chord that stays, among others that stay, is the very
 * same span.
 */
const spansKnown = {
  over: new WeakMap<ChordEvent, ChordSpan>(),
  without: new WeakMap<ChordEvent, ChordSpan>(),
};

function spanOf(chord: ChordEvent, around: Around): ChordSpan {
  const known = around.bassPlays ? spansKnown.over : spansKnown.without;
  const found = known.get(chord);
  const stays =
    found?.end === around.end &&
    found.anticipation === around.anticipation &&
    found.key === around.key &&
    found.isChange === around.isChange &&
    found.sinceBar === around.sinceBar;
  if (stays) return found;
  const { id, start, symbol, scale = null, voicing = null, leadIn = null } = chord;
  const span = { id, start, symbol, chord: chordOf(symbol), scale, voicing, leadIn, frets: null, ...around };
  known.set(chord, span);
  return span;
}

/**
 * Whether a chord is the one before it, only written again. One that is pushed, led into, voiced or played in a way of
 * its own is taken up anew.
 */
const isWrittenAgain = (before: ChordEvent | undefined, chord: ChordEvent): boolean =>
  before !== undefined &&
  before.symbol === chord.symbol &&
  before.scale === chord.scale &&
  before.start + before.length === chord.start &&
  !chord.anticipation &&
  chord.leadIn === undefined &&
  chord.voicing === undefined &&
  chord.byHand === undefined &&
  chord.settings === undefined &&
  before.voicing === undefined &&
  before.byHand === undefined &&
  before.settings === undefined;

/**
 * The chord spans of a pass; a chord's push leaves something of the chord before it.
 * @param bassAt whether a bass part plays at a tick of the pass.
 */
export function occurrenceSpans(
  occurrence: Occurrence,
  bassAt: (tick: Ticks) => boolean = () => false,
): ChordSpan[] {
  let bar = 0;
  let sinceBar = 0;
  return occurrence.chords.map((chord, i) => {
    while (bar + 1 < occurrence.bars.length && occurrence.bars[bar + 1]!.start <= chord.start) bar++;
    const before = occurrence.chords[i - 1];
    const room = before ? gapBefore(chord.start - before.start) : occurrence.lead;
    const isChange = !isWrittenAgain(before, chord);
    if (isChange) sinceBar = bar;
    return spanOf(chord, {
      end: Math.min(chord.start + chord.length, occurrence.length),
      anticipation: Math.min(chord.anticipation ?? 0, room),
      key: keyOf(occurrence.bars[bar]!.key),
      bassPlays: bassAt(chord.start),
      isChange,
      sinceBar,
    });
  });
}

/** Whether any player that carries the bass plays at a tick: one that rests leaves the bass to others. */
function bassIn(players: readonly (PartVoice | null)[]): (tick: Ticks) => boolean {
  const basses = players.filter((p) => p && carriesBass(p.kind));
  return (tick) => basses.some((p) => settingsAt(p!.settingsSpans, tick).on);
}

/** Spans as they were worked out last: a pass whose chords, bars and basses stayed keeps the very same ones. */
const known = new WeakMap<
  readonly ChordEvent[],
  { readonly beside: string; readonly bars: readonly Bar[]; readonly spans: readonly ChordSpan[] }[]
>();

/** When basses play through a pass, as a text. */
const bassText = (players: readonly (PartVoice | null)[]): string =>
  players
    .filter((p) => p && carriesBass(p.kind))
    .map((p) => p!.settingsSpans.map((s) => `${s.start} ${s.settings.on}`).join())
    .join(';');

/** The chords of a part in an occurrence, one after another without holes, ticks from its start. */
export function spansOf(
  occurrence: Occurrence,
  players: readonly (PartVoice | null)[],
): readonly ChordSpan[] {
  const beside = `${occurrence.lead} ${occurrence.length} ${bassText(players)}`;
  const all = known.get(occurrence.chords) ?? [];
  const found = all.find((one) => one.beside === beside && one.bars === occurrence.bars);
  if (found) return found.spans;
  const spans = occurrenceSpans(occurrence, bassIn(players));
  // A few ways of one section: its first playing, those behind others, with and without a bass.
  known.set(occurrence.chords, [...all.slice(-5), { beside, bars: occurrence.bars, spans }]);
  return spans;
}

/** The chords of a playing that a part follows: its own in place of the chart's. */
export const chordsFor = (occurrence: Occurrence, partId: string): readonly ChordEvent[] =>
  occurrence.partChords[partId] ?? occurrence.chords;

/** The chords of a playing as a part hears them. */
export const heardSpans = (
  occurrence: Occurrence,
  partId: string,
  chart: readonly ChordSpan[],
  players: readonly (PartVoice | null)[],
): readonly ChordSpan[] => {
  const chords = occurrence.partChords[partId];
  return chords ? spansOf({ ...occurrence, chords }, players) : chart;
};

/** Chords that a part takes earlier than the others do. */
export function takenEarly(
  spans: readonly ChordSpan[],
  stretches: readonly SettingsSpan[],
  lead: number,
): readonly ChordSpan[] {
  if (stretches.every((s) => s.settings.anticipation === 0)) return spans;
  return spans.map((span, i) => {
    const { anticipation } = settingsAt(stretches, span.start);
    const before = spans[i - 1];
    const room = before ? gapBefore(span.start - before.start) : lead;
    const early = Math.min(anticipation, room);
    if (early <= span.anticipation || span.symbol === null) return span;
    return variant(span, `early ${early}`, () => ({ ...span, anticipation: early }));
  });
}

/** Spans as they were made of others last, by what made them: one of each that is asked for. */
const variants = new WeakMap<ChordSpan, Map<unknown, ChordSpan>>();

function variant(span: ChordSpan, by: unknown, make: () => ChordSpan): ChordSpan {
  let of = variants.get(span);
  if (!of) variants.set(span, (of = new Map()));
  let found = of.get(by);
  if (!found) {
    // A few parts with a few settings; what a writer has tried before is made once more.
    if (of.size > 20) of.clear();
    of.set(by, (found = make()));
  }
  return found;
}

type HandVoicing = NonNullable<ChordEvent['byHand']>[string];

const handSpan = (span: ChordSpan, hand: HandVoicing): ChordSpan =>
  variant(span, hand, () =>
    'frets' in hand ? { ...span, voicing: null, frets: hand.frets } : { ...span, voicing: hand.pitches },
  );

const dressedSpan = (
  span: ChordSpan,
  symbol: string,
  richness: ExtensionStyle,
  home: Style['tonicExtension'],
): ChordSpan =>
  variant(span, `${richness} ${home}`, () => {
    const dressed = withExtensions(symbol, richness, keyText(span.key), home);
    return { ...span, symbol: dressed, chord: chordOf(dressed) };
  });

/** A pass's chords as one part has them: dressed as its settings say, or as the writer set them for it. */
export function ownSpans(
  kind: KindFacts,
  part: Part,
  style: Style,
  chords: readonly ChordEvent[],
  spans: readonly ChordSpan[],
  stretches: readonly SettingsSpan[],
): readonly ChordSpan[] {
  if (!soundsChords(kind)) return spans;
  const own = spans.map((span, i) => {
    const hand = chords[i]!.byHand?.[part.id];
    if (hand) return handSpan(span, hand);
    const { richness } = settingsAt(stretches, span.start);
    if (span.symbol === null || span.voicing || richness === 'as written') return span;
    return dressedSpan(span, span.symbol, richness, style.tonicExtension);
  });
  return own.every((span, i) => span === spans[i]) ? spans : own;
}
