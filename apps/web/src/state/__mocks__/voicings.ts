/** Voiced at once, without a worker. */
import { useMemo } from 'react';
import { autoVoicings, sectionVoicings } from '@backline/core/band/sectionVoicings';
import type { Song } from '@backline/core/song/schema';
import { repertoire } from '../repertoire';

export const useVoicings = (song: Song, section: string, part: string) =>
  useMemo(
    () => ({
      now: sectionVoicings(song, repertoire(), section, part),
      auto: autoVoicings(song, repertoire(), section, part),
    }),
    [song, section, part],
  );
