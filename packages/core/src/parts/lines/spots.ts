/** The places of a phrase: its onsets over their harmonies, with what each is to the line. */
import { noise } from '../../random/stream';
import { EIGHTH, PPQ } from '../../time/ticks';
import { barAt, type Bar } from '../../time/bars';
import { beatPosition } from '../../time/beats';
import type { Region } from '../../timeline/region';
import { soundsUntil } from '../placing';
import type { Ticks } from '../../units/units';
import type { Habits } from './habits';
import type { Harmony, harmonyReader } from './harmony';
import { CONTOURS, type Onset, type Phrase } from './phrases';
import type { Reach } from './reach';

/** A place of the rhythm with what it may draw on. */
export interface Spot extends Onset {
  /** Ticks from where its bars begin: chance hangs on it. */
  readonly place: Ticks;
  readonly harmony: Harmony;
  /** Where the phrase's shape wants the line, MIDI number. */
  readonly aim: number;
  /** True where the note carries the line: strong beat, long, last of its phrase. */
  readonly anchor: boolean;
  /** True where its tone may come late: the next note then has it. */
  readonly delays: boolean;
  readonly beatInBar: number;
  /** True where its beat has three eighths. */
  readonly inThirds: boolean;
}

/** Shortest note of a line, ticks. */
const SHORTEST = 30;
/** How much of its room a line moves through within a phrase, and how far its course lifts it. */
const PHRASE_SPAN = 0.5;
const COURSE_SPAN = 0.6;
/** A delay lasts so long at most, ticks. */
const LONGEST_DELAY = PPQ;
/** What is shorter is not cut in two for a delay. */
const LEAST_CUT = PPQ;

/** A beat of three eighths, ticks. */
const LONG_BEAT = 3 * EIGHTH;

/** Whether the beat in which a tick lies has three eighths. */
function isInThirds(bar: Bar, tick: Ticks): boolean {
  for (const group of bar.groups) {
    let end = bar.start + group.at;
    for (const length of group.beats) {
      end += length;
      if (tick < end) return length % LONG_BEAT === 0;
    }
  }
  return false;
}

/** A strong beat: the first of a bar, and each second one after it (common practice: one and three of four). */
const isStrong = (beatInBar: number): boolean => Number.isInteger(beatInBar) && beatInBar % 2 === 0;

/** A phrase's onsets as far as chords sound under them; long notes on strong beats are cut where a tone comes late. */
export function spotsOf(
  region: Region,
  phrase: Phrase,
  reach: Reach,
  habits: Habits,
  readHarmony: ReturnType<typeof harmonyReader>,
  until: Ticks,
): Spot[] {
  const spots: Spot[] = [];
  const first = phrase.notes[0]!;
  const last = phrase.notes[phrase.notes.length - 1]!;
  const span = reach.high - reach.low;
  const origin = region.bars[0]!.start;
  for (const [i, onset] of phrase.notes.entries()) {
    const harmony = readHarmony(onset.start);
    if (!harmony || onset.start >= until) continue;
    const chordEnds = soundsUntil(region, harmony.span);
    const nextStart = phrase.notes[i + 1]?.start ?? Infinity;
    const length = Math.min(
      onset.length,
      chordEnds - onset.start,
      nextStart - onset.start,
      until - onset.start,
    );
    if (length < SHORTEST) continue;
    const bar = barAt(region.bars, onset.start);
    const beatInBar = beatPosition(bar, onset.start);
    const height = CONTOURS[phrase.shape]((onset.start - first.start) / (last.start - first.start + 1));
    const lifted = phrase.energy * COURSE_SPAN + (height - 0.5) * PHRASE_SPAN + 0.2;
    const strong = isStrong(beatInBar);
    const isLast = onset === last;
    const spot: Spot = {
      ...onset,
      place: onset.start - origin,
      length,
      harmony,
      beatInBar,
      aim: reach.low + Math.max(0.05, Math.min(0.97, lifted)) * span,
      // What is followed by a rest ends something: it carries the line as well.
      anchor: isLast || length >= PPQ || strong || nextStart - (onset.start + length) >= EIGHTH,
      delays: false,
      inThirds: isInThirds(bar, onset.start),
    };
    const wanted = strong && noise(reach.seed, spot.place, 71) < habits.delays.share;
    // A motif keeps its rhythm.
    if (wanted && onset.motif < 0 && length >= LEAST_CUT && !(isLast && i === 0)) {
      const half = Math.min(LONGEST_DELAY, Math.round(length / 2));
      const after = onset.start + half;
      const behind = beatPosition(barAt(region.bars, after), after);
      spots.push({ ...spot, length: half, delays: true });
      spots.push({
        ...spot,
        start: after,
        place: after - origin,
        length: length - half,
        beatInBar: behind,
        anchor: true,
      });
      continue;
    }
    const follows = phrase.notes[i + 1];
    const goesOn = follows && (onset.motif < 0 ? follows.motif < 0 : follows.motif === onset.motif + 1);
    const near = goesOn && follows.start - onset.start <= LONGEST_DELAY;
    spots.push({ ...spot, delays: Boolean(wanted && near) });
  }
  // A phrase ends on a tone that carries it, also where a hit cuts it short.
  const end = spots.pop();
  return end ? [...spots, { ...end, anchor: true, delays: false }] : [];
}
