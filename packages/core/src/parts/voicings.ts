import { RANGES } from '../song/kinds';
import type { Region } from '../timeline/region';
import { settingsAt } from '../timeline/settings';
import { voice } from '../voicing/auto';
import { guitarPath } from '../voicing/guitar';

/** Pitches of each span of the region; an empty list where there is no chord. */
export function regionVoicings(region: Region): (readonly number[])[] {
  const sounding = region.spans.filter((s) => s.symbol !== null);
  const voiced = region.kind === 'guitar' ? onGuitar(region, sounding) : onKeys(region, sounding);
  let at = 0;
  return region.spans.map((span) => (span.symbol === null ? [] : voiced[at++]!));
}

const onGuitar = (region: Region, spans: Region['spans']): (readonly number[])[] =>
  guitarPath(
    spans.map((span) => {
      const { register, voices } = settingsAt(region.stretches, span.start);
      return { symbol: span.symbol!, register, strings: Math.min(6, voices), fixed: span.voicing };
    }),
  );

function onKeys(region: Region, spans: Region['spans']): (readonly number[])[] {
  const [low, high] = RANGES[region.kind];
  return voice(
    spans.map((span) => {
      const { register, voices, spread } = settingsAt(region.stretches, span.start);
      const aim = { register, voices, spread, low, high, bassPlays: region.bassPlays };
      return { symbol: span.symbol!, aim, fixed: span.voicing };
    }),
  );
}
