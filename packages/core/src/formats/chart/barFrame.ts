import { LIMITS } from '../../song/limits';
import { shortBar, wholeBar } from '../../time/bars';
import { ticksOf, type BarFrame } from './bar';
import { ChartError } from './error';
import type { Word } from './line';

const OWN_LENGTH = /^\{bar (\d{1,4})\/(\d{1,4})\}$/;

/**
 * The bar that words stand in: a whole one of the metre, or as long as `{bar 1/4}` in front of them says.
 * @throws ChartError where that length is none a bar of the metre can have.
 */
export function barFrame(
  words: readonly Word[],
  held: { readonly metre: string; readonly key: string },
  isFirst: boolean,
): { frame: BarFrame; left: readonly Word[] } {
  const whole = wholeBar(held.metre, held.key);
  const [first] = words;
  if (!first?.text.startsWith('{bar')) return { frame: whole, left: words };
  const match = OWN_LENGTH.exec(first.text);
  const length = match && ticksOf(Number(match[1]), Number(match[2]));
  if (!length || length < LIMITS.shortestBar || length > whole.length) {
    const reason = `"${first.text}" is no length of a bar. Write one shorter than ${held.metre}, like {bar 1/4}.`;
    throw new ChartError('bar-length-unreadable', first.line, first.column, reason);
  }
  if (words.length === 1) {
    throw new ChartError(
      'bar-empty',
      first.line,
      first.column,
      'This bar is empty. Write chords behind its length.',
    );
  }
  return { frame: shortBar(held.metre, held.key, length, isFirst), left: words.slice(1) };
}
