import { barIndexAt } from '../../time/bars';
import { beatsOf, type Beat } from '../../time/beats';
import type { Region } from '../../timeline/region';
import type { Stretch } from '../../timeline/settings';
import { quarters } from '../../time/ticks';
import { ticksInto } from '../cells';
import { velocityOf, type Note } from '../note';
import { lastHit, placeFree } from '../placing';
import { DRUMS, PERCUSSION } from './keys';
import type { DrumsEvent, DrumsPattern, PercussionPattern } from './pattern';

/** Drums: the groove, a fill into a new section, a crash on its first beat, a hit to end on. */
export function drumsNotes(region: Region<DrumsPattern>): Note[] {
  return region.stretches.flatMap((stretch) => (stretch.settings.on ? stretchNotes(region, stretch) : []));
}

function stretchNotes(region: Region, stretch: Stretch<DrumsPattern>): Note[] {
  const { pattern } = stretch;
  const hit = lastHit(region);
  const fill = fillBeats(region, hit);
  const until = Math.min(hit ?? Infinity, fill?.[0]?.start ?? Infinity, stretch.end);
  const strike = strikerOf(stretch);
  const groove = placeFree(region, stretch, pattern.grids)
    .filter((p) => p.start < until)
    .map((p) => strike(p.start, p.event, p.event.drum));
  const notes = [...groove, ...fillNotes(region, stretch, pattern.fill, fill)];
  if (region.entersNew && !region.first && stretch.start === 0) notes.push(strike(0, CRASH, 'crash'));
  if (hit !== null && hit >= stretch.start && hit < stretch.end) {
    const last = ENDING.map((event) => strike(hit, event, 'last hit'));
    notes.push(...last);
  }
  return notes.filter((n) => n !== null);
}

const CRASH: DrumsEvent = { at: 0, for: 1, level: 1, accent: 1.1, drum: 'crash' };
const ENDING: readonly DrumsEvent[] = [CRASH, { at: 0, for: 1, level: 1, accent: 1.1, drum: 'kick' }];

/** Beats of a fill, in front of a new section or the last hit; where there is only one, of that. */
const FILL = 2;

function fillBeats(region: Region, hit: number | null): readonly Beat[] | null {
  const into = hit ?? (region.next?.newSection ? region.length : null);
  if (into === null || into === 0 || region.bars.length < 2) return null;
  const last = barIndexAt(region.bars, into - 1);
  const beats = region.bars.slice(Math.max(0, last - 1), last + 1).flatMap((bar) => beatsOf(bar));
  return beats.filter((beat) => beat.start < into).slice(-FILL);
}

function fillNotes(
  region: Region,
  stretch: Stretch,
  fill: readonly DrumsEvent[],
  beats: readonly Beat[] | null,
): (Note | null)[] {
  if (!beats?.length) return [];
  const strike = strikerOf(stretch);
  const from = beats[0]!.start;
  const lengths = beats.map((b) => b.length);
  return fill
    .map((event) => ({ event, tick: from + Math.round(ticksInto(lengths, event.at, false)) }))
    .filter(({ tick }) => tick >= stretch.start && tick < Math.min(stretch.end, region.length))
    .map(({ event, tick }) => strike(tick, event, 'fill'));
}

/** What a struck event needs: the drum, and when and how. */
type Struck = Omit<DrumsEvent, 'drum'> & { drum: keyof typeof KEYS };

const KEYS = { ...DRUMS, ...PERCUSSION };

const strikerOf =
  (stretch: Stretch) =>
  (tick: number, event: Struck, why: string): Note | null =>
    event.level > stretch.settings.density
      ? null
      : {
          start: tick,
          duration: Math.max(1, quarters(Math.min(event.for, 0.5))),
          pitch: KEYS[event.drum],
          velocity: velocityOf(stretch.settings, event.accent),
          why: event.accent <= 0.5 ? 'ghost' : why,
          span: -1,
        };

/** Percussion: its groove, up to the band's last hit, on which it strikes what begins its pattern. */
export function percussionNotes(region: Region<PercussionPattern>): Note[] {
  const hit = lastHit(region);
  return region.stretches.flatMap((stretch) => {
    if (!stretch.settings.on) return [];
    const until = Math.min(hit ?? Infinity, stretch.end);
    const strike = strikerOf(stretch);
    const { grids } = stretch.pattern;
    const notes = placeFree(region, stretch, grids)
      .filter((p) => p.start < until)
      .map((p) => strike(p.start, p.event, p.event.drum));
    const first = grids[0]!.events.find((e) => e.at === 0 && e.level === 1);
    if (hit !== null && first && hit >= stretch.start && hit < stretch.end) {
      notes.push(strike(hit, { ...first, accent: 1.1 }, 'last hit'));
    }
    return notes.filter((n) => n !== null);
  });
}
