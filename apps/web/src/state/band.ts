import { transfer } from 'comlink';
import { useEffect } from 'react';
import { create } from 'zustand';
import { differsInMixOnly, songChanges } from '@backline/core/song/changes';
import type { UserStyleDocument } from '@backline/core/userStyles/wire';
import type { Song } from '@backline/core/song/schema';
import { masterOf } from '@backline/sound/mixer/mix';
import { isSameRound, loopRound, roundOfLoop, type Round } from '../shared/loop';
import { player, usePlayer } from '../audio/player';
import type { BandReply, BandRequest } from '../workers/band';
import { wholeBand, type PageBand } from '../shared/sentBand';
import { bandWorker } from './bandWorker';
import { movesBetween } from './barMoves';
import { useOpenSong } from './openSong';
import { WorkerLost } from '../shared/remote';
import { loadRepertoire, usePlayed } from './repertoire';
import { asTried, clearTried, useTrying } from './trying';

export interface BandState {
  readonly band: PageBand | null;
  /** The song the band was made from. */
  readonly song: Song | null;
  readonly failed: string | null;
}

export const useBand = create<BandState>(() => ({ band: null, song: null, failed: null }));

/** Of more changes than this a song is sent whole: it is another one. */
const MOST_CHANGES = 500;

/** A song for the worker: what is other in it than in the one that it has. */
function asSent(sent: Song | null, song: Song): BandRequest['song'] {
  const changes = sent && songChanges(sent, song);
  return changes && changes.length <= MOST_CHANGES ? { changes } : { whole: song };
}

/** What is gone round now. */
function roundNow(): Round | null {
  const { loop } = usePlayer.getState();
  return loop && roundOfLoop(loop);
}

/** Has bands generated: one song at a time, of those that wait only the newest. */
class Generation {
  private busy = false;
  /** The song that the worker has a copy of. */
  private sent: Song | null = null;
  private sentOwn: readonly UserStyleDocument[] | null = null;
  private next: { readonly song: Song; readonly written: Song } | null = null;
  /** The song as it is written, whose band was asked for last. */
  private written: Song | null = null;
  /** The writer's own styles, patterns and players, as the next band is to have them. */
  private own: readonly UserStyleDocument[] = [];
  private count = 0;
  /** The band as it came last, whether or not it was shown, and in which answer. */
  private has: { readonly number: number; readonly band: PageBand } | null = null;
  /** The song a worker fell over last: it is given to a fresh one once. */
  private fellOver: Song | null = null;

  /** @param written the song itself, where what is tried makes another one of it. */
  make(song: Song, own: readonly UserStyleDocument[], written: Song = song): void {
    const made = useBand.getState();
    const isOtherOwn = own !== this.own;
    this.own = own;
    if (!this.busy && !isOtherOwn && made.band && made.song && differsInMixOnly(made.song, song)) {
      // A level on its way makes hundreds of songs, none of which moves a bar.
      this.written = written;
      return this.mix(made.band, song);
    }
    this.next = { song, written };
    if (!this.busy) void this.post();
  }

  /** Makes the band of a song that is not open; the open one is sent whole when it is its turn. */
  async makeOther(song: Song, own: readonly UserStyleDocument[]): Promise<BandReply> {
    this.sent = this.sentOwn = null;
    this.has = null;
    const request: BandRequest = {
      number: ++this.count,
      song: { whole: song },
      own,
      has: null,
      round: null,
      moves: [],
    };
    this.written = null;
    return bandWorker.ask((band) => band.make(request));
  }

  /** Another mix of the same notes is no matter for the worker. */
  private mix(band: PageBand, song: Song): void {
    const mixOf = new Map(song.parts.map((p) => [p.id, p.mix]));
    const parts = band.parts.map((p) => {
      const mix = mixOf.get(p.id);
      return !mix || mix === p.mix ? p : { ...p, mix };
    });
    useBand.setState({ band: { ...band, parts }, song });
    player.setMix(parts);
    player.setMaster(masterOf(song.master));
  }

  private async post(): Promise<void> {
    this.busy = true;
    while (this.next) {
      const { song, written } = this.next;
      this.next = null;
      const whole = this.sent === null;
      const request: BandRequest = {
        number: ++this.count,
        song: asSent(this.sent, song),
        ...(this.sentOwn === this.own ? {} : { own: this.own }),
        has: this.has?.number ?? null,
        round: roundNow(),
        moves: this.written ? movesBetween(this.written, written) : [],
      };
      this.written = written;
      this.sent = song;
      this.sentOwn = this.own;
      try {
        const reply = await bandWorker.ask((band) => band.make(request));
        const band = wholeBand(reply.band, this.has?.band ?? null);
        this.has = { number: request.number, band };
        this.take(song, request, band, reply);
      } catch (error) {
        this.sent = this.sentOwn = this.has = null;
        // A worker that was replaced between two edits has no copy to change.
        if (error instanceof WorkerLost || !whole) this.startOver(song);
        else this.fail(` (${error instanceof Error ? error.message : String(error)}). Undo the last change.`);
      }
    }
    this.busy = false;
  }

  /** A fresh worker gets what waits, or the same song once more. */
  private startOver(lost: Song): void {
    player.renewScores();
    if (this.next) return;
    if (lost === this.fellOver) return this.fail('. Undo the last change or reload the page.');
    this.fellOver = lost;
    this.next = { song: lost, written: lost };
  }

  private fail(why: string): void {
    useBand.setState({ failed: `The band could not be generated${why}` });
  }

  private take(song: Song, request: BandRequest, band: PageBand, { facts, loop, moves }: BandReply): void {
    // The song was closed meanwhile, or is about to be made once more.
    if (this.next || !useOpenSong.getState().song) return;
    this.fellOver = null;
    useBand.setState({ band, song, failed: null });
    const { loop: wanted } = usePlayer.getState();
    player.setScore(facts, loop, moves);
    // Another was chosen, or it was let go, while the score was made.
    if (!isSameRound(wanted, request.round)) player.setLoop(wanted && loopRound(band.bars, wanted));
  }
}

const generation = new Generation();
player.scoresFrom(
  (port) => void bandWorker.ask((band) => band.hear(transfer(port, [port]))).catch(() => undefined),
);

/** Keeps the band and the player at the open song. */
export function useBandOfOpenSong(): void {
  const song = useOpenSong((s) => s.song);
  const trying = useTrying();
  const own = usePlayed((s) => s.documents);
  useEffect(() => {
    if (song) generation.make(asTried(song, trying), own, song);
  }, [song, trying, own]);
  useEffect(
    () => () => {
      clearTried();
      player.clear();
      useBand.setState({ band: null, song: null, failed: null });
    },
    [],
  );
}

/** Counts songs that were to be heard without being opened: one that was overtaken, or let go, is not heard. */
let others = 0;

/**
 * Plays a song that is not open, from its first bar. Call it from a tap: browsers let sound start only then.
 * @param fetched the song, once it has come.
 */
export async function playOther(fetched: Promise<Song>): Promise<void> {
  const mine = ++others;
  player.clear();
  // The sound starts with the tap; the band is heard as soon as there is one.
  void player.play(0).catch(() => undefined);
  const song = await fetched;
  await loadRepertoire();
  if (mine !== others) return;
  const { facts, loop } = await generation.makeOther(song, usePlayed.getState().documents);
  if (mine === others) player.setScore(facts, loop);
}

/** Lets go of a song that is heard, or about to be, without being open. */
export function stopOther(): void {
  others++;
  player.clear();
}
