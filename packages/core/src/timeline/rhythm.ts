/**
 * A part that takes the rhythm of another: its own events, at the times of the other's pattern. What is taken is the
 * pattern and not what is played, so that parts may follow each other in a ring.
 */
import type { Grid, Pattern, TimedEvent } from '../style/pattern';
import { BEAT_LENGTH } from '../style/pattern';
import type { PartVoice } from './unisonParts';
import type { SettingsSpan } from './settings';

interface Gridded extends Pattern {
  readonly grids: readonly Grid[];
}

const hasGrids = (pattern: Pattern): pattern is Gridded => 'grids' in pattern;

/** A pattern that goes on in even steps strikes where the other does instead. */
const hasSteps = (pattern: Pattern): boolean => 'rate' in pattern;

/** Whether a pattern can be played in another's rhythm. */
export const takesRhythm = (pattern: Pattern): boolean => hasGrids(pattern) || hasSteps(pattern);

/** Whether a pattern has a rhythm that others can take. */
export const givesRhythm = hasGrids;

/** What only marks a time (a stroke of the drums) lasts until the next, quarter notes. */
const MERE_STROKE = 0.2;

/** Times at which a pattern strikes, each once: from the lowest density at which it does, as strong as its strongest. */
function strokesOf({ events, beats, of, bars }: Grid): TimedEvent[] {
  const strokes = new Map<number, TimedEvent>();
  for (const { at, for: lasts, minDensity: level, accent } of events) {
    const known = strokes.get(at);
    strokes.set(at, {
      at,
      for: Math.max(lasts, known?.for ?? 0),
      minDensity: Math.min(level, known?.minDensity ?? level),
      accent: Math.max(accent, known?.accent ?? accent),
    });
  }
  const sorted = [...strokes.values()].sort((a, b) => a.at - b.at);
  const end = beats * BEAT_LENGTH[of] * bars;
  return sorted.map((stroke, i) => {
    const gap = (sorted[i + 1]?.at ?? end) - stroke.at;
    return stroke.for <= MERE_STROKE ? { ...stroke, for: Math.max(MERE_STROKE, gap) } : stroke;
  });
}

/** A grid's events at other times: each is the one that stands nearest to its time in the grid's own bars. */
function taken(own: Grid, strokes: readonly TimedEvent[], bars: number): Grid {
  const length = own.beats * BEAT_LENGTH[own.of] * own.bars;
  const nearest = (at: number) =>
    own.events.reduce((a, b) => (Math.abs(b.at - (at % length)) < Math.abs(a.at - (at % length)) ? b : a));
  return { ...own, bars, events: strokes.map((stroke) => ({ ...nearest(stroke.at), ...stroke })) };
}

/** Patterns as they were made last, so that what stays is the very same. */
const known = new WeakMap<Pattern, WeakMap<Pattern, Pattern>>();

function made(own: Pattern, other: Gridded): Pattern {
  if (!hasGrids(own)) {
    const strokes = other.grids.map((grid) => ({ ...grid, events: strokesOf(grid) }));
    return Object.assign({ strokes }, own);
  }
  const grids = own.grids.map((grid) => {
    const same = other.grids.find((g) => g.beats === grid.beats && g.of === grid.of);
    return same ? taken(grid, strokesOf(same), same.bars) : grid;
  });
  return Object.assign({}, own, { grids });
}

/** A pattern in the rhythm of another; itself where it can take none, or the other has none to give. */
function inRhythmOf(own: Pattern, other: Pattern): Pattern {
  if (!takesRhythm(own) || !hasGrids(other)) return own;
  let of = known.get(own);
  if (!of) known.set(own, (of = new WeakMap()));
  let found = of.get(other);
  if (!found) of.set(other, (found = made(own, other)));
  return found;
}

/** A stretch cut where the other's pattern changes, each piece in its rhythm. */
function follow(stretch: SettingsSpan, leader: PartVoice): SettingsSpan[] {
  return leader.settingsSpans
    .filter(({ start, end }) => start < stretch.end && end > stretch.start)
    .map(({ start, end, pattern }) => ({
      ...stretch,
      start: Math.max(start, stretch.start),
      end: Math.min(end, stretch.end),
      pattern: inRhythmOf(stretch.pattern, pattern),
    }));
}

/**
 * The players of a playing, each in the rhythm that it takes.
 * @param ids of their parts, in the same order.
 */
export function inRhythm(
  players: readonly (PartVoice | null)[],
  ids: readonly string[],
): (PartVoice | null)[] {
  return players.map((player, own) => {
    if (!player || player.settingsSpans.every((s) => s.settings.rhythmOf === null)) return player;
    const stretches = player.settingsSpans.flatMap((stretch) => {
      const at = ids.indexOf(stretch.settings.rhythmOf ?? '');
      const leader = at === own ? null : players[at];
      return leader ? follow(stretch, leader) : [stretch];
    });
    return { ...player, settingsSpans: stretches };
  });
}
