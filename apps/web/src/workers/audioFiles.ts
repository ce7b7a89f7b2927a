/** Plays a song into files, and measures it, off the main thread. */
import { expose } from 'comlink';
import { Zip, ZipPassThrough } from 'fflate';
import { renderBand } from '@backline/core/band/index';
import { repertoireWith } from '@backline/core/userStyles/repertoire';
import { balanceOf, type Balance } from '@backline/sound/measuring/balance';
import type { AudioFormat } from '@backline/sound/files/audioFormats';
import { ENDING, MIME, type EncoderModules } from '@backline/sound/files/encoders';
import { scoreExcerpt } from '@backline/sound/score/scoreExcerpt';
import { fileNames } from '@backline/sound/files/fileNames';
import { banksOf } from '@backline/sound/score/score';
import { scoreOf } from '@backline/sound/score/scoreOf';
import { writeFiles, type Sink } from '@backline/sound/files/takeaway';
import { bankFrom } from './bankFiles';
import type { Playable } from './playable';

/** Told how much is done, 0 to 1. */
export type Progress = (done: number) => void;

/** What is to be taken away. */
export interface AudioWish {
  readonly format: AudioFormat;
  readonly mastered: boolean;
  /** One playing of a section, as its bars name it; null for the whole song. */
  readonly playing: string | null;
  /** The whole as it is heard; one part by itself; or a file for each of some parts, and all of those together, in a zip. */
  readonly what: 'whole' | { readonly part: string } | { readonly parts: readonly string[] };
}

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

async function heard({ song, own }: Playable, playing: string | null) {
  const band = renderBand(song, repertoireWith(own));
  const whole = scoreOf(band, song);
  const first = band.bars.findIndex((bar) => bar.occurrenceKey === playing);
  const count = band.bars.filter((bar) => bar.occurrenceKey === playing).length;
  const score = first < 0 ? whole : scoreExcerpt(whole, first, count);
  const banks = await Promise.all(banksOf(score).map((id) => bankFrom(id, true)));
  return { band, score, banks, names: new Map(band.parts.map((p) => [p.id, p.name])) };
}

/** Frames a second at which songs are measured: what lies above is too little to move a loudness. */
const MEASURED_AT = 22_050;
/** A balance as it crosses to the page: parts as pairs, in their order. */
export interface Measured extends Omit<Balance, 'parts'> {
  readonly parts: readonly (readonly [id: string, lu: number])[];
}

/** A song in which some parts sound, silenced or not, and no other does. */
const soundingOnly = ({ song, ...rest }: Playable, ids: readonly string[]): Playable => ({
  ...rest,
  song: {
    ...song,
    parts: song.parts.map((part) => ({
      ...part,
      mix: { ...part.mix, mute: !ids.includes(part.id), solo: false },
    })),
  },
});

const audio = {
  async take(playable: Playable, wish: AudioWish, tell: Progress): Promise<AudioFile> {
    const { format, mastered, what } = wish;
    const asked = typeof what === 'object' ? ('parts' in what ? what.parts : [what.part]) : null;
    const { score, banks, names } = await heard(
      asked ? soundingOnly(playable, asked) : playable,
      wish.playing,
    );
    // A part that has no note at all has a file like the others, of the same length.
    const parts = (asked ?? []).filter((id) => names.has(id));
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
    const titles = fileNames([playable.song.title, ...parts.map((id) => names.get(id)!)]);
    const zip = await zipOf(files.map((file, i) => ({ name: titles[i]! + ENDING[format], file })));
    return { blob: zip, ending: ' parts.zip', truePeak };
  },

  async measure(playable: Playable, tell: Progress): Promise<Measured> {
    const { score, banks } = await heard(playable, null);
    const { parts, ...whole } = await balanceOf(score, banks, MEASURED_AT, tell);
    return { ...whole, parts: [...parts] };
  },
};

export type AudioFiles = typeof audio;

expose(audio);
