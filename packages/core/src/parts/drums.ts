import { DRUMS, type Drum } from '../style/drums';
import type { DrumsEvent } from '../style/schema';
import { patternOf, styleOf } from '../style';
import type { Region } from '../timeline/region';
import type { Stretch } from '../timeline/settings';
import { PPQ, beats } from '../timeline/time';
import { velocityOf, type Note } from './note';
import { lastHit, placeFree } from './placing';

/** Drums: the groove, a fill into a new section, a crash on its first beat, a hit to end on. */
export function drumsNotes(region: Region): Note[] {
  return region.stretches.flatMap((stretch) => (stretch.settings.on ? stretchNotes(region, stretch) : []));
}

function stretchNotes(region: Region, stretch: Stretch): Note[] {
  const pattern = patternOf(styleOf(region.style), 'drums', stretch.settings.pattern);
  const hit = lastHit(region);
  const fillFrom = fillStart(region, hit);
  const until = Math.min(hit ?? Infinity, fillFrom ?? Infinity, stretch.end);
  const strike = strikerOf(stretch);
  const groove = placeFree(region, stretch, pattern.grid)
    .filter((p) => p.start < until)
    .map((p) => strike(p.start, p.event, p.event.drum));
  const notes = [...groove, ...fillNotes(region, stretch, pattern.fill, fillFrom)];
  if (region.entersNew && !region.first && stretch.start === 0) notes.push(strike(0, CRASH, 'crash'));
  if (hit !== null && hit >= stretch.start && hit < stretch.end) {
    const last = ENDING.map((event) => strike(hit, event, 'last hit'));
    notes.push(...last);
  }
  return notes.filter((n) => n !== null);
}

const CRASH: DrumsEvent = { at: 0, for: 1, level: 1, accent: 1.1, drum: 'crash' };
const ENDING: readonly DrumsEvent[] = [CRASH, { at: 0, for: 1, level: 1, accent: 1.1, drum: 'kick' }];

/** Where a fill begins: two beats (in a short bar one) before a new section or the last hit. */
function fillStart(region: Region, hit: number | null): number | null {
  const into = hit ?? (region.next?.newSection ? region.length : null);
  if (into === null || region.bars.length < 2) return null;
  return Math.max(0, into - 2 * PPQ);
}

function fillNotes(
  region: Region,
  stretch: Stretch,
  fill: readonly DrumsEvent[],
  from: number | null,
): (Note | null)[] {
  if (from === null) return [];
  const strike = strikerOf(stretch);
  return fill
    .map((event) => ({ event, tick: from + beats(event.at) }))
    .filter(({ tick }) => tick >= stretch.start && tick < Math.min(stretch.end, region.length))
    .map(({ event, tick }) => strike(tick, event, 'fill'));
}

const strikerOf =
  (stretch: Stretch) =>
  (tick: number, event: DrumsEvent, why: string): Note | null =>
    event.level > stretch.settings.density
      ? null
      : {
          start: tick,
          duration: Math.max(1, beats(Math.min(event.for, 0.5))),
          pitch: DRUMS[event.drum satisfies Drum],
          velocity: velocityOf(stretch.settings, event.accent),
          why: event.accent <= 0.5 ? 'ghost' : why,
          span: -1,
        };
