import { useEffect } from 'react';
import { create } from 'zustand';
import type { Band } from '@backline/core/band/index';
import { differsInMixOnly, songDifference } from '@backline/core/song/difference';
import type { Song } from '@backline/core/song/schema';
import { loopRound } from '../audio/loop';
import { player, usePlayer } from '../audio/player';
import type { BandFailure, BandReply, BandRequest } from '../workers/band';
import { useOpenSong } from './openSong';

export interface BandState {
  readonly band: Band | null;
  /** The song the band was made from. */
  readonly song: Song | null;
  readonly failed: string | null;
}

export const useBand = create<BandState>(() => ({ band: null, song: null, failed: null }));

/** The worker that generates: one song at a time, of those that wait only the newest. */
class Generation {
  private worker: Worker | null = null;
  private busy: { readonly number: number; readonly song: Song } | null = null;
  /** The song that the worker has a copy of. */
  private sent: Song | null = null;
  private next: Song | null = null;
  private count = 0;
  /** The song a worker fell over last: it is given to a fresh one once. */
  private fellOver: Song | null = null;

  make(song: Song): void {
    const made = useBand.getState();
    if (!this.busy && made.band && made.song && differsInMixOnly(made.song, song)) {
      return this.mix(made.band, song);
    }
    this.next = song;
    if (!this.busy) this.post();
  }

  /** Another mix of the same notes is no matter for the worker. */
  private mix(band: Band, song: Song): void {
    const mixOf = new Map(song.parts.map((p) => [p.id, p.mix]));
    const parts = band.parts.map((p) => {
      const mix = mixOf.get(p.id);
      return !mix || mix === p.mix ? p : { ...p, mix };
    });
    useBand.setState({ band: { ...band, parts }, song });
    player.setMix(parts);
  }

  private post(): void {
    const song = this.next;
    if (!song) return;
    this.next = null;
    const number = ++this.count;
    const worker = this.start();
    const request: BandRequest = {
      number,
      song: this.sent ? { other: songDifference(this.sent, song) } : { whole: song },
    };
    this.busy = { number, song };
    this.sent = song;
    worker.postMessage(request);
  }

  private start(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(new URL('../workers/band.ts', import.meta.url));
    worker.onmessage = ({ data }: MessageEvent<BandReply | BandFailure>) => this.take(data);
    worker.onerror = () => this.startOver();
    this.worker = worker;
    return worker;
  }

  /** A worker that fell over is replaced; what waits, or the same song once more, goes to the new one. */
  private startOver(): void {
    this.worker?.terminate();
    this.worker = null;
    this.sent = null;
    const lost = this.busy?.song ?? null;
    this.busy = null;
    if (!this.next && lost && lost !== this.fellOver) {
      this.fellOver = lost;
      this.next = lost;
    }
    if (this.next) return this.post();
    useBand.setState({
      failed: 'The band could not be generated. Undo the last change or reload the page.',
    });
  }

  private take(reply: BandReply | BandFailure): void {
    const song = this.busy?.song ?? null;
    this.busy = null;
    if ('failed' in reply) {
      this.sent = null;
      useBand.setState({
        failed: `The band could not be generated (${reply.failed}). Undo the last change.`,
      });
    } else if (!this.next && useOpenSong.getState().song) {
      this.fellOver = null;
      useBand.setState({ band: reply.band, song, failed: null });
      // A loop belongs to its section: where the bars have moved it moves along, and without them it ends.
      const { loop } = usePlayer.getState();
      player.setScore(reply.score, loop && loopRound(reply.band.bars, loop.playing));
    }
    this.post();
  }
}

const generation = new Generation();

/** Keeps the band and the player at the open song. */
export function useBandOfOpenSong(): void {
  const song = useOpenSong((s) => s.song);
  useEffect(() => {
    if (song) generation.make(song);
  }, [song]);
  useEffect(
    () => () => {
      player.clear();
      useBand.setState({ band: null, song: null, failed: null });
    },
    [],
  );
}
