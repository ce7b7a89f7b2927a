/** Second lines: in the scale over each chord, in range, note for note with the first. */
import { renderBand } from '@backline/core/band/index';
import { applyEdit } from '@backline/core/edits/apply';
import { keepTake } from '@backline/core/edits/takes';
import { readChart } from '@backline/core/formats/chart/index';
import type { Note } from '@backline/core/parts/note';
import { OURS } from '@backline/core/styles/index';
import { secondLineTo } from '@backline/core/takes/keep';
import { SECOND_LINES, type SecondLine } from '@backline/core/song/choices';
import { secondLine } from '@backline/core/takes/secondLine';
import { midiName } from '@backline/core/theory/pitch';
import { regionsIn, song as chartOf } from '../support/music';

const spansOf = (bars: string, header = 'key: C') => regionsIn(chartOf(bars, header))[0]![0]!.spans;
const notesOf = (...pitches: number[]): Note[] =>
  pitches.map((pitch, i) => ({
    start: i * 480,
    duration: 400,
    pitch,
    velocity: 80,
    noteFunction: 'root',
    span: 0,
  }));
const named = (bars: string, how: SecondLine, ...pitches: number[]): string =>
  secondLine(notesOf(...pitches), spansOf(bars), how, [36, 96])
    .map(({ pitch }) => midiName(pitch))
    .join(' ');

// C major, bar of C: scale steps as every primer of harmony counts them (common practice).
it.each<[SecondLine, string]>([
  ['third below', 'A4 B4 C5 E5'],
  ['third above', 'E5 F5 G5 B5'],
  ['sixth below', 'E4 F4 G4 B4'],
  ['octave below', 'C4 D4 E4 G4'],
  ['chord tone below', 'G4 G4 C5 E5'],
])('over C major a %s of C D E G is %s', (how, expected) => {
  expect(named('C | C', how, 72, 74, 76, 79)).toBe(expected);
});

it('a third is that of the scale over the chord that is there', () => {
  expect(named('C7', 'third below', 72)).toBe('A4');
  expect(named('Cm7', 'third below', 79)).toBe('Eb5');
  expect(named('Cmaj7', 'third below', 79)).toBe('E5');
  // Of a note between the scale's the next that is in it counts.
  expect(named('C', 'third below', 73)).toBe('B4');
});

it('a block is the chord closely under the note, its second voice an octave lower', () => {
  // Drop 2 of Cmaj7 under B: G–C–E–B with the voice under the top an octave down (common practice of arranging).
  expect(named('Cmaj7', 'block', 83)).toBe('G4 C5 E5');
  expect(named('Dm7', 'block', 81)).toBe('F4 C5 D5');
});

it('where there is no chord it is silent, and what lies beyond a range comes into it', () => {
  expect(named('N.C.', 'third below', 72)).toBe('');
  const low = secondLine(notesOf(40, 52), spansOf('C | C'), 'octave below', [48, 72]);
  expect(low.every(({ pitch }) => pitch >= 48 && pitch <= 72)).toBe(true);
});

it('with a whole solo it goes note for note, as a take of another part', () => {
  const SONG = readChart(
    'title: Any\nstyle: copperline\n[Verse] x2\nEm7 | A7 | Em7 | Am7 Bm7\n[Chorus]\nG6 | A7 | Cmaj7 | Em9',
    OURS,
  );
  const band = renderBand(SONG, OURS);
  const stretch = { from: 0, to: band.length };
  const lead = band.parts.find(({ kind }) => kind === 'solo')!;
  const horns = SONG.parts.find(({ kind }) => kind === 'horns')!;
  const { range } = OURS.kinds.get('horns')!;
  for (const how of SECOND_LINES) {
    const take = secondLineTo(SONG, OURS, band, lead.id, stretch, how, range)!;
    const song = applyEdit(SONG, keepTake(horns.id, { id: 't1', ...take }, true))!.song;
    const heard = renderBand(song, OURS).parts.find(({ id }) => id === horns.id)!;
    expect(heard.trouble).toBeNull();
    const starts = new Set(lead.notes.map(({ start }) => start));
    expect(
      heard.notes.every(({ start, pitch }) => starts.has(start) && pitch >= range[0] && pitch <= range[1]),
    ).toBe(true);
    expect(new Set(heard.notes.map(({ start }) => start)).size).toBeGreaterThan(0.95 * starts.size);
    if (how === 'block') expect(heard.notes.length).toBeGreaterThan(2 * starts.size);
  }
  expect(secondLineTo(SONG, OURS, band, 'nobody', stretch, 'block', range)).toBeNull();
});
