/** Plays a score into files, and measures it, off the main thread. */
import { expose } from 'comlink';
import { Zip, ZipPassThrough } from 'fflate';
import { balanceOf, type Balance } from '@backline/sound/measuring/balance';
import { ENDING, MIME, type EncoderModules } from '@backline/sound/files/encoders';
import { fileNames } from '@backline/sound/files/fileNames';
import { banksOf, type Score } from '@backline/sound/score/score';
import { writeFiles, type Sink } from '@backline/sound/files/takeaway';
import { bankFrom } from './bankFiles';
import { partsAsked, type AudioWish } from '../shared/audioWish';
import type { NamedScore } from './toFile';

/** Told how much is done, 0 to 1. */
export type Progress = (done: number) => void;

export interface AudioFile {
  readonly blob: Blob;
  /** What belongs behind the song's title in the file's name. */
  readonly ending: string;
  /** dBTP of the loudest file. */
  readonly truePeak: number | null;
}

/** Bytes that are gathered before they are handed to the browser, which keeps them out of memory. */
const GATHERED = 4 << 20;

/** A file in the making: its pieces lie with the browser, not in the worker's memory. */
class Pieces implements Sink {
  private blobs: Blob[] = [];
  private fresh: Uint8Array[] = [];
  private size = 0;

  write(bytes: Uint8Array): void {
    this.fresh.push(bytes);
    this.size += bytes.length;
    if (this.size >= GATHERED) this.hand();
  }

  private hand(): void {
    this.blobs.push(new Blob(this.fresh as unknown as BlobPart[]));
    this.fresh = [];
    this.size = 0;
  }

  end(head: Uint8Array): void {
    this.hand();
    if (head.length) {
      const [first, ...rest] = this.blobs;
      this.blobs = [new Blob([head as unknown as BlobPart]), first!.slice(head.length), ...rest];
    }
  }

  file(type: string): Blob {
    return new Blob(this.blobs, { type });
  }
}

/** A zip of files, each stored as it is: sound hardly gets smaller. */
async function zipOf(files: readonly { readonly name: string; readonly file: Blob }[]): Promise<Blob> {
  const pieces = new Pieces();
  const zip = new Zip((error, piece) => {
    if (error) throw error;
    pieces.write(piece);
  });
  for (const { name, file } of files) {
    const entry = new ZipPassThrough(name);
    zip.add(entry);
    for (let at = 0; at < file.size; at += GATHERED) {
      const bytes = new Uint8Array(await file.slice(at, at + GATHERED).arrayBuffer());
      entry.push(bytes, at + GATHERED >= file.size);
    }
  }
  zip.end();
  pieces.end(new Uint8Array(0));
  return pieces.file('application/zip');
}

const modules: EncoderModules = async (format) => {
  const response = await fetch(`/sound/${format}.wasm`);
  if (!response.ok) throw new Error(`the encoder is not there (${response.status})`);
  return response.arrayBuffer();
};

const banksFor = (score: Score) => Promise.all(banksOf(score).map((id) => bankFrom(id, true)));

/** Frames a second at which songs are measured: what lies above is too little to move a loudness. */
const MEASURED_AT = 22_050;
/** A balance as it crosses to the page: parts as pairs, in their order. */
export interface Measured extends Omit<Balance, 'parts'> {
  readonly parts: readonly (readonly [id: string, lu: number])[];
}

const audio = {
  /** @param title of the song: files of single parts are named by it. */
  async take(
    { score, names }: NamedScore,
    title: string,
    wish: AudioWish,
    tell: Progress,
  ): Promise<AudioFile> {
    const { format, mastered, what } = wish;
    const asked = partsAsked(wish);
    const nameOf = new Map(names);
    const banks = await banksFor(score);
    // A part that has no note at all has a file like the others, of the same length.
    const parts = (asked ?? []).filter((id) => nameOf.has(id));
    const tracks = asked === null ? [null] : 'parts' in (what as object) ? [null, ...parts] : parts;
    const sinks: Pieces[] = [];
    const sinkFor = (): Sink => {
      const pieces = new Pieces();
      sinks.push(pieces);
      return pieces;
    };
    const taken = await writeFiles({ score, banks, format, mastered, tracks, modules }, sinkFor, tell);
    const files = sinks.map((pieces) => pieces.file(MIME[format]));
    const peaks = taken.flatMap((one) => one.truePeak ?? []);
    const truePeak = peaks.length ? Math.max(...peaks) : null;
    if (tracks.length < 2) return { blob: files[0]!, ending: ENDING[format], truePeak };
    const titles = fileNames([title, ...parts.map((id) => nameOf.get(id)!)]);
    const zip = await zipOf(files.map((file, i) => ({ name: titles[i]! + ENDING[format], file })));
    return { blob: zip, ending: ' parts.zip', truePeak };
  },

  async measure({ score }: NamedScore, tell: Progress): Promise<Measured> {
    const { parts, ...whole } = await balanceOf(score, await banksFor(score), MEASURED_AT, tell);
    return { ...whole, parts: [...parts] };
  },
};

export type AudioFiles = typeof audio;

expose(audio);
