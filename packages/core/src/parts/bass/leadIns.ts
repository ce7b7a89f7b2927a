/** How a bass leads into a chord where the writer says so: in the last quarter of the chord before, in place of what the pattern has there. */
import { degreePcOf, type Chord } from '../../theory/chord';
import { degreeNumber } from '../../theory/degree';
import type { Key } from '../../theory/key';
import { mod, pitchClass } from '../../theory/pitch';
import { defaultScale, scalePitchClasses } from '../../theory/scale';
import { EIGHTH, PPQ } from '../../time/ticks';
import type { LeadIn } from '../../song/choices';
import type { Next, Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import { intoRange, velocityOf } from '../note';
import { soundsFrom, soundsUntil } from '../placing';
import type { Levelled } from './octaves';
import { bassPitch } from './place';
import { BASS_RANGE } from './range';

/** What leads into a chord: what it is, its key, and how. */
interface Target {
  readonly chord: Chord;
  readonly key: Key;
  readonly leadIn: LeadIn | 'run';
}

function targetAfter(region: Region, index: number): Target | null {
  const within: Pick<Next, 'chord' | 'key' | 'leadIn'> | undefined = region.spans[index + 1];
  const next = within ?? region.next;
  const runs = !within && region.terms.transition === 'run';
  // What the writer has set goes before what the players agree on.
  const leadIn = next?.leadIn ?? (runs ? 'run' : null);
  return next?.chord && next.key && leadIn ? { chord: next.chord, key: next.key, leadIn } : null;
}

/** Tones of a run into another section. */
const RUN = 4;

/** So many steps of the key below or above a pitch, the farthest first. */
function scaleSteps(target: number, { chord, key }: Target, below: boolean, count: number): number[] {
  const scale = scalePitchClasses(pitchClass(chord.root), defaultScale(chord, key));
  const steps: number[] = [];
  for (let by = 1; steps.length < count && by < 12; by++) {
    const pitch = target + (below ? -by : by);
    if (scale.includes(mod(pitch, 12))) steps.unshift(pitch);
  }
  return steps;
}

/** The pitches that lead to a bass tone, from where the line is. */
function leadPitches(from: number, to: number, target: Target): number[] {
  // From the side where the line is, as far as there are tones under the lowest.
  const below = from <= to && to - 2 >= BASS_RANGE[0];
  switch (target.leadIn) {
    case 'none':
      return [];
    case 'scale':
      return scaleSteps(to, target, below, 2);
    case 'run':
      return scaleSteps(to, target, from <= to && to - 7 >= BASS_RANGE[0], RUN);
    case 'chromatic':
      return below ? [to - 2, to - 1] : [to + 2, to + 1];
    case 'fifth': {
      const fifth = target.chord.degrees.find((d) => degreeNumber(d) === 5);
      const up = fifth ? mod(degreePcOf(target.chord, fifth) - to, 12) : 7;
      return [to + up - 12 >= BASS_RANGE[0] ? to + up - 12 : to + up];
    }
    case 'octave': {
      // The target's own octave, or where that is out of reach the octave of where the line is.
      const reaches = (p: number): boolean =>
        p >= BASS_RANGE[0] && p <= BASS_RANGE[1] && Math.abs(p - from) <= 12 && Math.abs(p - to) <= 12;
      const found = [to + 12, to - 12, from + 12, from - 12].find((p) => p !== from && reaches(p));
      return found === undefined ? [] : [found];
    }
  }
}

/** The line with the lead-ins that the writer has set. */
export function withLeadIns(region: Region, stretch: SettingsSpan, line: readonly Levelled[]): Levelled[] {
  let led: Levelled[] = [...line];
  region.spans.forEach((span, i) => {
    const target = targetAfter(region, i);
    const end = soundsUntil(region, i);
    // A lead-in takes a quarter, a run two, and leaves the chord before an eighth at least.
    const lasts = target?.leadIn === 'run' ? RUN * EIGHTH : PPQ;
    const from = Math.max(end - lasts, soundsFrom(span) + EIGHTH);
    if (!target || span.chord === null || from >= end || from < stretch.start || end > stretch.end) return;
    const leaving = led.filter(({ note }) => note.start >= from && note.start < end);
    led = led
      .filter((one) => !leaving.includes(one))
      .map((one) => {
        const { note } = one;
        if (note.span !== i || note.start >= from || note.start + note.duration <= from) return one;
        // Without a lead-in the tone before is held over.
        const until = target.leadIn === 'none' ? end : from;
        return { ...one, note: { ...note, duration: until - note.start } };
      });
    const before = led.filter(({ note }) => note.start < from).at(-1)?.note;
    const root = before?.pitch ?? bassPitch(span.chord, stretch);
    const all = leadPitches(root, bassPitch(target.chord, stretch), target);
    const pitches = all.slice(-Math.max(1, Math.floor((end - from) / EIGHTH)));
    const each = Math.floor((end - from) / Math.max(1, pitches.length));
    pitches.forEach((pitch, n) => {
      const start = from + n * each;
      led.push({
        level: 1,
        note: {
          start,
          duration: (n === pitches.length - 1 ? end : start + each) - start,
          pitch: intoRange(pitch, BASS_RANGE),
          velocity: velocityOf(stretch.settings, 0.9),
          noteFunction: 'lead-in',
          span: i,
        },
      });
    });
  });
  return led.sort((a, b) => a.note.start - b.note.start);
}
