import { lastMade } from '../memory/lastMade';
import type { LeadIn } from '../song/choices';
import type { ChordEvent, Part, Song } from '../song/schema';
import { carriesBass, soundsChords, type KindFacts, type KindSet } from '../style/kind';
import type { Pattern } from '../style/pattern';
import type { Style } from '../style/schema';
import type { Chord } from '../theory/chord';
import { parseChord } from '../theory/chordGrammar';
import { dress, type Dressing } from '../theory/dress';
import { keyOf, keyText, type Key } from '../theory/key';
import type { ScaleName } from '../theory/scale';
import type { Bar } from '../time/bars';
import { strikesWithKicks, unheard, type Agreed, type Agreement, type Room } from './agreement';
import { apart, type Player } from './doubles';
import { roomBefore, type Pass } from './passes';
import { settingsAt, type Stretch } from './settings';

/**
 * A chord as a part hears it: ticks from the region's start. It sounds from `start − push`
 * until the next span sounds. A null chord is none.
 */
export interface Span {
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
  readonly home: string;
  /** Where it ends, ticks from the start of its playing. */
  readonly length: number;
  readonly bars: readonly Bar[];
  /** Which bar of its section the first of them is, from 0. */
  readonly firstBar: number;
  readonly spans: readonly Span[];
  readonly stretches: readonly Stretch<P>[];
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
  readonly room: Room;
}

const chordOf = (symbol: string | null): Chord | null => (symbol === null ? null : parseChord(symbol));

type Around = Pick<Span, 'end' | 'push' | 'key' | 'bassPlays'>;

/**
 * Spans as they were made last, over a bass and without: a chord that stays, among others that stay, is the very
 * same span.
 */
const spansKnown = { over: new WeakMap<ChordEvent, Span>(), without: new WeakMap<ChordEvent, Span>() };

function spanOf(chord: ChordEvent, around: Around): Span {
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
export function passSpans(pass: Pass, bassAt: (tick: number) => boolean = () => false): Span[] {
  let bar = 0;
  return pass.chords.map((chord, i) => {
    while (bar + 1 < pass.bars.length && pass.bars[bar + 1]!.start <= chord.start) bar++;
    const before = pass.chords[i - 1];
    const room = before ? roomBefore(chord.start - before.start) : pass.lead;
    return spanOf(chord, {
      end: Math.min(chord.start + chord.length, pass.length),
      push: Math.min(chord.push ?? 0, room),
      key: keyOf(pass.bars[bar]!.key),
      bassPlays: bassAt(chord.start),
    });
  });
}

/** Whether any player that carries the bass plays at a tick: one that rests leaves the bass to others. */
function bassIn(players: readonly (Player | null)[]): (tick: number) => boolean {
  const basses = players.filter((p) => p && carriesBass(p.kind));
  return (tick) => basses.some((p) => settingsAt(p!.stretches, tick).on);
}

/** Spans as they were worked out last: a pass whose chords, bars and basses stayed keeps the very same ones. */
const known = new WeakMap<
  readonly ChordEvent[],
  { readonly beside: string; readonly bars: readonly Bar[]; readonly spans: readonly Span[] }[]
>();

/** When basses play through a pass, as a text. */
const bassText = (players: readonly (Player | null)[]): string =>
  players
    .filter((p) => p && carriesBass(p.kind))
    .map((p) => p!.stretches.map((s) => `${s.start} ${s.settings.on}`).join())
    .join(';');

function spansOf(pass: Pass, players: readonly (Player | null)[]): readonly Span[] {
  const beside = `${pass.lead} ${pass.length} ${bassText(players)}`;
  const all = known.get(pass.chords) ?? [];
  const found = all.find((one) => one.beside === beside && one.bars === pass.bars);
  if (found) return found.spans;
  const spans = passSpans(pass, bassIn(players));
  // A few ways of one section: its first playing, those behind others, with and without a bass.
  known.set(pass.chords, [...all.slice(-5), { beside, bars: pass.bars, spans }]);
  return spans;
}

/**
 * Every region of every part, part by part and pass by pass; null for a part of a kind that is not at hand.
 */
export function regionsOf(
  song: Song,
  kinds: KindSet,
  style: Style,
  agreed: Agreed,
): (readonly Region[] | null)[] {
  const { passes, players, agreements, withoutKicks, rooms } = agreed;
  const { parts, seed, ending, key } = song;
  // A playing in which nothing changed, before one whose chords stayed, is not looked at part by part.
  const byPass = passes.map((pass, i) => {
    const around = [passes[i + 1], players[i], players[i + 1], agreements[i], withoutKicks[i], rooms[i]];
    return sameRegions(pass, 'regions', [kinds, style, parts, seed, ending, key, i === 0, ...around], () =>
      parts.map((part, p) => {
        const kind = kinds.get(part.kind);
        return kind ? regionOf(song, kind, style, agreed, p, i) : null;
      }),
    );
  });
  return parts.map(({ kind }, p) => (kinds.has(kind) ? byPass.map((regions) => regions[p]!) : null));
}

/** The chords of a playing that a part follows: its own in place of the chart's. */
export const chordsFor = (pass: Pass, partId: string): readonly ChordEvent[] =>
  pass.partChords[partId] ?? pass.chords;

/** The chords of a playing as a part hears them. */
const heardSpans = (
  pass: Pass,
  partId: string,
  chart: readonly Span[],
  players: readonly (Player | null)[],
): readonly Span[] => {
  const chords = pass.partChords[partId];
  return chords ? spansOf({ ...pass, chords }, players) : chart;
};

/** Chords that a part takes earlier than the others do. */
function takenEarly(spans: readonly Span[], stretches: readonly Stretch[], lead: number): readonly Span[] {
  if (stretches.every((s) => s.settings.push === 0)) return spans;
  return spans.map((span, i) => {
    const { push } = settingsAt(stretches, span.start);
    const before = spans[i - 1];
    const room = before ? roomBefore(span.start - before.start) : lead;
    const early = Math.min(push, room);
    if (early <= span.push || span.symbol === null) return span;
    return variant(span, `early ${early}`, () => ({ ...span, push: early }));
  });
}

/** Spans as they were made of others last, by what made them: one of each that is asked for. */
const variants = new WeakMap<Span, Map<unknown, Span>>();

function variant(span: Span, by: unknown, make: () => Span): Span {
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

type ByHand = NonNullable<ChordEvent['byHand']>[string];

const handSpan = (span: Span, hand: ByHand): Span =>
  variant(span, hand, () =>
    'frets' in hand ? { ...span, voicing: null, frets: hand.frets } : { ...span, voicing: hand.pitches },
  );

const dressedSpan = (span: Span, symbol: string, richness: Dressing, home: Style['home']): Span =>
  variant(span, `${richness} ${home}`, () => {
    const dressed = dress(symbol, richness, keyText(span.key), home);
    return { ...span, symbol: dressed, chord: chordOf(dressed) };
  });

/** A pass's chords as one part has them: dressed as its settings say, or as the writer set them for it. */
function ownSpans(
  kind: KindFacts,
  part: Part,
  style: Style,
  chords: readonly ChordEvent[],
  spans: readonly Span[],
  stretches: readonly Stretch[],
): readonly Span[] {
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

/** What of a playing every part hears or is placed by; what is set for parts in it is not of it. */
interface Ground {
  readonly section: string;
  readonly name: string;
  readonly chords: readonly ChordEvent[];
  readonly start: number;
  readonly lead: number;
  readonly entersNew: boolean;
}

const sameGround = lastMade<Ground>();

/** The ground of a playing, the very same one as long as nothing of it is another. */
function groundOf({ section, chords, start, lead, entersNew, playing }: Pass): Ground {
  const { id, name } = section;
  return sameGround(chords, playing, [id, name, chords, start, lead, entersNew], () => ({
    section: id,
    name,
    chords,
    start,
    lead,
    entersNew,
  }));
}

const sameRegions = lastMade<readonly (Region | null)[]>();
const sameSpans = lastMade<readonly Span[]>();

/** A region in which nothing changed is the very same, and so is all that was made of it. */
const sameRegion = lastMade<Region>();

/** The chart's chords in a playing, over the basses that play in it. */
export const chartSpans = (
  { passes, players }: Pick<Agreed, 'passes' | 'players'>,
  i: number,
): readonly Span[] => sameSpans(passes[i]!, 'spans', [players[i]], () => spansOf(passes[i]!, players[i]!));

/** The chords of a playing as one of its parts hears them, before they are dressed for it. */
function heardBy({ id }: Part, agreed: Agreed, p: number, i: number): readonly Span[] {
  const pass = agreed.passes[i]!;
  const own = agreed.players[i]!;
  const chart = chartSpans(agreed, i);
  return takenEarly(heardSpans(pass, id, chart, own), apart(own, p), pass.lead);
}

function regionOf(
  song: Song,
  kind: KindFacts,
  style: Style,
  agreed: Agreed,
  p: number,
  index: number,
): Region {
  const { passes, players, agreements, withoutKicks, rooms } = agreed;
  const part = song.parts[p]!;
  const pass = passes[index]!;
  const following = passes[index + 1];
  const stretches = apart(players[index]!, p);
  const heard = heardBy(part, agreed, p, index);
  const own = ownSpans(kind, part, style, chordsFor(pass, part.id), heard, stretches);
  const firstNext = following && heardBy(part, agreed, p, index + 1)[0];
  const terms = (strikesWithKicks(kind) ? agreements : withoutKicks)[index]!;
  const room = rooms[index]![p]!;
  const isLast = following === undefined;
  const nextKey = keyOf(following?.bars[0]?.key ?? song.key);
  const entersNew = following?.entersNew ?? false;
  const inputs = [kind, own, stretches, terms, room, firstNext, isLast, nextKey, entersNew];
  const of = [groundOf(pass), ...inputs, song.seed, song.ending, index === 0];
  return sameRegion(part, pass.playing, of, () => {
    const home = [song.seed, part.id, pass.section.id].join('/');
    const exact = stretches.every((s) => s.settings.telling === 'exactly');
    const listens = stretches.every((s) => s.settings.listens);
    const onBar = firstNext?.start === 0 ? firstNext : null;
    return {
      kind,
      // Told exactly every playing is the section's own.
      seed: exact ? home : `${home}/${pass.playing}`,
      home,
      length: pass.length,
      bars: pass.bars,
      firstBar: 0,
      before: null,
      spans: own,
      stretches,
      first: index === 0,
      entersNew: pass.entersNew,
      again: !exact && !pass.entersNew,
      next: isLast
        ? null
        : {
            chord: onBar?.chord ?? null,
            key: nextKey,
            push: onBar?.push ?? 0,
            newSection: entersNew,
            leadIn: onBar?.leadIn ?? null,
          },
      ending: song.ending,
      hit: null,
      terms: listens ? terms : unheard(pass.bars.length),
      room: room ?? kind.range,
    };
  });
}
