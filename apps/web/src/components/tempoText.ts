/** Tempos as they are shown and read out: the note value that is counted, and how many of it go by in a minute. */
import { COUNTED_NAMES, inBeats, metreOf } from '@backline/core/time/metre';

interface Timed {
  readonly metre: string;
  /** Beats a minute of its metre. */
  readonly tempo: number;
}

/** Signs of the note values a tempo counts. */
const SIGNS: Readonly<Record<number, string>> = { 240: '♪', 480: '♩', 720: '♩.' };

const rounded = (tempo: number): number => Math.round(tempo * 10) / 10;

/** "♩. = 80", of a song. */
export const songTempoText = ({ metre, tempo }: Timed): string =>
  `${SIGNS[metreOf(metre).counted]} = ${rounded(tempo)}`;

/** "80 dotted quarters a minute", of a song. */
export const tempoInWords = ({ metre, tempo }: Timed): string =>
  `${rounded(tempo)} ${COUNTED_NAMES[metreOf(metre).counted]}s a minute`;

/** The tempo a bar begins with; its own counts quarter notes. */
export const tempoText = ({ metre, tempo }: Timed): string =>
  songTempoText({ metre, tempo: inBeats(tempo, metreOf(metre)) });
