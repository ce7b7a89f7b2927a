import { degreeAt, type Chord } from '../../theory/chord';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import { atOrAbove, intoRange, velocityOf, noteFunctionOf, type Note } from '../note';
import { lastHit, lastLength } from '../ending';
import { placeFree, soundsFrom, soundsUntil, type PlacedEvent } from '../placing';
import type { DroneEvent, DronePattern } from './pattern';
import { droneTone } from './tones';
import type { MidiNote, Ticks } from '../../units/units';

/** From a double bass's low E to the middle of a choir; MIDI numbers (common practice). */
export const DRONE_RANGE = [28, 72] as const;

const LAST: DroneEvent = { at: 0, for: 4, minDensity: 1, accent: 1, tone: 'tonic' };

/** What its tone is in the chord, where it is one of the chord's; else the ground it stays on. */
const chordWord = (chord: Chord, pitch: MidiNote): string =>
  degreeAt(chord, pitch) ? noteFunctionOf(chord, pitch) : 'ground';

/** A drone: the key's tonic and fifth, held through the chords that bear them. */
export const droneNotes = (region: Region<DronePattern>): Note[] =>
  region.settingsSpans.flatMap((stretch) => {
    if (!stretch.settings.on) return [];
    return placed(region, stretch)
      .filter((p) => p.event.minDensity <= stretch.settings.density)
      .flatMap((p) => held(region, stretch, p));
  });

/** The pattern's events; from the song's last hit on one that is held to its end. */
function placed(
  region: Region<DronePattern>,
  stretch: SettingsSpan<DronePattern>,
): readonly PlacedEvent<DroneEvent>[] {
  const events = placeFree(region, stretch, stretch.pattern.grids);
  const hit = lastHit(region);
  if (hit === null || hit < stretch.start || hit >= stretch.end) return events;
  const before = events.filter((p) => p.start < hit).map((p) => ({ ...p, end: Math.min(p.end, hit) }));
  return [...before, { start: hit, end: hit + lastLength(region, hit), event: LAST, span: -1 }];
}

/** One event over the chords it lasts through: a note for as long as its tone stays. */
function held(
  region: Region,
  { settings }: SettingsSpan,
  { event, ...grid }: PlacedEvent<DroneEvent>,
): Note[] {
  // What begins or ends with a chord does so where that is felt.
  const felt = (tick: Ticks): number =>
    tick - (region.spans.find((s) => s.start === tick)?.anticipation ?? 0);
  const [start, end] = [felt(grid.start), felt(grid.end)];
  const notes: Note[] = [];
  region.spans.forEach((span, i) => {
    const from = Math.max(start, soundsFrom(span));
    const until = Math.min(end, soundsUntil(region, i));
    if (!span.chord || until <= from) return;
    const tone = droneTone(event.tone, span.key, span.chord);
    const up = 12 * (settings.octave + (event.tone === 'octave' ? 1 : 0));
    const pitch = intoRange(atOrAbove(tone, settings.register - 5) + up, region.kind.range);
    const last = notes[notes.length - 1];
    if (last && last.pitch === pitch && last.start + last.duration === from) {
      notes[notes.length - 1] = { ...last, duration: until - last.start };
      return;
    }
    const velocity = velocityOf(settings, event.accent);
    notes.push({
      start: from,
      duration: until - from,
      pitch,
      velocity,
      noteFunction: chordWord(span.chord, pitch),
      span: i,
    });
  });
  return notes;
}
