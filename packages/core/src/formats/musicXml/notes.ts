/** Notes and rests as elements: their values, ties, runs of thirds and beams. */
import type { BandBar } from '../../band/index';
import { PPQ } from '../../time/ticks';
import type { Ticks } from '../../units/units';
import { beamElements } from './beams';
import { element, type Element } from './elements';
import type { KeyMove } from './forInstrument';
import { noteId } from './ids';
import { writtenPitch, type Staff, type WrittenPitch } from './staff';
import type { NotePiece } from './pieces';

/** Where a run of thirds begins and ends: with a quarter's first note and its last. */
function tupletAt(pieces: readonly NotePiece[], index: number): Element | null {
  const piece = pieces[index]!;
  if (!piece.value.isTriplet) return null;
  const quarter = (one: NotePiece | undefined) => (one?.value.isTriplet ? Math.floor(one.at / PPQ) : null);
  const own = quarter(piece);
  if (quarter(pieces[index - 1]) !== own) return element('tuplet', [], { type: 'start', bracket: 'yes' });
  if (quarter(pieces[index + 1]) !== own) return element('tuplet', [], { type: 'stop' });
  return null;
}

const pitchElement = ({ step, alter, octave }: WrittenPitch): Element =>
  element('pitch', [
    element('step', step),
    alter ? element('alter', alter) : null,
    element('octave', octave),
  ]);

/** A note or a chord with all its tones, or a rest. */
export function noteElements(
  pieces: readonly NotePiece[],
  index: number,
  bar: BandBar,
  staff: Staff,
  move: KeyMove,
): Element[] {
  const { value, at, struck, isTiedFrom, isTiedTo } = pieces[index]!;
  const tuplet = tupletAt(pieces, index);
  const beams = beamElements(pieces, index, bar.beats);
  const ties = [isTiedFrom ? 'stop' : null, isTiedTo ? 'start' : null].filter((type) => type !== null);
  const written = (pitch: Element, isAdded: boolean, id: string | null): Element => {
    const notations = [...ties.map((type) => element('tied', [], { type })), isAdded ? null : tuplet].filter(
      (one) => one !== null,
    );
    return element(
      'note',
      [
        isAdded ? element('chord') : null,
        pitch,
        element('duration', value.length),
        ...ties.map((type) => element('tie', [], { type })),
        element('voice', 1),
        element('type', value.type),
        value.dots ? element('dot') : null,
        value.isTriplet
          ? element('time-modification', [element('actual-notes', 3), element('normal-notes', 2)])
          : null,
        ...(isAdded ? [] : beams),
        notations.length ? element('notations', notations) : null,
      ],
      id === null ? {} : { id },
    );
  };
  if (!struck) return [written(element('rest'), false, null)];
  return struck.pitches.map((pitch, i) =>
    written(
      pitchElement(writtenPitch(pitch, struck.context.chord, staff, move)),
      i > 0,
      noteId(struck.from, pitch, bar.start + at),
    ),
  );
}

/** A bar that rests throughout. */
export const wholeRest = (length: Ticks): Element =>
  element('note', [
    element('rest', [], { measure: 'yes' }),
    element('duration', length),
    element('voice', 1),
  ]);
