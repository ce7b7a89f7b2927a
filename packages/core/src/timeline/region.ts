import type { Kind } from '../song/kinds';
import type { Part, Song } from '../song/schema';
import type { Style } from '../style/schema';
import { dress } from '../theory/dress';
import type { Bar } from './bars';
import type { Pass } from './passes';
import { settingsAt, stretchesOf, type Stretch } from './settings';

/**
 * A chord as a part hears it: ticks from the region's start. It sounds from `start − push`
 * until the next span sounds. A null symbol is no chord.
 */
export interface Span {
  readonly id: string;
  readonly start: number;
  readonly end: number;
  readonly push: number;
  readonly symbol: string | null;
  readonly key: string;
  readonly scale: string | null;
  readonly voicing: readonly number[] | null;
  /** True where a bass part plays under it, so that voicings may leave the root and the bass to it. */
  readonly bassPlays: boolean;
  /** A guitar's shape set by hand. */
  readonly frets: readonly (number | null)[] | null;
}

/** All a region may know of what follows it. */
export interface Next {
  readonly symbol: string | null;
  readonly key: string;
  readonly push: number;
  readonly newSection: boolean;
}

/**
 * One part in one pass of one section, as plain data: the same region gives the same
 * notes. It is the unit of work, of caching and of locality.
 */
export interface Region {
  readonly kind: Kind;
  readonly style: string;
  readonly seed: string;
  readonly length: number;
  readonly bars: readonly Bar[];
  readonly spans: readonly Span[];
  readonly stretches: readonly Stretch[];
  readonly first: boolean;
  readonly entersNew: boolean;
  readonly next: Next | null;
  readonly ending: Song['ending'];
}

/**
 * The chord spans of a pass; a chord's push may not reach back past the chord before it.
 * @param bassAt whether a bass part plays at a tick of the pass.
 */
export function passSpans(
  pass: Pass,
  isFirst: boolean,
  bassAt: (tick: number) => boolean = () => false,
): Span[] {
  let bar = 0;
  return pass.chords.map((chord, i) => {
    while (bar + 1 < pass.bars.length && pass.bars[bar + 1]!.start <= chord.start) bar++;
    const before = pass.chords[i - 1];
    const room = before ? Math.max(0, chord.start - before.start - 1) : isFirst ? 0 : Infinity;
    return {
      id: chord.id,
      start: chord.start,
      end: Math.min(chord.start + chord.length, pass.length),
      push: Math.min(chord.push ?? 0, room),
      symbol: chord.symbol,
      key: pass.bars[bar]!.key,
      scale: chord.scale ?? null,
      voicing: chord.voicing ?? null,
      bassPlays: bassAt(chord.start),
      frets: null,
    };
  });
}

/** Whether any bass part of the song plays at a tick of a pass: one that rests leaves the bass to others. */
function bassIn(song: Song, style: Style, pass: Pass): (tick: number) => boolean {
  const basses = song.parts
    .filter((p) => p.kind === 'bass')
    .map((part) => stretchesOf(style, song, part, pass));
  return (tick) => basses.some((stretches) => settingsAt(stretches, tick).on);
}

/** Every region of every part, part by part and pass by pass. */
export function regionsOf(song: Song, style: Style, passes: readonly Pass[]): Region[][] {
  const spans = passes.map((pass, i) => passSpans(pass, i === 0, bassIn(song, style, pass)));
  return song.parts.map((part) => passes.map((_, i) => regionOf(song, style, part, passes, spans, i)));
}

/** Kinds of part whose chords can be dressed and set by hand. */
export const VOICED: readonly Kind[] = ['keys', 'guitar', 'arp', 'strings'];

/** A pass's chords as one part has them: dressed as its settings say, or as the writer set them for it. */
function ownSpans(
  part: Part,
  style: Style,
  pass: Pass,
  spans: readonly Span[],
  stretches: readonly Stretch[],
): readonly Span[] {
  if (!VOICED.includes(part.kind)) return spans;
  return spans.map((span, i) => {
    const hand = pass.chords[i]!.byHand?.[part.id];
    if (hand) {
      return 'frets' in hand
        ? { ...span, voicing: null, frets: hand.frets }
        : { ...span, voicing: hand.pitches };
    }
    const { richness } = settingsAt(stretches, span.start);
    if (span.symbol === null || span.voicing || richness === 'as written') return span;
    return { ...span, symbol: dress(span.symbol, richness, span.key, style.home) };
  });
}

function regionOf(
  song: Song,
  style: Style,
  part: Part,
  passes: readonly Pass[],
  spans: readonly (readonly Span[])[],
  index: number,
): Region {
  const pass = passes[index]!;
  const following = passes[index + 1];
  const firstNext = spans[index + 1]?.[0];
  const stretches = stretchesOf(style, song, part, pass);
  return {
    kind: part.kind,
    style: style.id,
    seed: [song.seed, part.id, pass.section.id, pass.entry, pass.repeat].join('/'),
    length: pass.length,
    bars: pass.bars,
    spans: ownSpans(part, style, pass, spans[index]!, stretches),
    stretches,
    first: index === 0,
    entersNew: pass.entersNew,
    next: following
      ? {
          symbol: firstNext && firstNext.start === 0 ? firstNext.symbol : null,
          key: following.bars[0]?.key ?? song.key,
          push: firstNext && firstNext.start === 0 ? firstNext.push : 0,
          newSection: following.entersNew,
        }
      : null,
    ending: song.ending,
  };
}
