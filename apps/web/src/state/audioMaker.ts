/** Sound made of a song beside its playing: the score by a worker that knows the core, the sound by one that knows the synthesizer. */
import type { Remote } from 'comlink';
import type { Song } from '@backline/core/song/schema';
import { RemoteWorker, WorkerLost } from '../shared/remote';
import type { AudioFiles } from '../workers/audioFiles';
import type { NamedScore, Playable, Sounding } from '../workers/toFile';
import { RAN_OUT, newBandWorker } from './bandWorker';
import { usePlayed } from './repertoire';

/** A song with all that it may play by. */
export const playable = (song: Song): Playable => ({ song, own: usePlayed.getState().documents });

export class AudioMaker {
  private readonly band = newBandWorker();
  private readonly audio = new RemoteWorker<AudioFiles>(
    () => new Worker(new URL('../workers/audioFiles.ts', import.meta.url)),
    RAN_OUT,
  );
  private hasEnded = false;

  /**
   * Has a song made into a score, and asks something of that.
   * @throws WorkerLost where a worker falls over, or all is ended, meanwhile.
   */
  async ask<A>(
    song: Song,
    sounding: Sounding,
    question: (audio: Remote<AudioFiles>, named: NamedScore) => Promise<A>,
  ): Promise<A> {
    const named = await this.band.ask((band) => band.scoreToSound(playable(song), sounding));
    this.band.end();
    if (this.hasEnded) throw new WorkerLost(RAN_OUT);
    return this.audio.ask((audio) => question(audio, named));
  }

  /** Ends the workers, and with them what they work at. */
  end(): void {
    this.hasEnded = true;
    this.band.end();
    this.audio.end();
  }
}
