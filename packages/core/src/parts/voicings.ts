import type { Region, Span } from '../timeline/region';
import { settingsAt } from '../timeline/settings';
import { voice } from '../voicing/auto';
import { guitarPath } from '../voicing/guitar/path';
import type { Frets } from '../voicing/guitar/shapes';

/** How a span is voiced: its pitches, ascending, and on a guitar its frets where they are known. */
export interface Voiced {
  readonly pitches: readonly number[];
  readonly frets: Frets | null;
}

const SILENT: Voiced = { pitches: [], frets: null };

/** The voicing of each span of the region; silent where there is no chord. */
export function regionVoicings(region: Region): Voiced[] {
  const sounding = region.spans.filter((s) => s.symbol !== null);
  const voiced = region.kind.nature === 'fretted' ? onGuitar(region, sounding) : onKeys(region, sounding);
  let at = 0;
  return region.spans.map((span) => (span.symbol === null ? SILENT : voiced[at++]!));
}

function onGuitar(region: Region, spans: readonly Span[]): Voiced[] {
  return guitarPath(
    spans.map((span) => {
      const { register, voices, neck, tuning, capo, manner } = settingsAt(region.stretches, span.start);
      const aim = { register, strings: Math.min(6, voices), neck, tuning, capo, manner };
      return { symbol: span.symbol!, aim, fixed: span.voicing, frets: span.frets };
    }),
  ).map(({ pitches, frets }) => ({ pitches, frets: frets.length ? frets : null }));
}

function onKeys(region: Region, spans: readonly Span[]): Voiced[] {
  const [low, high] = region.kind.range;
  return voice(
    spans.map((span) => {
      const { register, voices, spread, manner } = settingsAt(region.stretches, span.start);
      const aim = {
        register,
        voices,
        spread,
        low,
        high,
        bassPlays: span.bassPlays,
        manner,
        strict: region.kind.strict,
      };
      return { symbol: span.symbol!, aim, fixed: span.voicing };
    }),
  ).map((pitches) => ({ pitches, frets: null }));
}
