/** The shape in hand, copied from one chord to be laid on others. */
import { create } from 'zustand';
import { partSymbols } from '@backline/core/band/sectionAlone';
import type { ChordVoicing } from '@backline/core/band/sectionVoicings';
import { setHands } from '@backline/core/edits/hand';
import type { Hand, Song } from '@backline/core/song/schema';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { pitchClass } from '@backline/core/theory/pitch';
import { nearestShape, troubleWith } from '@backline/core/voicing/guitar/check';
import type { Frets } from '@backline/core/voicing/guitar/shapes';
import { lay, shapeOver, type Shape } from '@backline/core/voicing/shape';
import { change } from '../../../state/openSong';
import { repertoire } from '../../../state/repertoire';

export interface CopiedShape {
  readonly part: string;
  readonly symbol: string;
  readonly shape: Shape;
  readonly frets: Frets | null;
}

export interface SelectedShape {
  readonly copied: CopiedShape | null;
  /** What was just done with it, as sentences. */
  readonly said: readonly string[];
}

export const useShape = create<SelectedShape>(() => ({ copied: null, said: [] }));

export function copyShape(part: string, { symbol, pitches, frets }: ChordVoicing): void {
  if (symbol === null || !pitches.length) return;
  const shape = shapeOver(pitches, parseChord(symbol));
  useShape.setState({ copied: { part, symbol, shape, frets }, said: [`The shape of ${symbol} is in hand.`] });
}

interface Fitted {
  readonly hand: Hand;
  readonly said: readonly string[];
}

/** A guitar's shape slid along the neck to another root; where that cannot be held, the nearest that can. */
function slide(copied: CopiedShape, frets: Frets, symbol: string, open: readonly number[]): Fitted | null {
  const chord = parseChord(symbol);
  const up = (pitchClass(chord.root) - pitchClass(parseChord(copied.symbol).root) + 12) % 12;
  const moved = [up, up - 12]
    .map((by) => frets.map((f) => (f === null ? null : f + by)))
    .find((shape) => shape.every((f) => f === null || f >= 0));
  if (!moved) return null;
  const trouble = troubleWith(moved, chord, open);
  if (!trouble.length) return { hand: { frets: moved }, said: [] };
  const nearest = nearestShape(moved, chord, open);
  return (
    nearest && { hand: { frets: [...nearest.frets] }, said: [`${trouble[0]!} Fitted to the nearest shape.`] }
  );
}

function fit(copied: CopiedShape, symbol: string, open: readonly number[] | null): Fitted {
  const slid = open && copied.frets ? slide(copied, copied.frets, symbol, open) : null;
  if (slid) return slid;
  const { pitches, fitted } = lay(copied.shape, parseChord(symbol));
  return { hand: { pitches: [...pitches] }, said: fitted };
}

/**
 * Lays the shape in hand on chords of a section, all in one step, and says what had to be fitted.
 * @param open what a guitar's open strings sound; null for other instruments.
 */
export function layShape(
  song: Song,
  section: string,
  part: string,
  chords: readonly string[],
  open: readonly number[] | null,
): void {
  const { copied } = useShape.getState();
  if (!copied) return;
  const hands = new Map<string, Hand>();
  const said: string[] = [];
  for (const [chordId, symbol] of partSymbols(song, repertoire(), section, part)) {
    if (symbol === null || !chords.includes(chordId)) continue;
    const fitted = fit(copied, symbol, open);
    hands.set(chordId, fitted.hand);
    said.push(...fitted.said);
  }
  change(setHands(section, part, hands));
  const count = `Laid on ${hands.size === 1 ? 'one chord' : `${hands.size} chords`}.`;
  useShape.setState({ said: [count, ...new Set(said)] });
}
