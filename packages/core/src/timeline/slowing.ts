/** A ritardando over the last bars of the song. */
import type { Close } from '../song/schema';
import type { Bar } from '../time/bars';
import type { Ticks } from '../units/units';

/** Bars as they were slowed last. */
const known = new WeakMap<readonly Bar[], { readonly of: string; readonly bars: readonly Bar[] }>();

/**
 * Bars of a playing, the last of which slow down: from full tempo where the ritardando begins to `to` percent at
 * the song's end, evenly with the ticks. What changes the tempo within them is slowed in the same measure.
 * @param from tick at which it begins, counted from the playing's start; below 0 it began before.
 * @param until the song's end, counted likewise.
 */
export function slowed(bars: readonly Bar[], { to }: NonNullable<Close['slow']>, from: Ticks, until: Ticks) {
  const of = `${to}/${from}/${until}`;
  const found = known.get(bars);
  if (found?.of === of) return found.bars;
  const share = (tick: Ticks): number =>
    tick <= from ? 1 : 1 - (1 - to / 100) * Math.min(1, (tick - from) / (until - from));
  const made = bars.map((bar) => {
    const end = bar.start + bar.length;
    if (end <= from) return bar;
    return { ...bar, tempo: bar.tempo * share(bar.start), tempoTo: bar.tempoTo * share(end) };
  });
  known.set(bars, { of, bars: made });
  return made;
}
