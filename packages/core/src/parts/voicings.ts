import type { Region, Span, VoicedChord } from '../timeline/region';
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

const known = new WeakMap<Region, Voiced[]>();

/**
 * The voicing of each span of the region; silent where there is no chord. What was voiced before the
 * region is a fixed first step of the path. The same region object is voiced once.
 */
export function regionVoicings(region: Region): Voiced[] {
  let voicings = known.get(region);
  if (!voicings) {
    const sounding = region.spans.filter((s) => s.symbol !== null);
    const voiced = region.kind.chordLayout === 'shapes' ? onNeck(region, sounding) : onKeys(region, sounding);
    let at = 0;
    voicings = region.spans.map((span) => (span.symbol === null ? SILENT : voiced[at++]!));
    known.set(region, voicings);
  }
  return voicings;
}

/** The last chord of a region as it was voiced, for the one that goes on from it. */
export function lastVoiced(region: Region): VoicedChord | null {
  const voicings = regionVoicings(region);
  for (let i = region.spans.length - 1; i >= 0; i--) {
    const { symbol } = region.spans[i]!;
    if (symbol !== null) return { symbol, ...voicings[i]! };
  }
  return region.before;
}

function onNeck({ stretches, before }: Region, spans: readonly Span[]): Voiced[] {
  const asked = spans.map((span) => {
    const { register, voices, neck, tuning, capo, manner } = settingsAt(stretches, span.start);
    const aim = { register, strings: Math.min(6, voices), neck, tuning, capo, manner };
    return { symbol: span.symbol!, aim, fixed: span.voicing, frets: span.frets };
  });
  const [first] = asked;
  const led = before && first ? [{ ...before, aim: first.aim, fixed: before.pitches }, ...asked] : asked;
  return guitarPath(led)
    .slice(led.length - asked.length)
    .map(({ pitches, frets }) => ({ pitches, frets: frets.length ? frets : null }));
}

function onKeys({ kind, stretches, before, room }: Region, spans: readonly Span[]): Voiced[] {
  const [low, high] = room;
  const agreed = high < kind.range[1];
  const asked = spans.map((span) => {
    const { voices, spread, manner, register: wanted } = settingsAt(stretches, span.start);
    const { bassPlays } = span;
    // What does not fit under the ceiling begins lower.
    const register = Math.max(low, Math.min(wanted, high - Math.round((voices - 1) * spread)));
    const aim = { register, voices, spread, low, high, bassPlays, manner, strict: kind.strict, agreed };
    return { symbol: span.symbol!, aim, fixed: span.voicing };
  });
  const [first] = asked;
  const led =
    before && first ? [{ symbol: before.symbol, aim: first.aim, fixed: before.pitches }, ...asked] : asked;
  return voice(led)
    .slice(led.length - asked.length)
    .map((pitches) => ({ pitches, frets: null }));
}
