import { parseChord } from '../../theory/chordGrammar';
import { chordsInUse } from '../../song/inUse';
import { sectionBars, type Bar } from '../../time/bars';
import { inBeats, inQuarters, metreOf } from '../../time/metre';
import type { Section, Song } from '../../song/schema';
import { fraction, writeBar, type BarChord } from './bar';
import { tempoText } from './headers';
import type { Bpm } from '../../units/units';

const BARS_A_LINE = 4;

interface WritingState {
  key: string;
  metre: string;
  tempo: Bpm;
}

/** A gradual change of tempo: over how many bars, and to how many quarters a minute. */
interface WrittenRamp {
  readonly bars: number;
  readonly to: number;
}

const changeLines = (before: WritingState, now: Bar): string[] => [
  ...(now.key === before.key ? [] : [`key: ${now.key}`]),
  ...(now.metre === before.metre ? [] : [`time: ${now.metre}`]),
];

/** A tempo that is reached little by little is written where it sets out, by where it leads. */
function tempoLine(quarters: number, { metre }: Bar, ramp: WrittenRamp | null): string {
  const text = tempoText(quarters, inBeats(quarters, metreOf(metre)));
  return ramp ? `tempo: ${text} over ${ramp.bars}` : `tempo: ${text}`;
}

/** The gradual change of tempo that sets out at a bar, or null. */
function rampAt(section: Section, bar: Bar, index: number): WrittenRamp | null {
  const change = section.changes.find((c) => c.bar === index);
  if (change?.tempo === undefined || change.over === undefined) return null;
  return { bars: change.over, to: inQuarters(change.tempo, metreOf(bar.metre)) };
}

/** The bars of one section, four a line; what changes stands on lines between. */
function sectionLines(
  section: Section,
  song: Song,
  running: WritingState,
): { lines: string[]; running: WritingState } {
  const chords = chordsInUse(section);
  const lines: string[] = [];
  let row: string[] = [];
  let held = running;
  let at = 0;
  let rampEnd = 0;
  const endRow = () => {
    if (row.length) lines.push(`| ${row.join(' | ')} |`);
    row = [];
  };
  sectionBars(section, song).forEach((bar, index) => {
    const ramp = rampAt(section, bar, index);
    // Along a ramp the tempo is another at each bar, without being written there.
    const isSet = index === 0 || section.changes.some((c) => c.bar === index && c.tempo !== undefined);
    const tempo = isSet ? (ramp?.to ?? bar.tempo) : held.tempo;
    const changed = changeLines(held, bar);
    if (ramp || (isSet && (tempo !== held.tempo || index < rampEnd)))
      changed.push(tempoLine(tempo, bar, ramp));
    if (changed.length) {
      endRow();
      lines.push(...changed);
    }
    if (ramp) rampEnd = index + ramp.bars;
    held = { key: bar.key, metre: bar.metre, tempo };
    const inBar: BarChord[] = [];
    for (; at < chords.length && chords[at]!.start < bar.start + bar.length; at++) {
      const { start, length, symbol, anticipation: push = 0, leadIn } = chords[at]!;
      const written = symbol === null ? null : parseChord(symbol).symbol;
      inBar.push({ start: start - bar.start, length, symbol: written, push, ...(leadIn && { leadIn }) });
    }
    const own = bar.length < metreOf(bar.metre).length ? `{bar ${fraction(bar.length)}} ` : '';
    row.push(own + writeBar(inBar, bar));
    if (row.length === BARS_A_LINE) endRow();
  });
  endRow();
  return { lines, running: held };
}

/**
 * Writes a song as chart text. Reading it again gives the same sections, form, keys, metres,
 * tempos and chords; what a chart cannot say (settings, cues, voicings) stays in the song.
 */
export function writeChart(song: Song): string {
  const songTempo = inQuarters(song.tempo, metreOf(song.metre));
  const lines = [
    `title: ${song.title}`,
    `key: ${song.key}`,
    `time: ${song.metre}`,
    `tempo: ${tempoText(songTempo, song.tempo)}`,
    `style: ${song.style}`,
  ];
  let running: WritingState = { key: song.key, metre: song.metre, tempo: songTempo };
  const written = new Set<string>();
  const write = (section: Section, repeats: number): void => {
    lines.push('', `[${section.name}]${repeats === 1 ? '' : ` x${repeats}`}`);
    if (written.has(section.id)) return;
    written.add(section.id);
    const body = sectionLines(section, song, running);
    running = body.running;
    lines.push(...body.lines);
  };
  const byId = new Map(song.sections.map((s) => [s.id, s]));
  for (const entry of song.form) {
    const section = byId.get(entry.section);
    if (section) write(section, entry.repeats);
  }
  for (const section of song.sections) if (!written.has(section.id)) write(section, 0);
  return lines.join('\n') + '\n';
}
