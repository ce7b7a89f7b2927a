import type { KeysEvent } from '../style/schema';
import { patternOf, styleOf } from '../style';
import { parseChord } from '../theory/chordGrammar';
import { degreePcOf, isSlash, type Chord } from '../theory/chord';
import { degreeNumber } from '../theory/degree';
import type { Region } from '../timeline/region';
import type { Stretch } from '../timeline/settings';
import { bassPc } from '../voicing/tones';
import { atOrAbove, intoRange, velocityOf, whyOf, type Note } from './note';
import { endOnHit, placeOnChords, type Placed } from './placing';
import { regionVoicings } from './voicings';

const ONSET: KeysEvent = { at: 0, for: 4, level: 1, accent: 1, hand: 'right', play: 'all' };

/** Lowest root of the left hand: an octave above the bass part's, so that the two never blur. */
const LEFT_FLOOR = 40;

/** Keys: the voicing in the right hand, the bass and its octave or fifth in the left. */
export function keysNotes(region: Region): Note[] {
  const voicings = regionVoicings(region);
  return region.stretches.flatMap((stretch) => {
    if (!stretch.settings.on) return [];
    const pattern = patternOf(styleOf(region.style), 'keys', stretch.settings.pattern);
    const placed = placeOnChords(region, stretch, pattern, ONSET);
    return endOnHit(region, stretch, placed, ONSET)
      .filter((p) => p.event.level <= stretch.settings.density)
      .flatMap((p) => eventNotes(region, stretch, p, voicings[p.span]!));
  });
}

function pitchesOf(event: KeysEvent, chord: Chord, voicing: readonly number[]): number[] {
  const lowest = voicing[0]!;
  if (event.hand === 'right') {
    if (event.play === 'top') return voicing.slice(-Math.max(1, Math.floor(voicing.length / 2)));
    if (event.play === 'lower') return voicing.slice(0, Math.ceil(voicing.length / 2));
    return [...voicing];
  }
  const root = atOrAbove(bassPc(chord), LEFT_FLOOR - 4);
  const fifth = chord.degrees.find((d) => degreeNumber(d) === 5);
  const wanted =
    event.play === 'octave'
      ? [root, root + 12]
      : event.play === 'fifth' && fifth && !isSlash(chord)
        ? [atOrAbove(degreePcOf(chord, fifth), root)]
        : [root];
  // The left hand stays under the right one.
  return wanted.filter((p) => p < lowest);
}

function eventNotes(
  region: Region,
  stretch: Stretch,
  placed: Placed<KeysEvent>,
  voicing: readonly number[],
): Note[] {
  const chord = parseChord(region.spans[placed.span]!.symbol!);
  const velocity = velocityOf(stretch.settings, placed.event.accent);
  return pitchesOf(placed.event, chord, voicing).map((pitch) => ({
    start: placed.start,
    duration: placed.end - placed.start,
    pitch: intoRange(pitch + 12 * stretch.settings.octave, 'keys'),
    velocity,
    why: whyOf(chord, pitch),
    span: placed.span,
  }));
}
