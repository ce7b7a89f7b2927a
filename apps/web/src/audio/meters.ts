/** How loud each strip is at the moment, and was at most: read by what draws meters, and by nothing else. */
import type { Report } from '@backline/sound/engine/messages';

export interface Meter {
  /** Loudest sample of the last moment, falling back slowly; 1 is full scale. */
  now: number;
  /** Loudest sample since it was last taken back. */
  most: number;
}

/** Share of its height a meter keeps from one report to the next: it falls by about 20 dB in a second. */
const FALLS = 0.955;

const meters = new Map<string, Meter>();
/** The meter of what comes out. */
export const OUT = 'out';

function lift(id: string, peak: number): void {
  const meter = meters.get(id);
  if (!meter) meters.set(id, { now: peak, most: peak });
  else {
    meter.now = Math.max(peak, meter.now);
    meter.most = Math.max(peak, meter.most);
  }
}

/** A report of the audio thread has come. */
export function hearPeaks({ peaks, out }: Pick<Report, 'peaks' | 'out'>): void {
  for (const meter of meters.values()) meter.now *= FALLS;
  for (const [id, left, right] of peaks) lift(id, Math.max(left, right));
  lift(OUT, Math.max(...out));
}

export const meterOf = (id: string): Meter => meters.get(id) ?? { now: 0, most: 0 };

/** The highest peaks are taken back. */
export function forgetPeaks(): void {
  for (const meter of meters.values()) meter.most = meter.now;
}
