import { LIMITS } from '../../song/limits';
import { ChartError } from './error';

/** Size of a text as one says it: its characters, about a byte each. */
const sizeOf = (text: string): string =>
  text.length >= 1e6 ? `${(text.length / 1e6).toFixed(1)} MB` : `${Math.round(text.length / 1000)} kB`;

/** @throws ChartError where it is no text that could be a chart, or too large a one. */
export function checkText(text: string): void {
  if (text.length > LIMITS.chartBytes) {
    const reason = `This chart is ${sizeOf(text)} long; at most ${LIMITS.chartBytes / 1e6} MB can be read.`;
    throw new ChartError('text-too-large', 1, 1, reason);
  }
  if (/\p{Surrogate}/u.test(text)) {
    throw new ChartError('text-unreadable', 1, 1, 'This is not text: it holds halves of characters.');
  }
}
