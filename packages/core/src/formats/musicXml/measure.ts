/** A bar as an element: key, metre and clef where they are new, section and tempo, chords, notes. */
import type { BandBar, BandChord } from '../../band/index';
import { isSameKey, signature } from '../../theory/key';
import { inBeats } from '../../time/metre';
import { PPQ } from '../../time/ticks';
import type { BarIndex, Semitones, Ticks } from '../../units/units';
import { element, type Element } from './elements';
import type { BarGrid, StaffNote } from './grid';
import { harmony } from './harmony';
import { barId } from './ids';
import { noteElements, wholeRest } from './notes';
import { notePieces } from './pieces';
import { chordFor, type Staff } from './staff';

/** @param isFirst of what is written here: it says all, a metre that goes on without being seen. */
function attributesOf(
  { bar, before, isFirst }: Pick<MeasureAsked, 'bar' | 'before' | 'isFirst'>,
  staff: Staff,
): Element | null {
  const isNewMetre = before?.metre.name !== bar.metre.name;
  const isNewKey = isFirst || !before || !isSameKey(before.key, bar.key);
  if (!isNewKey && !isNewMetre) return null;
  const seen: Record<string, string> = isNewMetre ? {} : { 'print-object': 'no' };
  const { key } = staff.keyOf(bar);
  const { numerator, denominator } = bar.metre;
  const { sign, line, octave } = staff.clef;
  return element('attributes', [
    isFirst ? element('divisions', PPQ) : null,
    isNewKey ? element('key', [element('fifths', signature(key)), element('mode', key.mode)]) : null,
    isNewMetre || isFirst
      ? element('time', [element('beats', numerator), element('beat-type', denominator)], seen)
      : null,
    isFirst
      ? element('clef', [
          element('sign', sign),
          element('line', line),
          octave ? element('clef-octave-change', octave) : null,
        ])
      : null,
    isFirst && staff.by ? transposeElement(staff.by) : null,
  ]);
}

/** How what is written sounds. */
function transposeElement(by: Semitones): Element {
  // Steps of the staff nearest to so many semitones.
  const diatonic = Math.round((by * 7) / 12);
  return element('transpose', [element('diatonic', -diatonic), element('chromatic', -by)]);
}

/** A tempo in the note value that its metre counts. */
function metronome({ tempo, metre }: BandBar): Element {
  const isDotted = metre.counted === 1.5 * PPQ;
  return element('metronome', [
    element('beat-unit', metre.counted === PPQ / 2 ? 'eighth' : 'quarter'),
    isDotted ? element('beat-unit-dot') : null,
    element('per-minute', Math.round(inBeats(tempo, metre))),
  ]);
}

/** The section's name and the tempo, where they are other than before. */
function directionsOf(bar: BandBar, before: BandBar | undefined): Element[] {
  const isNewSection = bar.index === 0 && before?.occurrenceKey !== bar.occurrenceKey;
  const tempo = Math.round(bar.tempo);
  const type = (content: Element): Element => element('direction-type', [content]);
  return [
    isNewSection
      ? element('direction', [type(element('rehearsal', bar.section, { justify: 'left', halign: 'left' }))], {
          placement: 'above',
        })
      : null,
    before && Math.round(before.tempoTo) === tempo
      ? null
      : element('direction', [type(metronome(bar)), element('sound', [], { tempo })], { placement: 'above' }),
  ].filter((one) => one !== null);
}

/** What a bar is written of. */
export interface MeasureAsked {
  readonly bar: BandBar;
  readonly before: BandBar | undefined;
  readonly number: BarIndex;
  /** The first of what is written, which may begin in the middle of the song. */
  readonly isFirst: boolean;
  /** The last of the song. */
  readonly isLast: boolean;
  readonly grid: BarGrid;
  readonly struck: readonly StaffNote[];
  readonly chords: readonly BandChord[];
  readonly staff: Staff;
}

/** A bar with what lies in it. */
export function measureOf(asked: MeasureAsked): Element {
  const { bar, before, number, isLast, grid, struck, chords, staff } = asked;
  const move = staff.keyOf(bar);
  const pieces = notePieces(bar, grid, struck);
  const isEmpty = pieces.every((piece) => piece.struck === null);
  const harmonyAt = (from: Ticks, to: Ticks): Element[] =>
    chords
      .filter(({ start }) => start - bar.start >= from && start - bar.start < to)
      .map(({ chord, start }) => harmony(chord && chordFor(chord, move), start - bar.start - from));
  const notes = isEmpty
    ? [...harmonyAt(0, bar.length), wholeRest(bar.length)]
    : pieces.flatMap((piece, i) => [
        ...harmonyAt(piece.at, piece.at + piece.value.length),
        ...noteElements(pieces, i, bar, staff, move),
      ]);
  const end = element('barline', [element('bar-style', 'light-heavy')], { location: 'right' });
  return element(
    'measure',
    [attributesOf(asked, staff), ...directionsOf(bar, before), ...notes, isLast ? end : null],
    { id: barId(number), number: number + 1, ...(bar.length < bar.metre.length && { implicit: 'yes' }) },
  );
}
