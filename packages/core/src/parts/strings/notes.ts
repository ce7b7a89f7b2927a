import type { StringsEvent, StringsPattern } from './pattern';
import type { Region } from '../../timeline/region';
import type { Stretch } from '../../timeline/settings';
import { intoRange, velocityOf, whyOf, type Note } from '../note';
import { endOnHit, oneChordAtATime, placeOnChords, type Placed } from '../placing';
import { regionVoicings } from '../voicings';

const ONSET: StringsEvent = { at: 0, for: 4, level: 1, accent: 1, voices: 'outer', legato: true };
/** The last chord is bowed anew by all, whatever was held before it. */
const LAST: StringsEvent = { ...ONSET, voices: 'all', legato: false };

/** Bowed or blown sections: voices that hold common tones across changes and move as little as they can. */
export function sectionNotes(region: Region<StringsPattern>): Note[] {
  const voicings = regionVoicings(region);
  return region.stretches.flatMap((stretch) => {
    if (!stretch.settings.on) return [];
    const { pattern } = stretch;
    const placed = endOnHit(
      region,
      stretch,
      placeOnChords(region, stretch, pattern.grids, ONSET),
      LAST,
    ).filter((p) => p.event.level <= stretch.settings.density);
    const played = oneChordAtATime(region, placed);
    return holdCommonTones(played.flatMap((p) => eventNotes(region, stretch, p, voicings[p.span]!.pitches)));
  });
}

/** A bowed note and whether it is tied to the same pitch before it. */
interface Bowed {
  readonly note: Note;
  readonly legato: boolean;
}

function voicesOf(event: StringsEvent, pitches: readonly number[]): readonly number[] {
  const last = pitches.length - 1;
  switch (event.voices) {
    case 'top':
      return pitches.slice(last);
    case 'low':
      return pitches.slice(0, 1);
    case 'outer':
      return last > 0 ? [pitches[0]!, pitches[last]!] : pitches;
    case 'inner':
      return pitches.slice(1, last);
    default:
      return pitches;
  }
}

function eventNotes(
  region: Region,
  stretch: Stretch,
  placed: Placed<StringsEvent>,
  voicing: readonly number[],
): Bowed[] {
  const chord = region.spans[placed.span]!.chord!;
  return voicesOf(placed.event, voicing).map((pitch) => ({
    legato: placed.event.legato,
    note: {
      start: placed.start,
      duration: placed.end - placed.start,
      pitch: intoRange(pitch + 12 * stretch.settings.octave, region.kind.range),
      velocity: velocityOf(stretch.settings, placed.event.accent),
      why: whyOf(chord, pitch),
      span: placed.span,
    },
  }));
}

/** Ties a legato note to the note of the same pitch that ends where it starts, within the same bow of two chords. */
function holdCommonTones(bowed: readonly Bowed[]): Note[] {
  const ending = new Map<string, number>();
  const notes: Note[] = [];
  for (const { note, legato } of bowed) {
    const before = legato ? ending.get(`${note.pitch}@${note.start}`) : undefined;
    const tied = before !== undefined && notes[before]!.span !== note.span ? before : undefined;
    const index = tied ?? notes.length;
    notes[index] =
      tied === undefined
        ? note
        : { ...notes[tied]!, duration: note.start + note.duration - notes[tied]!.start };
    ending.set(`${note.pitch}@${note.start + note.duration}`, index);
  }
  return notes;
}
