/** A band on its way to the page: parts that are as they were sent before are named, not sent again. */
import type { Band, BandPart } from '@backline/core/band/index';

/** A part as it was sent before, by its place there. */
interface Same {
  readonly same: number;
}

export interface SentBand extends Omit<Band, 'parts'> {
  readonly parts: readonly (BandPart | Same)[];
}

/** What has to be sent of a band to who has another one; parts that stayed are the very same objects. */
export function sentBand(band: Band, before: readonly BandPart[] | null): SentBand {
  if (!before) return band;
  const places = new Map(before.map((part, i) => [part, i]));
  return {
    ...band,
    parts: band.parts.map((part) => {
      const same = places.get(part);
      return same === undefined ? part : { same };
    }),
  };
}

/** The whole band again: parts that stayed are those the page has. */
export const wholeBand = (sent: SentBand, before: readonly BandPart[]): Band => ({
  ...sent,
  parts: sent.parts.map((part) => ('same' in part ? before[part.same]! : part)),
});
