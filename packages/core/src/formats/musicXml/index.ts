/**
 * One part of a band as MusicXML: its notes by where they are written, the chords over them, sections, tempo and key.
 * Ticks are its divisions, {@link PPQ} to a quarter. Percussion has no pitches to write.
 */
import type { Band, BandBar, BandChord, BandPart } from '../../band/index';
import { rangeOfInstrument } from '../../song/instrumentRanges';
import type { Chord } from '../../theory/chord';
import { parseChord } from '../../theory/chordGrammar';
import { isSameKey, signature } from '../../theory/key';
import { LETTERS } from '../../theory/pitch';
import { spell } from '../../theory/spelling';
import { transposeSymbol } from '../../theory/transposition';
import { inBeats } from '../../time/metre';
import { PPQ } from '../../time/ticks';
import type { BarIndex, MidiNote, Semitones, Ticks } from '../../units/units';
import { element, type Element } from './elements';
import { onStaffGrid, type BarGrid, type StaffNote } from './grid';
import { harmony } from './harmony';
import { transposedKey, type KeyMove } from './forInstrument';
import { valuesOf, type NoteValue } from './values';

/** What is written of a part. */
export interface StaffAsked {
  readonly title: string;
  /** True where it is written for its instrument: a tenor saxophone a ninth higher than it sounds. */
  readonly forInstrument: boolean;
}

/** How a part stands on its staff. */
interface Staff {
  /** Semitones by which it is written higher than it sounds, beside the octave of its clef. */
  readonly by: Semitones;
  readonly clef: Clef;
  readonly keyOf: (bar: BandBar) => KeyMove;
}

interface Clef {
  readonly sign: 'G' | 'F';
  readonly line: number;
  /** Octaves by which what is written sounds higher; lower where it is below 0. */
  readonly octave: number;
}

/** Lines that lie mostly under this are written in the bass clef, MIDI number: under B3 and its ledger lines. */
const LOW: MidiNote = 57;

function clefOf(pitches: readonly MidiNote[], octave: number): Clef {
  const mean = pitches.reduce((sum, pitch) => sum + pitch, 0) / Math.max(1, pitches.length);
  return mean - 12 * octave < LOW && pitches.length
    ? { sign: 'F', line: 4, octave }
    : { sign: 'G', line: 2, octave };
}

/** How a part is written: instruments that sound an octave off have that in their clef, whoever reads. */
function staffOf(part: BandPart, forInstrument: boolean): Staff {
  const { written } = rangeOfInstrument(part.program);
  const isOctave = written % 12 === 0;
  const by = forInstrument && !isOctave ? written : 0;
  const octave = isOctave ? -written / 12 : 0;
  return {
    by,
    clef: clefOf(
      part.notes.map(({ pitch }) => pitch + by),
      octave,
    ),
    keyOf: ({ key }) => transposedKey(key, by),
  };
}

/** A pitch as it is written: step, alteration, octave. An octave in the clef moves where it is drawn, not what it is called. */
function pitchElement(pitch: MidiNote, chord: Chord | null, { by }: Staff, move: KeyMove): Element {
  const up = pitch + by;
  const note = spell(up, { chord: chord && chordFor(chord, move), key: move.key });
  const octave = Math.floor((up - note.alter) / 12) - 1;
  return element('pitch', [
    element('step', LETTERS[note.letter]!),
    note.alter ? element('alter', note.alter) : null,
    element('octave', octave),
  ]);
}

const chordFor = (chord: Chord, { by }: KeyMove): Chord =>
  by && !chord.exact ? parseChord(transposeSymbol(chord.symbol, by)) : chord;

/** What goes on from one value to the next, of a note or a rest. */
interface Piece {
  readonly value: NoteValue;
  readonly at: Ticks;
  readonly struck: StaffNote | null;
  readonly isTiedFrom: boolean;
  readonly isTiedTo: boolean;
}

/** The values of a bar in order: what sounds, what goes on into it, and what rests between. */
function piecesOf(bar: BandBar, grid: BarGrid, struck: readonly StaffNote[]): Piece[] {
  const beats = [...bar.beats, bar.length];
  const end = bar.start + bar.length;
  const pieces: Piece[] = [];
  let at = 0;
  const put = (to: Ticks, own: StaffNote | null): void => {
    const values = valuesOf(at, to, grid, beats);
    values.forEach((value, i) => {
      pieces.push({
        value,
        at,
        struck: own,
        isTiedFrom: own !== null && (i > 0 || own.from < bar.start + at),
        isTiedTo: own !== null && (i < values.length - 1 || own.to > bar.start + at + value.length),
      });
      at += value.length;
    });
  };
  for (const own of struck) {
    const from = Math.max(0, own.from - bar.start);
    if (from > at) put(from, null);
    put(Math.min(end, own.to) - bar.start, own);
  }
  if (at < bar.length) put(bar.length, null);
  return pieces;
}

/** Where a run of thirds begins and ends: with a quarter's first note and its last. */
function tupletAt(pieces: readonly Piece[], index: number): Element | null {
  const piece = pieces[index]!;
  if (!piece.value.isTriplet) return null;
  const quarter = (one: Piece | undefined) => (one?.value.isTriplet ? Math.floor(one.at / PPQ) : null);
  const own = quarter(piece);
  if (quarter(pieces[index - 1]) !== own) return element('tuplet', [], { type: 'start', bracket: 'yes' });
  if (quarter(pieces[index + 1]) !== own) return element('tuplet', [], { type: 'stop' });
  return null;
}

function noteElements(pieces: readonly Piece[], index: number, staff: Staff, move: KeyMove): Element[] {
  const { value, struck, isTiedFrom, isTiedTo } = pieces[index]!;
  const tuplet = tupletAt(pieces, index);
  const ties = [isTiedFrom ? 'stop' : null, isTiedTo ? 'start' : null].filter((type) => type !== null);
  const written = (pitch: Element, isAdded: boolean): Element => {
    const notations = [...ties.map((type) => element('tied', [], { type })), isAdded ? null : tuplet].filter(
      (one) => one !== null,
    );
    return element('note', [
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
      notations.length ? element('notations', notations) : null,
    ]);
  };
  if (!struck) return [written(element('rest'), false)];
  return struck.pitches.map((pitch, i) =>
    written(pitchElement(pitch, struck.context.chord, staff, move), i > 0),
  );
}

/** A bar that rests throughout. */
const wholeRest = (length: Ticks): Element =>
  element('note', [
    element('rest', [], { measure: 'yes' }),
    element('duration', length),
    element('voice', 1),
  ]);

function attributesOf(bar: BandBar, before: BandBar | undefined, staff: Staff): Element | null {
  const isNewKey = !before || !isSameKey(before.key, bar.key);
  const isNewMetre = before?.metre.name !== bar.metre.name;
  if (!isNewKey && !isNewMetre) return null;
  const { key } = staff.keyOf(bar);
  const { numerator, denominator } = bar.metre;
  const { sign, line, octave } = staff.clef;
  return element('attributes', [
    before ? null : element('divisions', PPQ),
    isNewKey ? element('key', [element('fifths', signature(key)), element('mode', key.mode)]) : null,
    isNewMetre ? element('time', [element('beats', numerator), element('beat-type', denominator)]) : null,
    before
      ? null
      : element('clef', [
          element('sign', sign),
          element('line', line),
          octave ? element('clef-octave-change', octave) : null,
        ]),
    before || !staff.by ? null : transposeElement(staff.by),
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
      ? element('direction', [type(element('rehearsal', bar.section))], { placement: 'above' })
      : null,
    before && Math.round(before.tempoTo) === tempo
      ? null
      : element('direction', [type(metronome(bar)), element('sound', [], { tempo })], { placement: 'above' }),
  ].filter((one) => one !== null);
}

interface MeasureAsked {
  readonly bar: BandBar;
  readonly before: BandBar | undefined;
  readonly number: BarIndex;
  readonly isLast: boolean;
  readonly grid: BarGrid;
  readonly struck: readonly StaffNote[];
  readonly chords: readonly BandChord[];
  readonly staff: Staff;
}

/** A bar with what lies in it. */
function measureOf({ bar, before, number, isLast, grid, struck, chords, staff }: MeasureAsked): Element {
  const move = staff.keyOf(bar);
  const pieces = piecesOf(bar, grid, struck);
  const isEmpty = pieces.every((piece) => piece.struck === null);
  const harmonyAt = (from: Ticks, to: Ticks): Element[] =>
    chords
      .filter(({ start }) => start - bar.start >= from && start - bar.start < to)
      .map(({ chord, start }) => harmony(chord && chordFor(chord, move), start - bar.start - from));
  const notes = isEmpty
    ? [...harmonyAt(0, bar.length), wholeRest(bar.length)]
    : pieces.flatMap((piece, i) => [
        ...harmonyAt(piece.at, piece.at + piece.value.length),
        ...noteElements(pieces, i, staff, move),
      ]);
  const end = element('barline', [element('bar-style', 'light-heavy')], { location: 'right' });
  return element(
    'measure',
    [attributesOf(bar, before, staff), ...directionsOf(bar, before), ...notes, isLast ? end : null],
    { number: number + 1, ...(bar.length < bar.metre.length && { implicit: 'yes' }) },
  );
}

const HEAD = '<?xml version="1.0" encoding="UTF-8"?>\n';

/**
 * A part as a MusicXML document.
 * @returns null where there is no such part, it has no pitches to write, or the song has no bars.
 */
export function musicXmlOf(band: Band, partId: string, { title, forInstrument }: StaffAsked): string | null {
  const part = band.parts.find(({ id }) => id === partId);
  if (!part?.pitched || !band.bars.length) return null;
  const staff = staffOf(part, forInstrument);
  const { grids, struck } = onStaffGrid(part.notes, band.bars);
  const measures = band.bars.map((bar, i) =>
    measureOf({
      bar,
      before: band.bars[i - 1],
      number: i,
      isLast: i === band.bars.length - 1,
      grid: grids[i]!,
      struck: struck.filter(({ from, to }) => from < bar.start + bar.length && to > bar.start),
      chords: band.chords.filter(({ start }) => start >= bar.start && start < bar.start + bar.length),
      staff,
    }),
  );
  const name = part.name;
  return (
    HEAD +
    element(
      'score-partwise',
      [
        element('work', [element('work-title', title)]),
        element('part-list', [element('score-part', [element('part-name', name)], { id: 'P1' })]),
        element('part', measures, { id: 'P1' }),
      ],
      { version: '4.0' },
    ) +
    '\n'
  );
}
