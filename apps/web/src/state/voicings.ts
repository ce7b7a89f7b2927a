/** How a part voices a section's chords: asked of the worker that plays them, whenever the band has changed. */
import { useEffect, useState } from 'react';
import type { Song } from '@backline/core/song/schema';
import type { Voicings } from '../workers/band';
import { useBand } from './band';
import { bandWorker } from './bandWorker';

/** The voicings of the song as the band last played it; null until they are there. */
export function useVoicings(song: Song, section: string, part: string): Voicings | null {
  const ready = useBand((s) => s.song === song);
  const [found, setFound] = useState<{ readonly of: string; readonly voicings: Voicings } | null>(null);
  const of = `${section}/${part}`;
  useEffect(() => {
    if (!ready || !part) return undefined;
    let current = true;
    bandWorker
      .ask((band) => band.voicings(section, part))
      .then((voicings) => current && setFound({ of, voicings }))
      // A worker that fell over plays the song anew, and is asked again then.
      .catch(() => undefined);
    return () => {
      current = false;
    };
  }, [song, ready, section, part, of]);
  return found?.of === of ? found.voicings : null;
}
