/**
 * Tones of a chord that come a little late on a strong beat: the tone before is held over and falls, a neighbour leans
 * on the beat and gives way, a blue note stands under its own. Each goes on by step (common practice; appoggiatura and
 * suspension: Kostka & Payne, Tonal Harmony, from memory).
 */
import { choose, type Stream } from '../../random/stream';
import { mod, pitchClass } from '../../theory/pitch';
import { stepFrom } from './figures';
import type { Delay, Habits } from './habits';
import { inChord, inScale, type Harmony } from './harmony';
import type { MidiNote } from '../../units/units';

/** What stands on the beat, and the tone of the chord to which it goes. */
export interface Delayed {
  readonly by: Delay;
  readonly pitch: MidiNote;
  readonly to: MidiNote;
}

interface Asked {
  readonly harmony: Harmony;
  /** The pitch before it, and the tone of the chord that would stand there. */
  readonly from: MidiNote;
  readonly target: MidiNote;
  readonly allowed: (pitch: MidiNote) => boolean;
}

/** Held over, it falls by a step. */
function suspension({ harmony, from }: Asked): Delayed | null {
  if (inChord(harmony, from) || !inScale(harmony, from)) return null;
  const to = [from - 1, from - 2].find((pitch) => inChord(harmony, pitch));
  return to === undefined ? null : { by: 'suspension', pitch: from, to };
}

/** From the scale's tone above, or a half step under it. */
function appoggiatura({ harmony, from, target }: Asked): Delayed | null {
  const above = stepFrom(harmony.scale, target, 1);
  const below = stepFrom(harmony.scale, target, -1);
  const fits = (pitch: MidiNote): boolean =>
    !inChord(harmony, pitch) && Math.abs(pitch - target) <= 2 && pitch !== from;
  const pitch = (from < target ? [below, above] : [above, below]).find(fits);
  return pitch === undefined ? null : { by: 'appoggiatura', pitch, to: target };
}

/** The minor third under the major one, the flat fifth under the fifth, the minor seventh under the root. */
function blueNote({ harmony, target, from }: Asked): Delayed | null {
  const root = pitchClass(harmony.chord.root);
  const degree = mod(target - root, 12);
  const pitch = degree === 4 ? target - 1 : degree === 7 ? target - 1 : degree === 0 ? target - 2 : null;
  if (pitch === null || inChord(harmony, pitch) || pitch === from) return null;
  return { by: 'blue note', pitch, to: target };
}

const MAKERS: Readonly<Record<Delay, (asked: Asked) => Delayed | null>> = {
  suspension,
  appoggiatura,
  'blue note': blueNote,
};

/** How a tone is delayed, as a player's habits have it; null where nothing fits. */
export function delayedBy(asked: Asked, { delays }: Habits, next: Stream): Delayed | null {
  const ways = (Object.entries(delays.by) as [Delay, number][]).filter(([, weight]) => weight > 0);
  const found = ways.flatMap(([by, weight]) => {
    const one = MAKERS[by](asked);
    return one && asked.allowed(one.pitch) && asked.allowed(one.to) ? [{ one, weight }] : [];
  });
  return found.length ? choose(next, found, ({ weight }) => weight).one : null;
}
