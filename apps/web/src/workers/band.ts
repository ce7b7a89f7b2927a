/**
 * Generates the band off the main thread. It keeps its own copy of the open song and is told what is
 * other: what stayed is the same object as before, and only what changed is computed again.
 */
import { renderBand, type Band } from '@backline/core/band/index';
import { regionMemory } from '@backline/core/band/memory';
import { withDifference, type SongDifference } from '@backline/core/song/difference';
import type { Song } from '@backline/core/song/schema';
import type { Score } from '@backline/sound/score';
import { scoreOf } from '@backline/sound/scoreOf';
import { REPERTOIRE } from '../state/repertoire';

export interface BandRequest {
  readonly number: number;
  /** The whole song, or what is other in it than in the one sent before. */
  readonly song: { readonly whole: Song } | { readonly other: SongDifference };
}

export interface BandReply {
  readonly number: number;
  readonly band: Band;
  readonly score: Score;
}

export interface BandFailure {
  readonly number: number;
  readonly failed: string;
}

const memory = regionMemory();
let copy: Song | null = null;

function taken({ song }: BandRequest): Song {
  if ('whole' in song) return song.whole;
  if (!copy) throw new Error('the song has not come yet');
  return withDifference(copy, song.other);
}

const scope = self as unknown as {
  onmessage: (event: MessageEvent<BandRequest>) => void;
  postMessage: (reply: BandReply | BandFailure, transfer?: Transferable[]) => void;
};

scope.onmessage = ({ data }) => {
  try {
    copy = taken(data);
    const band = renderBand(copy, REPERTOIRE, memory);
    const score = scoreOf(band, copy.guide);
    scope.postMessage({ number: data.number, band, score }, [score.notes.buffer]);
  } catch (error) {
    scope.postMessage({
      number: data.number,
      failed: error instanceof Error ? error.message : String(error),
    });
  }
};
