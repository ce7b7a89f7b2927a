import type { KeysEvent, KeysPattern } from './pattern';
import { degreePcOf, isSlash, type Chord } from '../../theory/chord';
import { degreeNumber } from '../../theory/degree';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import { bassPc } from '../../voicing/tones';
import {
  atOrAbove,
  intoRange,
  rolledBy,
  rolledVelocity,
  velocityOf,
  noteFunctionOf,
  type Note,
} from '../note';
import { endOnHit, placeOnChords, type PlacedEvent } from '../placing';
import { thinned, variedVoices } from '../variedVoices';
import { barVariations, eventVariation, type BarVariation } from '../barVariation';
import type { SpanVoicing } from '../voicings';

/** A part's own keys: from the low E of the left hand; MIDI numbers. */
export const KEYS_RANGE = [28, 96] as const;

const ONSET: KeysEvent = { at: 0, for: 4, minDensity: 1, accent: 1, hand: 'right', play: 'all' };

/** Lowest root of the left hand: an octave above the bass part's, so that the two never blur. */
const LEFT_FLOOR = 40;

/** Widest the left hand reaches, semitones: a tenth. */
const TENTH = 16;

/** How many of a voicing's lowest tones the left hand takes where it was made for both. */
const leftShare = (voicing: readonly number[]): number =>
  voicing.length > 3 && voicing[1]! - voicing[0]! <= TENTH ? 2 : 1;

/** Keys: the voicing in the right hand, the bass and its octave or fifth in the left; or a voicing for both. */
export function keysNotes(region: Region<KeysPattern>, voicings: readonly SpanVoicing[]): Note[] {
  return region.settingsSpans.flatMap((stretch) => {
    if (!stretch.settings.on) return [];
    const { pattern } = stretch;
    const placed = placeOnChords(region, stretch, pattern.grids, ONSET);
    const played = endOnHit(region, stretch, placed, ONSET).filter(
      (p) => p.event.minDensity <= stretch.settings.density,
    );
    const way = barVariations(region, stretch);
    return byHands(played, stretch).flatMap((p) => {
      const how = eventVariation(region, p, way);
      return eventNotes(region, stretch, p, voicings[p.span]!.pitches, how);
    });
  });
}

/** The events of the hands that play. A left hand alone that the pattern has nothing for takes the right one's rhythm. */
function byHands(
  placed: readonly PlacedEvent<KeysEvent>[],
  { settings }: SettingsSpan,
): readonly PlacedEvent<KeysEvent>[] {
  const { hands, voicingType: manner } = settings;
  const hasLeft = placed.some((p) => p.event.hand === 'left');
  if (hands === 'both') {
    // Made for two hands, but the pattern is for one: it plays the whole.
    return manner === 'two hands' && !hasLeft
      ? placed.flatMap((p) => [
          { ...p, event: { ...p.event, hand: 'left' as const, play: 'octave' as const } },
          p,
        ])
      : placed;
  }
  if (hands === 'right' || hasLeft) return placed.filter((p) => p.event.hand === hands);
  return placed.map((p) => ({ ...p, event: { ...p.event, hand: 'left' as const, play: 'root' as const } }));
}

function rightHand({ play }: KeysEvent, tones: readonly number[]): readonly number[] {
  if (play === 'top') return tones.slice(-Math.max(1, Math.floor(tones.length / 2)));
  return play === 'lower' ? tones.slice(0, Math.ceil(tones.length / 2)) : tones;
}

function leftHand({ play }: KeysEvent, chord: Chord, lowest: number): readonly number[] {
  const root = atOrAbove(bassPc(chord), LEFT_FLOOR - 4);
  const fifth = chord.degrees.find((d) => degreeNumber(d) === 5);
  const wanted =
    play === 'octave'
      ? [root, root + 12]
      : play === 'fifth' && fifth && !isSlash(chord)
        ? [atOrAbove(degreePcOf(chord, fifth), root)]
        : [root];
  // The left hand stays under the right one.
  return wanted.filter((p) => p < lowest);
}

function pitchesOf(
  event: KeysEvent,
  chord: Chord,
  voicing: readonly number[],
  manner: SettingsSpan['settings']['voicingType'],
): readonly number[] {
  if (manner !== 'two hands') {
    return event.hand === 'right' ? rightHand(event, voicing) : leftHand(event, chord, voicing[0]!);
  }
  const share = leftShare(voicing);
  if (event.hand === 'right') return rightHand(event, voicing.slice(share));
  return event.play === 'root' ? voicing.slice(0, 1) : voicing.slice(0, share);
}

function eventNotes(
  region: Region,
  stretch: SettingsSpan,
  placed: PlacedEvent<KeysEvent>,
  voicing: readonly number[],
  how: BarVariation,
): Note[] {
  const chord = region.spans[placed.span]!.chord!;
  const velocity = velocityOf(stretch.settings, placed.event.accent);
  const voices = thinned(pitchesOf(placed.event, chord, voicing, stretch.settings.voicingType), chord, how);
  return variedVoices(voices, placed, how, 3, (pitch, i, start, end) => ({
    start,
    duration: end - start,
    pitch: intoRange(pitch + 12 * stretch.settings.octave, KEYS_RANGE),
    velocity: rolledVelocity(velocity, i, voices.length),
    noteFunction: noteFunctionOf(chord, pitch),
    span: placed.span,
    delay: rolledBy(i, stretch.settings),
  }));
}
