/** A song, or a stretch of it, as files of sound: the whole and its parts, all in one pass. */
import { FILE_RATE, type AudioFormat } from './audioFormats';
import { encoderFor, type Encoder, type EncoderModules } from './encoders';
import { LoudnessMeter } from '../measuring/loudness';
import type { DecodedBank } from '../engine/messages';
import { renderSong, type Stereo } from './render';
import type { Score } from '../score/score';

/** Takes the bytes of one file as they come. */
export interface Sink {
  write(bytes: Uint8Array): void;
  /** The file is complete; what belongs at its front comes last. */
  end(head: Uint8Array): void;
}

/** What a file came to: seconds, loudest sample (1 full scale), LUFS and dBTP (ITU-R BS.1770; null of silence). */
export interface Taken {
  readonly part: string | null;
  readonly seconds: number;
  readonly peak: number;
  readonly loudness: number | null;
  readonly truePeak: number | null;
}

/** What is to be written of a song: the whole, its parts, in which format. */
export interface Takeaway {
  readonly score: Score;
  readonly banks: readonly DecodedBank[];
  readonly format: AudioFormat;
  readonly mastered: boolean;
  /** What is wanted: null for the whole, else a part. */
  readonly tracks: readonly (string | null)[];
  readonly modules: EncoderModules;
}

class Writing {
  private count = 0;
  private peak = 0;
  private readonly meter = new LoudnessMeter(FILE_RATE);

  constructor(
    private readonly part: string | null,
    private readonly encoder: Encoder,
    private readonly sink: Sink,
  ) {
    if (encoder.head > 0) sink.write(new Uint8Array(encoder.head));
  }

  add({ left, right }: Stereo): void {
    this.sink.write(this.encoder.add(left, right));
    this.meter.add(left, right);
    this.count += left.length;
    for (let i = 0; i < left.length; i++) {
      this.peak = Math.max(this.peak, Math.abs(left[i]!), Math.abs(right[i]!));
    }
  }

  end(): Taken {
    const { tail, head } = this.encoder.end();
    if (tail.length) this.sink.write(tail);
    this.sink.end(head);
    const finite = (value: number): number | null => (Number.isFinite(value) ? value : null);
    const { loudness, truePeak } = this.meter;
    return {
      part: this.part,
      seconds: this.count / FILE_RATE,
      peak: this.peak,
      loudness: finite(loudness),
      truePeak: finite(truePeak),
    };
  }
}

/**
 * Writes one file for each track.
 * @param tell how much is done, 0 to 1.
 */
export async function writeFiles(
  { score, banks, format, mastered, tracks, modules }: Takeaway,
  sinkFor: (track: string | null) => Sink,
  tell: (done: number) => void = () => undefined,
): Promise<Taken[]> {
  const writing: Writing[] = [];
  for (const track of tracks) {
    writing.push(new Writing(track, await encoderFor(format, FILE_RATE, modules), sinkFor(track)));
  }
  const parts = tracks.filter((track) => track !== null);
  for await (const frames of renderSong(score, banks, FILE_RATE, { parts, mastered })) {
    tracks.forEach((track, i) => writing[i]!.add(track === null ? frames : frames.parts.get(track)!));
    tell(frames.done);
  }
  return writing.map((one) => one.end());
}
