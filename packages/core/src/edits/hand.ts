/** Edits of voicings by hand: for every part, or for one. */
import type { Draft } from 'immer';
import type { ChordEvent, Hand } from '../song/schema';
import { isPlayable } from '../voicing/guitar/shapes';
import { FRETS_ON_NECK } from '../voicing/guitar/check';
import { edit, type Edit } from './apply';
import { draftIn, sectionIn } from './within';
import type { Semitones } from '../units/units';

const sorted = (pitches: readonly number[]): number[] => [...new Set(pitches)].sort((a, b) => a - b);

const clean = (hand: Hand): Hand => ('pitches' in hand ? { pitches: sorted(hand.pitches) } : hand);

function put(chord: Draft<ChordEvent>, part: string, hand: Hand | null): void {
  const byHand = { ...chord.byHand };
  if (hand) byHand[part] = clean(hand);
  else delete byHand[part];
  if (Object.keys(byHand).length) chord.byHand = byHand;
  else delete chord.byHand;
}

/** Sets how one part plays chords by hand; null lets each go back to auto. One step, however many chords. */
export const setHands = (sectionId: string, part: string, hands: ReadonlyMap<string, Hand | null>): Edit =>
  edit('set by hand', (song) => {
    const section = sectionIn(song, sectionId);
    if (!section) return;
    for (const chord of draftIn(section).chords) {
      const hand = hands.get(chord.id);
      if (hand !== undefined) put(chord, part, hand);
    }
  });

/** Lets everything by hand go for one part, or (null) what was set for every part. */
export const backToAuto = (sectionId: string, chordId: string, part: string | null): Edit =>
  edit('back to auto', (song) => {
    const section = sectionIn(song, sectionId);
    const chord = section && draftIn(section).chords.find((c) => c.id === chordId);
    if (!chord) return;
    if (part === null) delete chord.voicing;
    else put(chord, part, null);
  });

/** True where anything of a chord was set by hand. */
export const isByHand = (chord: ChordEvent): boolean =>
  chord.voicing !== undefined || chord.byHand !== undefined;

const shifted = (pitches: readonly number[], semitones: Semitones): number[] =>
  pitches.map((p) => Math.max(0, Math.min(127, p + semitones)));

/** A shape moved along the neck, its open strings under a barre; null where no hand holds it there. */
function slid(frets: readonly (number | null)[], semitones: Semitones): (number | null)[] | null {
  const moved = frets.map((f) => (f === null ? null : f + semitones));
  const inside = moved.every((f) => f === null || (f >= 0 && f <= FRETS_ON_NECK));
  return inside && isPlayable(moved) ? moved : null;
}

/** Takes what was set by hand along when its chord is transposed; a shape no hand could hold there goes back to auto. */
export function moveHands(chord: Draft<ChordEvent>, semitones: Semitones): void {
  if (chord.voicing) chord.voicing = shifted(chord.voicing, semitones);
  for (const [part, hand] of Object.entries(chord.byHand ?? {})) {
    if ('pitches' in hand) {
      put(chord, part, { pitches: shifted(hand.pitches, semitones) });
    } else {
      const frets = slid(hand.frets, semitones);
      put(chord, part, frets && { frets });
    }
  }
}
