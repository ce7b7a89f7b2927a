import { parseChord } from '../../theory/chordGrammar';
import { chordsInUse } from '../../timeline/passes';
import { sectionBars } from '../../timeline/bars';
import type { Section, Song } from '../../song/schema';
import { writeBar, type BarChord } from './bar';

const BARS_A_LINE = 4;

interface Running {
  key: string;
  metre: string;
  tempo: number;
}

const changeLines = (before: Running, now: Running): string[] => [
  ...(now.key === before.key ? [] : [`key: ${now.key}`]),
  ...(now.metre === before.metre ? [] : [`time: ${now.metre}`]),
  ...(now.tempo === before.tempo ? [] : [`tempo: ${now.tempo}`]),
];

/** The bars of one section, four a line; what changes stands on lines between. */
function sectionLines(section: Section, song: Song, running: Running): { lines: string[]; running: Running } {
  const chords = chordsInUse(section);
  const lines: string[] = [];
  let row: string[] = [];
  let held = running;
  let at = 0;
  const endRow = () => {
    if (row.length) lines.push(`| ${row.join(' | ')} |`);
    row = [];
  };
  for (const bar of sectionBars(section, song)) {
    const changed = changeLines(held, bar);
    if (changed.length) {
      endRow();
      lines.push(...changed);
      held = { key: bar.key, metre: bar.metre, tempo: bar.tempo };
    }
    const inBar: BarChord[] = [];
    for (; at < chords.length && chords[at]!.start < bar.start + bar.length; at++) {
      const { start, length, symbol, push = 0 } = chords[at]!;
      const written = symbol === null ? null : parseChord(symbol).symbol;
      inBar.push({ start: start - bar.start, length, symbol: written, push });
    }
    row.push(writeBar(inBar, bar.length));
    if (row.length === BARS_A_LINE) endRow();
  }
  endRow();
  return { lines, running: held };
}

/**
 * Writes a song as chart text. Reading it again gives the same sections, form, keys, metres,
 * tempos and chords; what a chart cannot say (settings, cues, voicings) stays in the song.
 */
export function writeChart(song: Song): string {
  const lines = [
    `title: ${song.title}`,
    `key: ${song.key}`,
    `time: ${song.metre}`,
    `tempo: ${song.tempo}`,
    `style: ${song.style}`,
  ];
  let running: Running = { key: song.key, metre: song.metre, tempo: song.tempo };
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
