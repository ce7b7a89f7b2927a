import { hash, noise } from '../../random/stream';
import type { ArpPattern } from './pattern';
import { barAt, barIndexAt, type Bar } from '../../time/bars';
import { beatPosition } from '../../time/beats';
import type { Region } from '../../timeline/region';
import type { Stretch } from '../../timeline/settings';
import { PPQ, quarters } from '../../time/ticks';
import { PACE } from '../../timeline/cells';
import { intoRange, velocityOf, whyOf, type Note } from '../note';
import { lastHit, lastLength, restarts, soundsFrom, soundsUntil } from '../placing';
import { telling } from '../telling';
import { regionVoicings } from '../voicings';

export const ARP_RANGE = [36, 96] as const;

/** Arpeggio: the voicing's tones one after another, in the pattern's order over its octaves. */
export function arpNotes(region: Region<ArpPattern>): Note[] {
  const voicings = regionVoicings(region);
  return region.stretches.flatMap((stretch) => {
    if (!stretch.settings.on) return [];
    const way = telling(region, stretch);
    return region.spans.flatMap((_, i) => spanNotes(region, stretch, i, voicings[i]!.pitches, way));
  });
}

/** The tones one cycle passes through. */
export function cycle(order: ArpPattern['order'], tones: readonly number[], octaves: number): number[] {
  const up = Array.from({ length: octaves }, (_, o) => tones.map((p) => p + 12 * o)).flat();
  switch (order) {
    case 'down':
      return [...up].reverse();
    case 'up-down':
      return [...up, ...up.slice(1, -1).reverse()];
    case 'converging':
      return up.map((_, i) => (i % 2 === 0 ? up[i / 2]! : up[up.length - (i + 1) / 2]!));
    default:
      return up;
  }
}

/** Density level of a step by its place in the beat: the beat first, then its halves, then the rest. */
function stepLevel(bar: Bar, tick: number): number {
  const place = beatPosition(bar, tick);
  const into = (parts: number): boolean => Math.abs(place * parts - Math.round(place * parts)) < 1e-6;
  if (into(0.5)) return 1;
  if (into(1)) return 2;
  const isDotted = barBeat(bar) > PPQ;
  if (into(isDotted ? 3 : 2)) return 3;
  return into(isDotted ? 6 : 4) || into(3) ? 4 : 5;
}

/** The first beat of a bar stands for all of them. Ticks. */
const barBeat = (bar: Bar): number => bar.groups[0]!.beats[0]!;

/** Ticks from step to step; triplets of a plain beat are the eighths of a dotted one. */
function stepTicks(pattern: ArpPattern, bar: Bar, feel: Stretch['settings']['feel']): number {
  const rate = quarters(pattern.rate / PACE[feel]);
  const beat = barBeat(bar);
  return beat > PPQ && beat % rate !== 0 && (beat / 1.5) % rate === 0 ? rate * 1.5 : rate;
}

/**
 * What a density adds that has no steps of its own: accented tones struck twice, then all, then the octaves of
 * both.
 */
const MORE = ['accents twice', 'all twice', 'accents doubled', 'all doubled'] as const;

/** How many densities up to one have no step of their own in a bar: each of them adds something of the above. */
function without(pattern: ArpPattern, bar: Bar, rate: number, density: number): number {
  const present = new Set<number>();
  for (let step = 0; step * rate < bar.length; step++) {
    if (!pattern.rests.includes(step)) present.add(stepLevel(bar, bar.start + step * rate));
  }
  return [2, 3, 4, 5].filter((level) => level <= density && !present.has(level)).length;
}

const TURN = { less: 1, more: 2, other: 3 } as const;

/** Tones that lie in the part's room, octaves down where a pattern reaches over it. */
const withinRoom = (tones: readonly number[], top: number): readonly number[] =>
  tones.map((pitch) => pitch - 12 * Math.max(0, Math.ceil((pitch - top) / 12)));

function spanNotes(
  region: Region,
  stretch: Stretch<ArpPattern>,
  index: number,
  voicing: readonly number[],
  way: ReturnType<typeof telling>,
): Note[] {
  const span = region.spans[index]!;
  if (span.chord === null) return [];
  const { chord } = span;
  const { pattern } = stretch;
  const orderedBy = (order: ArpPattern['order']) =>
    withinRoom(cycle(order, voicing, pattern.octaves), region.room[1]);
  const usual = orderedBy(pattern.order);
  const { turn = pattern.order } = pattern;
  const turning = turn === pattern.order ? usual : orderedBy(turn);
  const hit = lastHit(region);
  const from = Math.max(soundsFrom(span), stretch.start - (span.start <= stretch.start ? span.push : 0));
  const until = Math.min(soundsUntil(region, index), stretch.end, hit ?? Infinity);
  const seed = hash(`${region.home}/arp/${stretch.settings.variation}`);
  const notes: Note[] = [];
  const first = barAt(region.bars, span.start);
  const rate = stepTicks(pattern, first, stretch.settings.feel);
  const more = without(pattern, first, rate, stretch.settings.density);
  const adds = (what: (typeof MORE)[number]): boolean => MORE.indexOf(what) < more;
  const add = (tick: number, end: number, step: number, level: number, accent: number): void => {
    const turns = (region.terms.bars[barIndexAt(region.bars, tick)]?.turn ?? 'none') !== 'none';
    const tones = turns ? turning : usual;
    const at =
      (turns ? turn : pattern.order) === 'random'
        ? Math.floor(noise(seed, tick) * tones.length)
        : step % tones.length;
    const pitch = intoRange(tones[at]! + 12 * stretch.settings.octave, ARP_RANGE);
    if (level > stretch.settings.density) return;
    const velocity = velocityOf(stretch.settings, accent);
    const note = {
      start: tick,
      duration: end - tick,
      pitch,
      velocity,
      why: whyOf(chord, pitch),
      span: index,
    };
    const accented = accent > 1;
    const half = Math.round(rate / 2);
    const twice = tick + rate <= until && adds(accented ? 'accents twice' : 'all twice');
    const struck = Math.min(half, end - tick);
    notes.push(twice ? { ...note, duration: struck } : note);
    if (twice) notes.push({ ...note, start: tick + half, duration: struck });
    if (adds(accented ? 'accents doubled' : 'all doubled')) {
      const octave = pitch + 12 <= Math.min(region.room[1], ARP_RANGE[1]) ? pitch + 12 : pitch - 12;
      if (octave >= ARP_RANGE[0]) notes.push({ ...note, pitch: octave, why: whyOf(chord, octave) });
    }
  };
  const origin = restarts(stretch) ? span.start : 0;
  const firstStep = Math.ceil((Math.max(span.start, stretch.start) - origin) / rate);
  // A pushed chord's first tone sounds early, in place of the one on its beat.
  if (span.push > 0 && from < span.start && span.start >= stretch.start) {
    add(from, Math.min(span.start, until), firstStep, 1, 1);
  }
  // A rest swallows no tone: the next step goes on from the one before it.
  let sounded = firstStep;
  for (let step = firstStep; origin + step * rate < until; step++) {
    const tick = origin + step * rate;
    const bar = barAt(region.bars, tick);
    const inBar = Math.round((tick - bar.start) / rate);
    // The first tone of a chord always plays, whatever rests the pattern has.
    const onset = tick === span.start;
    if (pattern.rests.includes(inBar) && !onset) continue;
    const accent = step % pattern.accentEvery === 0 ? 1.12 : 0.92;
    const end = Math.min(tick + Math.round(rate * pattern.gate), until);
    // A bar that is told otherwise goes through the same tones from another on.
    const how = way(barIndexAt(region.bars, tick));
    const turned = onset || how === 'as written' ? sounded : sounded + TURN[how];
    sounded++;
    add(tick, end, turned, onset ? 1 : stepLevel(bar, tick), accent);
  }
  if (hit !== null && hit >= span.start && hit < span.end && hit >= stretch.start && hit < stretch.end) {
    add(hit, hit + lastLength(region, hit), 0, 1, 1);
  }
  return notes;
}
