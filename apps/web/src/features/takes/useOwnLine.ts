import { useEffect, useState } from 'react';
import type { KeptTakeNote, Take } from '@backline/core/song/takeSchema';
import { notesInPlaces, type StretchInPlaying } from '@backline/core/takes/places';
import type { Stretch } from '@backline/core/timeline/stretches';
import { bandWorker } from '../../state/bandWorker';
import { useBand } from '../../state/band';

const NONE: readonly KeptTakeNote[] = [];

/** What a part plays in a stretch without a take, in ticks of the song; nothing until it is known. */
export function useOwnLine(
  part: string,
  stretch: Stretch | null,
  places: readonly StretchInPlaying[],
): readonly KeptTakeNote[] {
  const song = useBand((s) => s.song);
  const [found, setFound] = useState<Pick<Take, 'pieces'> | null>(null);
  const [from, to] = [stretch?.from, stretch?.to];
  useEffect(() => {
    let current = true;
    if (from === undefined || to === undefined) return;
    bandWorker
      .ask((band) => band.heardAsTake(part, { from, to }, false))
      .then((take) => current && setFound(take))
      .catch(() => current && setFound(null));
    return () => {
      current = false;
    };
  }, [song, part, from, to]);
  return found ? notesInPlaces(found, places) : NONE;
}
