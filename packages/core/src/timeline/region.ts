import { derived } from '../memo/derived';
import type { LeadIn } from '../song/choices';
import type { ChordEvent, Part, Song } from '../song/schema';
import { carriesBass, soundsChords, type KindFacts, type KindSet } from '../style/kind';
import type { Pattern } from '../style/pattern';
import type { Style } from '../style/schema';
import type { Chord } from '../theory/chord';
import { parseChord } from '../theory/chordGrammar';
import { withExtensions, type ExtensionStyle } from '../theory/extensions';
import { keyOf, keyText, type Key } from '../theory/key';
import type { ScaleName } from '../theory/scale';
import type { Bar } from '../time/bars';
import { strikesWithKicks, unheard, type Agreed, type Agreement, type RegisterRange } from './agreement';
import { apart, type PartVoice } from './unisonParts';
import { gapBefore, type Occurrence } from './occurrences';
import { settingsAt, type SettingsSpan } from './settings';

/**
 * A chord as a part hears it: ticks from the region's start. It sounds from `start − push`
 * until the next span sounds. A null chord is none.
 */
export interface ChordSpan {
  readonly id: string;
  readonly start: number;
  readonly end: number;
  readonly push: number;
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
}

/** All a region may know of what follows it. */
export interface Next {
  readonly chord: Chord | null;
  /** Null where it is not heard. */
  readonly key: Key | null;
  readonly push: number;
  readonly newSection: boolean;
  readonly leadIn: LeadIn | null;
}

/** A chord as it was voiced: pitches ascending, and on a neck its frets from the lowest string. */
export interface VoicedChord {
  readonly chord: Chord;
  readonly pitches: readonly number[];
  readonly frets: readonly (number | null)[] | null;
}

/**
 * One part in one pass of one section, as plain data: the same region gives the same
 * notes. It is the unit of work, of caching and of locality.
 */
export interface Region<P extends Pattern = Pattern> {
  readonly kind: KindFacts;
  readonly seed: string;
  /** The seed of the section, whichever of its playings this is. */
  readonly sectionSeed: string;
  /** Where it ends, ticks from the start of its playing. */
  readonly length: number;
  readonly bars: readonly Bar[];
  /** Which bar of its section the first of them is, from 0. */
  readonly firstBar: number;
  readonly spans: readonly ChordSpan[];
  readonly settingsSpans: readonly SettingsSpan<P>[];
  readonly first: boolean;
  readonly entersNew: boolean;
  /** True where the same section was just played, and is told differently. */
  readonly again: boolean;
  readonly next: Next | null;
  /** The last chord as it was voiced before it in the same playing; null where voices begin anew. */
  readonly before: VoicedChord | null;
  readonly ending: Song['ending'];
  /** Where all of it is one stroke, as at a stop: the tick of the stroke. Null where it is played through. */
  readonly hit: number | null;
  /** What the players agree on, as far as it concerns these bars. */
  readonly terms: Agreement;
  readonly registerRange: RegisterRange;
}

const chordOf = (symbol: string | null): Chord | null => (symbol === null ? null : parseChord(symbol));

type Around = Pick<ChordSpan, 'end' | 'push' | 'key' | 'bassPlays'>;

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
  if (found && found.end === around.end && found.push === around.push && found.key === around.key) {
    return found;
  }
  const { id, start, symbol, scale = null, voicing = null, leadIn = null } = chord;
  const span = { id, start, symbol, chord: chordOf(symbol), scale, voicing, leadIn, frets: null, ...around };
  known.set(chord, span);
  return span;
}

/**
 * The chord spans of a pass; a chord's push leaves something of the chord before it.
 * @param bassAt whether a bass part plays at a tick of the pass.
 */
export function occurrenceSpans(
  occurrence: Occurrence,
  bassAt: (tick: number) => boolean = () => false,
): ChordSpan[] {
  let bar = 0;
  return occurrence.chords.map((chord, i) => {
    while (bar + 1 < occurrence.bars.length && occurrence.bars[bar + 1]!.start <= chord.start) bar++;
    const before = occurrence.chords[i - 1];
    const room = before ? gapBefore(chord.start - before.start) : occurrence.lead;
    return spanOf(chord, {
      end: Math.min(chord.start + chord.length, occurrence.length),
      push: Math.min(chord.push ?? 0, room),
      key: keyOf(occurrence.bars[bar]!.key),
      bassPlays: bassAt(chord.start),
    });
  });
}

/** Whether any player that carries the bass plays at a tick: one that rests leaves the bass to others. */
function bassIn(players: readonly (PartVoice | null)[]): (tick: number) => boolean {
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

function spansOf(occurrence: Occurrence, players: readonly (PartVoice | null)[]): readonly ChordSpan[] {
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
const heardSpans = (
  occurrence: Occurrence,
  partId: string,
  chart: readonly ChordSpan[],
  players: readonly (PartVoice | null)[],
): readonly ChordSpan[] => {
  const chords = occurrence.partChords[partId];
  return chords ? spansOf({ ...occurrence, chords }, players) : chart;
};

/** Chords that a part takes earlier than the others do. */
function takenEarly(
  spans: readonly ChordSpan[],
  stretches: readonly SettingsSpan[],
  lead: number,
): readonly ChordSpan[] {
  if (stretches.every((s) => s.settings.push === 0)) return spans;
  return spans.map((span, i) => {
    const { push } = settingsAt(stretches, span.start);
    const before = spans[i - 1];
    const room = before ? gapBefore(span.start - before.start) : lead;
    const early = Math.min(push, room);
    if (early <= span.push || span.symbol === null) return span;
    return variant(span, `early ${early}`, () => ({ ...span, push: early }));
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
  home: Style['home'],
): ChordSpan =>
  variant(span, `${richness} ${home}`, () => {
    const dressed = withExtensions(symbol, richness, keyText(span.key), home);
    return { ...span, symbol: dressed, chord: chordOf(dressed) };
  });

/** A pass's chords as one part has them: dressed as its settings say, or as the writer set them for it. */
function ownSpans(
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
    return dressedSpan(span, span.symbol, richness, style.home);
  });
  return own.every((span, i) => span === spans[i]) ? spans : own;
}

const spansIn = derived(({ occurrence, players }: Occasion): readonly ChordSpan[] =>
  spansOf(occurrence, players),
);

/** The chart's chords in a playing, over the basses that play in it. */
export const chartSpans = ({ occurrence, players }: Occasion): readonly ChordSpan[] =>
  spansIn(occurrence, 'spans', { occurrence, players });

/** The chords of a playing as one of its parts hears them, before they are dressed for it. */
function heardBy({ id }: Part, occasion: Occasion, p: number): readonly ChordSpan[] {
  const { occurrence, players } = occasion;
  return takenEarly(
    heardSpans(occurrence, id, chartSpans(occasion), players),
    apart(players, p),
    occurrence.lead,
  );
}

interface RegionInputs {
  readonly kind: KindFacts;
  readonly part: string;
  readonly occurrence: Occurrence;
  readonly own: readonly ChordSpan[];
  readonly settingsSpans: readonly SettingsSpan[];
  readonly terms: Agreement;
  readonly registerRange: RegisterRange | null;
  readonly firstNext: ChordSpan | null | undefined;
  readonly isLast: boolean;
  readonly nextKey: Key;
  readonly nextEntersNew: boolean;
  readonly seed: number;
  readonly ending: Song['ending'];
  readonly isFirst: boolean;
}

/** A region in which nothing changed is the very same, and so is all that was made of it. */
const regionOf = derived(
  ({
    kind,
    part,
    occurrence,
    own,
    settingsSpans,
    registerRange,
    firstNext,
    seed,
    ...asked
  }: RegionInputs): Region => {
    const home = [seed, part, occurrence.section.id].join('/');
    const exact = settingsSpans.every((s) => s.settings.telling === 'exactly');
    const listens = settingsSpans.every((s) => s.settings.listens);
    const onBar = firstNext?.start === 0 ? firstNext : null;
    return {
      kind,
      // Told exactly every playing is the section's own.
      seed: exact ? home : `${home}/${occurrence.occurrenceKey}`,
      sectionSeed: home,
      length: occurrence.length,
      bars: occurrence.bars,
      firstBar: 0,
      before: null,
      spans: own,
      settingsSpans,
      first: asked.isFirst,
      entersNew: occurrence.entersNew,
      again: !exact && !occurrence.entersNew,
      next: asked.isLast
        ? null
        : {
            chord: onBar?.chord ?? null,
            key: asked.nextKey,
            push: onBar?.push ?? 0,
            newSection: asked.nextEntersNew,
            leadIn: onBar?.leadIn ?? null,
          },
      ending: asked.ending,
      hit: null,
      terms: listens ? asked.terms : unheard(occurrence.bars.length),
      registerRange: registerRange ?? kind.range,
    };
  },
  { occurrence: 2 },
);

/** A playing with who plays in it, and what they agree on. */
interface Occasion {
  readonly occurrence: Occurrence;
  readonly players: readonly (PartVoice | null)[];
}

interface RegionsInputs extends Occasion {
  readonly song: Song;
  readonly kinds: KindSet;
  readonly style: Style;
  readonly agreement: Agreement;
  readonly withoutKicks: Agreement;
  readonly registerRanges: readonly (RegisterRange | null)[];
  readonly isFirst: boolean;
  readonly following: Occasion | null;
}

/** A playing in which nothing changed, before one whose chords stayed, is not looked at part by part. */
const regionsIn = derived(
  (asked: RegionsInputs): readonly (Region | null)[] => {
    const {
      song,
      kinds,
      style,
      occurrence,
      players,
      agreement,
      withoutKicks,
      registerRanges,
      isFirst,
      following,
    } = asked;
    const here = { occurrence, players };
    return song.parts.map((part, p) => {
      const kind = kinds.get(part.kind);
      if (!kind) return null;
      const stretches = apart(players, p);
      const heard = heardBy(part, here, p);
      const next = following && { occurrence: following.occurrence, players: following.players };
      return regionOf(part, occurrence.occurrenceKey, {
        kind,
        part: part.id,
        occurrence,
        own: ownSpans(kind, part, style, chordsFor(occurrence, part.id), heard, stretches),
        settingsSpans: stretches,
        terms: strikesWithKicks(kind) ? agreement : withoutKicks,
        registerRange: registerRanges[p]!,
        firstNext: next && heardBy(part, next, p)[0],
        isLast: next === null,
        nextKey: keyOf(next?.occurrence.bars[0]?.key ?? song.key),
        nextEntersNew: next?.occurrence.entersNew ?? false,
        seed: song.seed,
        ending: song.ending,
        isFirst,
      });
    });
  },
  { song: 1, following: 1 },
);

/**
 * Every region of every part, part by part and pass by pass; null for a part of a kind that is not at hand.
 */
export function regionsOf(
  song: Song,
  kinds: KindSet,
  style: Style,
  agreed: Agreed,
): (readonly Region[] | null)[] {
  const { occurrences, players, agreements, withoutKicks, rooms } = agreed;
  const byPass = occurrences.map((occurrence, i) =>
    regionsIn(occurrence, 'regions', {
      song,
      kinds,
      style,
      occurrence,
      players: players[i]!,
      agreement: agreements[i]!,
      withoutKicks: withoutKicks[i]!,
      registerRanges: rooms[i]!,
      isFirst: i === 0,
      following: occurrences[i + 1] ? { occurrence: occurrences[i + 1]!, players: players[i + 1]! } : null,
    }),
  );
  return song.parts.map(({ kind }, p) => (kinds.has(kind) ? byPass.map((regions) => regions[p]!) : null));
}
