/**
 * What a player does beside striking notes: slides, the pedal, the swell of bow and breath, the palm on the strings.
 * Each belongs to a part as a whole, as a controller of a MIDI channel does.
 */
import type { Region, Span } from '../timeline/region';
import type { Swell } from '../song/choices';
import { settingsAt } from '../timeline/settings';
import { PPQ } from '../time/ticks';
import type { GroovedNote } from './groove';

/**
 * `bend` in hundredths of a semitone, −200 to 200; `trim` in dB over or under the part's level, −12 to 6; the others 0 to
 * 127 as controllers of General MIDI are.
 */
export type Moved = 'bend' | 'expression' | 'pedal' | 'brightness' | 'trim';

export interface Gesture {
  /** Ticks from the region's start. */
  readonly start: number;
  readonly moves: Moved;
  readonly value: number;
}

/** Where each stands when nobody moves it. */
export const AT_REST: Readonly<Record<Moved, number>> = {
  bend: 0,
  expression: 127,
  pedal: 0,
  brightness: 64,
  trim: 0,
};

/** A slide begins a whole step off (as far as a bend reaches in General MIDI) and takes a sixteenth at most. */
const SLIDE_FROM = 200;
const SLIDE_LASTS = PPQ / 4;
const SLIDE_STEPS = 6;

function slidesInto({ start, duration, touch }: GroovedNote): Gesture[] {
  if (touch !== 'slide up' && touch !== 'slide down') return [];
  const from = touch === 'slide up' ? -SLIDE_FROM : SLIDE_FROM;
  const lasts = Math.min(SLIDE_LASTS, Math.floor(duration / 2));
  if (lasts < SLIDE_STEPS) return [];
  return Array.from({ length: SLIDE_STEPS + 1 }, (_, step) => ({
    start: start + Math.round((lasts * step) / SLIDE_STEPS),
    moves: 'bend' as const,
    // `|| 0`: no gesture is minus nothing.
    value: Math.round(from * (1 - step / SLIDE_STEPS)) || 0,
  }));
}

/** Ticks for which a chord is left to sound dry before the foot goes down: it goes down after the stroke. */
const PEDAL_AFTER = PPQ / 8;

function pedals(span: Span, from: number, until: number): Gesture[] {
  if (span.symbol === null || until - from <= 2 * PEDAL_AFTER) return [];
  return [
    { start: from + PEDAL_AFTER, moves: 'pedal', value: 127 },
    { start: until, moves: 'pedal', value: 0 },
  ];
}

/** Expression at the start, at the height and at the end of a held chord. */
const SWELLS: Readonly<Record<Swell, readonly [number, number, number] | null>> = {
  none: null,
  gentle: [92, 118, 98],
  full: [58, 127, 74],
};
/** What is shorter has no room to swell, ticks. */
const LEAST_SWELLED = 2 * PPQ;
const SWELL_STEP = PPQ / 4;
/** How far through a chord it is at its height. */
const HEIGHT = 0.62;

function swells(swell: Swell, from: number, until: number): Gesture[] {
  const heights = SWELLS[swell];
  if (!heights || until - from < LEAST_SWELLED) return [];
  const [start, height, end] = heights;
  const turn = from + (until - from) * HEIGHT;
  const gestures: Gesture[] = [];
  for (let tick = from; tick < until; tick += SWELL_STEP) {
    const value =
      tick <= turn
        ? start + ((height - start) * (tick - from)) / (turn - from)
        : height + ((end - height) * (tick - turn)) / (until - turn);
    gestures.push({ start: Math.round(tick), moves: 'expression', value: Math.round(value) });
  }
  return gestures;
}

/** With the palm on the strings they sound darker. */
const DARK = 30;

/**
 * All gestures of a region, in order of time. What a stretch does not move stands at rest from its start on.
 * @param notes as they sound: in their groove.
 */
export function gesturesOf(region: Region, notes: readonly GroovedNote[]): Gesture[] {
  const gestures: Gesture[] = [];
  const { spans, stretches } = region;
  for (const { start: from, settings } of stretches) {
    // A chord on which it begins may be felt early, and what is done for it with it.
    const start = from - (spans.find((span) => span.start === from)?.push ?? 0);
    gestures.push({ start, moves: 'expression', value: AT_REST.expression });
    gestures.push({ start, moves: 'brightness', value: settings.palm ? DARK : AT_REST.brightness });
    gestures.push({ start, moves: 'pedal', value: AT_REST.pedal });
    gestures.push({ start, moves: 'trim', value: settings.trim });
  }
  spans.forEach((span, i) => {
    const from = Math.max(0, span.start - span.push);
    const next = spans[i + 1];
    const until = Math.min(
      next ? next.start - next.push : span.end,
      region.length - (region.next?.push ?? 0),
    );
    const settings = settingsAt(stretches, span.start);
    if (!settings.on) return;
    if (settings.pedal) gestures.push(...pedals(span, from, until));
    if (span.symbol !== null) gestures.push(...swells(settings.swell, from, until));
  });
  for (const note of notes) if (note.touch) gestures.push(...slidesInto(note));
  return gestures.sort((a, b) => a.start - b.start);
}
