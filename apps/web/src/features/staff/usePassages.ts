import { useEffect, useMemo, useState } from 'react';
import type { ReadPassage, StaffWish } from '../../shared/staffWish';
import type { PageBand } from '../../shared/sentBand';
import { bandWorker } from '../../state/bandWorker';
import { useBand } from '../../state/band';

/** A part as it is read, of the band that is there now. */
export interface ReadStaff {
  readonly band: PageBand;
  readonly wish: StaffWish;
  /** Null where the part has no pitches to write. */
  readonly passages: readonly ReadPassage[] | null;
}

/** The passages of a part; the ones before stay until those of another band are there. Null until the first. */
export function usePassages(part: string, forInstrument: boolean): ReadStaff | null {
  const band = useBand((s) => s.band);
  const wish = useMemo(() => ({ staff: part, forInstrument }), [part, forInstrument]);
  const [read, setRead] = useState<ReadStaff | null>(null);
  useEffect(() => {
    let current = true;
    if (!band) return undefined;
    bandWorker
      .ask((worker) => worker.passages(wish))
      .then((passages) => current && setRead({ band, wish, passages }))
      // The worker says elsewhere that it fell over; the staff stays as it was.
      .catch(() => undefined);
    return () => {
      current = false;
    };
  }, [band, wish]);
  return read?.wish.staff === part ? read : null;
}
