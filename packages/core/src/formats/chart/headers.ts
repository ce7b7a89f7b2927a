/** Values of a chart's header lines: key, metre, tempo. Columns given are where the value stands. */
import { FASTEST, SLOWEST } from '../../song/fields';
import { LIMITS } from '../../song/limits';
import { keyText, parseKey } from '../../theory/key';
import { COUNTED_NAMES, METRE_NAMES, findMetre } from '../../time/metre';
import { ChartError } from './error';
import type { Bpm } from '../../units/units';

/**
 * A key as charts write it.
 * @throws ChartError where it is none, with its line and column (both from 1).
 */
export function readKey(value: string, line: number, column: number): string {
  const key = parseKey(value);
  if (!key)
    throw new ChartError(
      'key-unknown',
      line,
      column,
      `"${value}" is not a key. Write one like C, Eb or F#m.`,
    );
  return keyText(key);
}

/**
 * A metre as charts write it.
 * @throws ChartError where it is none that is played here, with its line and column (both from 1).
 */
export function readMetre(value: string, line: number, column: number): string {
  const metre = findMetre(value);
  if (metre) return metre.name;
  const known = METRE_NAMES.join(', ');
  throw new ChartError(
    'metre-unknown',
    line,
    column,
    `The metre "${value}" is not known. Use one of ${known}.`,
  );
}

/** A tempo as it is written. */
export interface WrittenTempo {
  /** Beats a minute of what is counted. */
  readonly tempo: Bpm;
  /** Ticks of the note value written in front of it; null counts the metre's beat. */
  readonly counted: number | null;
  /** Bars over which it is reached, or null for at once. */
  readonly over: number | null;
}

const TEMPO =
  /^(?:(eighth|quarter|dotted quarter)\s*=\s*)?(\d+(?:\.\d+)?)(?:\s+over\s+(\d{1,2})(?:\s+bars?)?)?$/i;

const ticksCounted = (name: string): number =>
  Number(Object.keys(COUNTED_NAMES).find((ticks) => COUNTED_NAMES[Number(ticks)] === name.toLowerCase()));

/**
 * Reads `120`, `quarter = 90` or `60 over 2 bars`.
 * @param isSongs true for the song's own tempo, which keeps to what can be set for a song.
 * @throws ChartError where it is none that can be played, with its line and column (both from 1).
 */
export function readTempo(value: string, line: number, column: number, isSongs: boolean): WrittenTempo {
  const match = TEMPO.exec(value.trim());
  const tempo = match ? Number(match[2]) : NaN;
  const [slowest, fastest] = isSongs ? [SLOWEST, FASTEST] : [SLOWEST / 3, FASTEST * 3];
  if (!match || !(tempo >= slowest && tempo <= fastest)) {
    throw new ChartError(
      'tempo-unreadable',
      line,
      column,
      `"${value}" is not a tempo. Write beats a minute from ${SLOWEST} to ${FASTEST}.`,
    );
  }
  const over = match[3] === undefined ? null : Number(match[3]);
  if (over !== null && isSongs) {
    throw new ChartError(
      'tempo-change-in-header',
      line,
      column,
      'The song begins at its tempo. Write a gradual change inside a section.',
    );
  }
  if (over !== null && (over < 1 || over > LIMITS.rampBars)) {
    throw new ChartError(
      'tempo-change-length',
      line,
      column,
      `A tempo changes over 1 to ${LIMITS.rampBars} bars.`,
    );
  }
  return { tempo, counted: match[1] === undefined ? null : ticksCounted(match[1]), over };
}

/** Decimals with which a number of beats a minute is still written plainly. */
const isPlain = (tempo: Bpm): boolean => Math.abs(tempo * 1000 - Math.round(tempo * 1000)) < 1e-9;

/**
 * Writes a tempo given in quarter notes a minute the way {@link readTempo} reads it back exactly: in
 * the metre's beats, or where those have no end of decimals in quarters.
 */
export function tempoText(quarters: number, beats: number): string {
  return isPlain(beats) ? String(Math.round(beats * 1000) / 1000) : `quarter = ${quarters}`;
}
