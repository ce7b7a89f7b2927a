import { hash, noise } from '../random/stream';
import type { ArpPattern } from '../style/schema';
import { patternOf, styleOf } from '../style';
import { parseChord } from '../theory/chordGrammar';
import { barAt } from '../timeline/bars';
import type { Region } from '../timeline/region';
import type { Stretch } from '../timeline/settings';
import { PPQ, beats } from '../timeline/time';
import { intoRange, velocityOf, whyOf, type Note } from './note';
import { lastHit, lastLength, restarts, soundsFrom, soundsUntil } from './placing';
import { regionVoicings } from './voicings';

/** Arpeggio: the voicing's tones one after another, in the pattern's order over its octaves. */
export function arpNotes(region: Region): Note[] {
  const voicings = regionVoicings(region);
  return region.stretches.flatMap((stretch) => {
    if (!stretch.settings.on) return [];
    const pattern = patternOf(styleOf(region.style), 'arp', stretch.settings.pattern);
    return region.spans.flatMap((_, i) => spanNotes(region, stretch, pattern, i, voicings[i]!.pitches));
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
function stepLevel(tick: number, barStart: number): number {
  const place = tick - barStart;
  if (place % (2 * PPQ) === 0) return 1;
  if (place % PPQ === 0) return 2;
  if (place % (PPQ / 2) === 0) return 3;
  return place % (PPQ / 4) === 0 || place % (PPQ / 3) === 0 ? 4 : 5;
}

function spanNotes(
  region: Region,
  stretch: Stretch,
  pattern: ArpPattern,
  index: number,
  voicing: readonly number[],
): Note[] {
  const span = region.spans[index]!;
  if (span.symbol === null) return [];
  const chord = parseChord(span.symbol);
  const tones = cycle(pattern.order, voicing, pattern.octaves);
  const hit = lastHit(region);
  const from = Math.max(soundsFrom(span), stretch.start - (span.start <= stretch.start ? span.push : 0));
  const until = Math.min(soundsUntil(region, index), stretch.end, hit ?? Infinity);
  const seed = hash(`${region.seed}/arp/${stretch.settings.variation}`);
  const notes: Note[] = [];
  const add = (tick: number, end: number, step: number, level: number, accent: number): void => {
    const at =
      pattern.order === 'random' ? Math.floor(noise(seed, tick) * tones.length) : step % tones.length;
    const pitch = intoRange(tones[at]! + 12 * stretch.settings.octave, 'arp');
    if (level > stretch.settings.density) return;
    const velocity = velocityOf(stretch.settings, accent);
    notes.push({ start: tick, duration: end - tick, pitch, velocity, why: whyOf(chord, pitch), span: index });
  };
  const rate = beats(pattern.rate);
  const origin = restarts(stretch, pattern) ? span.start : 0;
  const firstStep = Math.ceil((Math.max(span.start, stretch.start) - origin) / rate);
  // A pushed chord's first tone sounds early, in place of the one on its beat.
  if (span.push > 0 && from < span.start && span.start >= stretch.start) {
    add(from, Math.min(span.start, until), firstStep, 1, 1);
  }
  for (let step = firstStep; origin + step * rate < until; step++) {
    const tick = origin + step * rate;
    const bar = barAt(region.bars, tick);
    const inBar = Math.round((tick - bar.start) / rate);
    // The first tone of a chord always plays, whatever rests the pattern has.
    const onset = tick === span.start;
    if (pattern.rests.includes(inBar) && !onset) continue;
    const accent = step % pattern.accentEvery === 0 ? 1.12 : 0.92;
    const end = Math.min(tick + Math.round(rate * pattern.gate), until);
    add(tick, end, step, onset ? 1 : stepLevel(tick, bar.start), accent);
  }
  if (hit !== null && hit >= span.start && hit < span.end && hit >= stretch.start && hit < stretch.end) {
    add(hit, hit + lastLength(region, hit), 0, 1, 1);
  }
  return notes;
}
