import { useEffect, useState } from 'react';
import { songChanges } from '@backline/core/song/changes';
import type { Song } from '@backline/core/song/schema';
import type { KeptTakeNote, Take } from '@backline/core/song/takeSchema';
import { notesInPlaces, type StretchInPlaying } from '@backline/core/takes/places';
import type { Stretch } from '@backline/core/timeline/stretches';
import { bandWorker } from '../../state/bandWorker';
import { useBand } from '../../state/band';

/** Whether two songs differ in nothing but takes and where they are played. */
const differInTakesOnly = (before: Song, now: Song): boolean =>
  songChanges(before, now).every(
    ({ path: [list, , field] }) => list === 'parts' && (field === 'takes' || field === 'comp'),
  );

/** A song that stays the very same while takes of it are made and chosen: what is played without them is not asked again. */
function useWithoutTakes(song: Song | null): Song | null {
  const [same, setSame] = useState(song);
  if (song === same) return same;
  if (song && same && differInTakesOnly(same, song)) return same;
  setSame(song);
  return song;
}

const NONE: readonly KeptTakeNote[] = [];

/** What a part plays in a stretch without a take, in ticks of the song; nothing until it is known. */
export function useOwnLine(
  part: string,
  stretch: Stretch | null,
  places: readonly StretchInPlaying[],
): readonly KeptTakeNote[] {
  const song = useWithoutTakes(useBand((s) => s.song));
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
