/** Generates the band off the main thread; only regions that changed are computed again. */
import { renderBand, type Band } from '@backline/core/band/index';
import { regionMemory } from '@backline/core/band/memory';
import type { Song } from '@backline/core/song/schema';
import type { Score } from '@backline/sound/score';
import { scoreOf } from '@backline/sound/scoreOf';
import { REPERTOIRE } from '../state/repertoire';

export interface BandRequest {
  readonly number: number;
  readonly song: Song;
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
const scope = self as unknown as {
  onmessage: (event: MessageEvent<BandRequest>) => void;
  postMessage: (reply: BandReply | BandFailure) => void;
};

scope.onmessage = ({ data }) => {
  try {
    const band = renderBand(data.song, REPERTOIRE, memory);
    const score = scoreOf(band, data.song.guide);
    scope.postMessage({ number: data.number, band, score });
  } catch (error) {
    scope.postMessage({
      number: data.number,
      failed: error instanceof Error ? error.message : String(error),
    });
  }
};
