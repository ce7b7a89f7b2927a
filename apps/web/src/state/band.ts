import { useEffect } from 'react';
import { create } from 'zustand';
import type { Band } from '@backline/core/band/index';
import type { Song } from '@backline/core/song/schema';
import { player } from '../audio/player';
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
  private busy: BandRequest | null = null;
  private next: Song | null = null;
  private count = 0;

  make(song: Song): void {
    this.next = song;
    if (!this.busy) this.post();
  }

  private post(): void {
    const song = this.next;
    if (!song) return;
    this.next = null;
    this.busy = { number: ++this.count, song };
    this.start().postMessage(this.busy);
  }

  private start(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(new URL('../workers/band.ts', import.meta.url));
    worker.onmessage = ({ data }: MessageEvent<BandReply | BandFailure>) => this.take(data);
    worker.onerror = () => {
      this.worker = null;
      this.busy = null;
      useBand.setState({
        failed: 'The band could not be generated. Undo the last change or reload the page.',
      });
    };
    this.worker = worker;
    return worker;
  }

  private take(reply: BandReply | BandFailure): void {
    const song = this.busy?.song ?? null;
    this.busy = null;
    if ('failed' in reply) {
      useBand.setState({
        failed: `The band could not be generated (${reply.failed}). Undo the last change.`,
      });
    } else if (!this.next && useOpenSong.getState().song) {
      useBand.setState({ band: reply.band, song, failed: null });
      player.setScore(reply.score);
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
