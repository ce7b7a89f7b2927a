import type { Repertoire } from '../../band/repertoire';
import type { Song } from '../../song/schema';
import { ChartError, readChart } from '../chart/index';
import { chartOfSheet } from './index';

/** A song read from a chart or a chord sheet, with what is to be said of it. */
export interface ReadText {
  readonly song: Song;
  /** What was made of it, in sentences, where it was not written as a chart. */
  readonly told: readonly string[];
}

/** A complaint about a chart that a sheet was written as, at the place of the word in the sheet. */
function inSheet(sheet: string, { code, reason, unread, line, column }: ChartError): ChartError {
  const lines = sheet.split(/\r\n|\r|\n/);
  const at = unread ? lines.findIndex((text) => text.includes(unread.word)) : -1;
  if (!unread || at < 0) return new ChartError(code, line, column, reason, unread);
  return new ChartError(code, at + 1, lines[at]!.indexOf(unread.word) + 1, reason, unread);
}

/**
 * Reads a text as a chart, or where it is none as a chord sheet.
 * @throws ChartError at the first thing that cannot be read.
 */
export function readChartOrSheet(text: string, repertoire: Repertoire): ReadText {
  try {
    return { song: readChart(text, repertoire), told: [] };
  } catch (error) {
    const sheet = error instanceof ChartError ? chartOfSheet(text) : null;
    if (!sheet) throw error;
    try {
      return { song: readChart(sheet.text, repertoire), told: sheet.told };
    } catch (within) {
      throw within instanceof ChartError ? inSheet(text, within) : within;
    }
  }
}
