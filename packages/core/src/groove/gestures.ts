/**
 * What a player does beside striking notes: slides, the pedal, the swell of bow and breath, the palm on the strings.
 * Each belongs to a part as a whole, as a controller of a MIDI channel does.
 */
import type { ChordSpan } from '../timeline/chordSpans';
import type { Region } from '../timeline/region';
import type { MixOffsetName, Swell } from '../song/choices';
import { settingsAt, type Resolved } from '../timeline/settings';
import { PPQ } from '../time/ticks';
import type { GroovedNote } from './groove';
import type { Ticks } from '../units/units';

/**
 * `bend` in hundredths of a semitone, −200 to 200; the others 0 to 127 as controllers of General MIDI are; and what
 * moves the part in the mix.
 */
export type Moved = 'bend' | 'expression' | 'pedal' | 'brightness' | MixOffsetName;

/** A controller that moves beside the notes: what it moves, to which value, at which tick. */
export interface Gesture {
  /** Ticks from the region's start. */
  readonly start: Ticks;
  readonly moves: Moved;
  readonly value: number;
}

/** Where each stands when nobody moves it. */
export const AT_REST: Readonly<Record<Moved, number>> = {
  bend: 0,
  expression: 127,
  pedal: 0,
  brightness: 64,
  gainOffset: 0,
  panOffset: 0,
  sendOffset: 0,
  shelfOffset: 0,
};

/** A slide begins a whole step off (as far as a bend reaches in General MIDI) and takes a sixteenth at most. */
const SLIDE_FROM = 200;
const SLIDE_LASTS = PPQ / 4;
const SLIDE_STEPS = 6;

/** Share of a beat for which a bent string stands a step under its note, and until it is there. */
const BEND_WAITS = PPQ / 8;
const BEND_LASTS = PPQ / 3;

/** A string bent up: it stands at the tone before, and is drawn up to its own. */
function bendsInto({ start, duration, touch }: GroovedNote): Gesture[] {
  if (touch !== 'bend') return [];
  const wait = Math.min(BEND_WAITS, Math.floor(duration / 6));
  const lasts = Math.min(BEND_LASTS, Math.floor(duration / 3));
  const rise = Array.from({ length: SLIDE_STEPS }, (_, step) => ({
    start: start + wait + Math.round((lasts * (step + 1)) / SLIDE_STEPS),
    moves: 'bend' as const,
    // Slow, then quick, then slow, as a finger draws it.
    value: Math.round((-SLIDE_FROM * (1 + Math.cos((Math.PI * (step + 1)) / SLIDE_STEPS))) / 2) || 0,
  }));
  return [{ start, moves: 'bend', value: -SLIDE_FROM }, ...rise];
}

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

/** A grace stands a whole step under its note, for so many ticks; of a short note it takes a quarter. */
const GRACE_LASTS = PPQ / 10;

function gracedBy({ start, duration, touch }: GroovedNote): Gesture[] {
  if (touch !== 'grace') return [];
  const lasts = Math.min(GRACE_LASTS, Math.floor(duration / 4));
  return [
    { start, moves: 'bend', value: -SLIDE_FROM },
    { start: start + lasts, moves: 'bend', value: 0 },
  ];
}

/** A note that falls does so through its last third, a beat at most; what comes next stands at its own pitch again. */
const FALL_SHARE = 3;

function falls({ start, duration, touch }: GroovedNote): Gesture[] {
  if (touch !== 'fall') return [];
  const lasts = Math.min(PPQ, Math.floor(duration / FALL_SHARE));
  if (lasts < SLIDE_STEPS) return [];
  const from = start + duration - lasts;
  const fall = Array.from({ length: SLIDE_STEPS }, (_, step) => ({
    start: from + Math.round((lasts * step) / SLIDE_STEPS),
    moves: 'bend' as const,
    value: Math.round(-SLIDE_FROM * ((step + 1) / SLIDE_STEPS) ** 2),
  }));
  return [...fall, { start: start + duration, moves: 'bend', value: 0 }];
}

/** Ticks for which a chord is left to sound dry before the foot goes down: it goes down after the stroke. */
const PEDAL_AFTER = PPQ / 8;

function pedals(span: ChordSpan, from: Ticks, until: Ticks): Gesture[] {
  if (span.symbol === null || until - from <= 2 * PEDAL_AFTER) return [];
  return [
    { start: from + PEDAL_AFTER, moves: 'pedal', value: 127 },
    { start: until, moves: 'pedal', value: 0 },
  ];
}

/**
 * Expression where a held chord begins and ends, and at its height. It ends where the next one begins: nothing jumps
 * while a tone that both have is held, or while the last one dies away.
 */
const SWELLS: Readonly<Record<Swell, readonly [number, number] | null>> = {
  none: null,
  gentle: [94, 118],
  full: [72, 127],
};
/** What is shorter has no room to swell, ticks. */
const LEAST_SWELLED = 2 * PPQ;
/** Expression moves on so often, ticks, and by no more than that at once: 0.7 dB. */
const SWELL_STEPS = [PPQ / 16, PPQ / 4] as const;
const MOST_AT_ONCE = 4;
/** How far through a chord it is at its height. */
const HEIGHT = 0.62;

/** Expression that grows from its rest to its height and falls back. */
function arc([rest, height]: readonly [number, number], from: Ticks, until: Ticks): Gesture[] {
  const turn = from + (until - from) * HEIGHT;
  const gestures: Gesture[] = [];
  const steepest = (height - rest) / (until - turn);
  const [least, most] = SWELL_STEPS;
  const step = Math.max(least, Math.min(most, Math.floor(MOST_AT_ONCE / steepest)));
  for (let tick = from; tick < until; tick += step) {
    const value =
      tick <= turn
        ? rest + ((height - rest) * (tick - from)) / (turn - from)
        : height + ((rest - height) * (tick - turn)) / (until - turn);
    gestures.push({ start: Math.round(tick), moves: 'expression', value: Math.round(value) });
  }
  return [...gestures, { start: until, moves: 'expression', value: rest }];
}

function swells(swell: Swell, from: Ticks, until: Ticks): Gesture[] {
  const heights = SWELLS[swell];
  return heights && until - from >= LEAST_SWELLED ? arc(heights, from, until) : [];
}

/** General MIDI programs that sound by bow or breath for as long as a phrase lasts. */
const BREATHING: readonly (readonly [number, number])[] = [
  [21, 22],
  [40, 43],
  [52, 54],
  [56, 79],
  [109, 111],
];
/** A rest of this length, ticks, lets a player breathe or turn the bow; a phrase of less has no shape. */
const BREATH = PPQ / 4;
const LEAST_PHRASE = PPQ;
/** Expression where a phrase begins and ends, and at its height. */
const PHRASE = [100, 122] as const;

/** The phrases of a line, each from its first note to where its last one ends. */
function phrasesOf(notes: readonly GroovedNote[]): { from: Ticks; until: Ticks }[] {
  const phrases: { from: Ticks; until: Ticks }[] = [];
  for (const { start, duration } of notes) {
    const last = phrases[phrases.length - 1];
    if (last && start - last.until < BREATH) last.until = Math.max(last.until, start + duration);
    else phrases.push({ from: start, until: start + duration });
  }
  return phrases;
}

/** True for a line that is played by bow or breath, and swells by nothing else. */
const breathes = ({ kind }: Region, { swell, instrument }: Resolved): boolean =>
  kind.monophonic &&
  swell === 'none' &&
  BREATHING.some(([first, last]) => instrument >= first && instrument <= last);

/** Expression where nothing swells: where swells begin and end, or at its full height. */
const restOf = (region: Region, settings: Resolved): number =>
  breathes(region, settings) ? PHRASE[0] : (SWELLS[settings.swell]?.[0] ?? AT_REST.expression);

/** A line played by bow or breath grows through each phrase and falls at its end; between two it breathes. */
const breaths = (region: Region, notes: readonly GroovedNote[]): Gesture[] =>
  phrasesOf(notes).flatMap(({ from, until }) =>
    breathes(region, settingsAt(region.settingsSpans, from)) && until - from >= LEAST_PHRASE
      ? arc(PHRASE, from, until)
      : [],
  );

/** Share of its strength from which those who hold grow into another section. */
const GROWS_FROM = 0.72;
const GROWS_TO = 127;

/** Through the last bar those who hold a chord grow into another section, instead of what they swell there. */
function growingInto(region: Region, gestures: readonly Gesture[]): Gesture[] {
  const { kind, terms, bars, settingsSpans } = region;
  if (terms.transition !== 'swell' || kind.role !== 'pad') return [...gestures];
  // What is felt early is the next section's already.
  const length = region.length - (region.next?.anticipation ?? 0);
  const from = bars[bars.length - 1]?.start ?? length;
  const settings = settingsAt(settingsSpans, from);
  if (!settings.on) return [...gestures];
  const rest = GROWS_FROM * restOf(region, settings);
  const grown: Gesture[] = [];
  const step = PPQ / 8;
  for (let tick = from; tick < length; tick += step) {
    const value = Math.round(rest + ((GROWS_TO - rest) * (tick - from)) / (length - from));
    grown.push({ start: tick, moves: 'expression', value });
  }
  const stays = ({ start, moves }: Gesture): boolean =>
    moves !== 'expression' || start < from || start >= length;
  return [...gestures.filter(stays), ...grown];
}

/** With the palm on the strings they sound darker. */
const DARK = 30;

/**
 * All gestures of a region, in order of time. What a stretch does not move stands at rest from its start on.
 * @param notes as they sound: in their groove.
 */
export function gesturesOf(region: Region, notes: readonly GroovedNote[]): Gesture[] {
  const gestures: Gesture[] = [];
  const { spans, settingsSpans } = region;
  for (const { start: from, settings } of settingsSpans) {
    // A chord on which it begins may be felt early, and what is done for it with it.
    const start = from - (spans.find((span) => span.start === from)?.anticipation ?? 0);
    gestures.push({ start, moves: 'expression', value: restOf(region, settings) });
    gestures.push({ start, moves: 'brightness', value: settings.palm ? DARK : AT_REST.brightness });
    gestures.push({ start, moves: 'pedal', value: AT_REST.pedal });
  }
  spans.forEach((span, i) => {
    const from = Math.max(0, span.start - span.anticipation);
    const next = spans[i + 1];
    const until = Math.min(
      next ? next.start - next.anticipation : span.end,
      region.length - (region.next?.anticipation ?? 0),
      // Who stops takes the foot off as well.
      region.terms.breath ?? Infinity,
    );
    const settings = settingsAt(settingsSpans, span.start);
    if (!settings.on) return;
    if (settings.pedal) gestures.push(...pedals(span, from, until));
    if (span.symbol !== null) gestures.push(...swells(settings.swell, from, until));
  });
  for (const note of notes)
    if (note.touch) gestures.push(...slidesInto(note), ...bendsInto(note), ...gracedBy(note), ...falls(note));
  if (region.kind.monophonic) gestures.push(...breaths(region, notes));
  return growingInto(region, gestures).sort((a, b) => a.start - b.start);
}
