/** Writes a song's files off the main thread: MIDI, its sound, and its sound part by part. */
import { expose } from 'comlink';
import { Zip, ZipPassThrough } from 'fflate';
import { renderBand, type Band } from '@backline/core/band/index';
import { writeMidiFile } from '@backline/core/formats/midi/index';
import { seatTrouble } from '@backline/core/formats/midi/channels';
import type { Song } from '@backline/core/song/schema';
import { decodeBank } from '@backline/sound/banks';
import { fileNames } from '@backline/sound/fileNames';
import type { DecodedBank } from '@backline/sound/messages';
import { StemRenderer, audibleParts, renderSong, type Frames } from '@backline/sound/render';
import { banksOf, type Score } from '@backline/sound/score';
import { scoreOf } from '@backline/sound/scoreOf';
import { wavData, wavHeader } from '@backline/sound/wav';
import { repertoireWith } from '@backline/core/own/repertoire';
import type { OwnDocument } from '@backline/core/own/transport';

/** Frames a second of the files: as on a compact disc. */
const RATE = 44_100;

export interface MidiFile {
  readonly bytes: Uint8Array;
  /** What a reader of the file should know, as a sentence; null where there is nothing. */
  readonly remark: string | null;
}

/** Told how much is done, 0 to 1. */
export type Progress = (done: number) => void;

async function bank(id: string): Promise<DecodedBank> {
  const response = await fetch(`/sound/${id}.sf3`);
  if (!response.ok) throw new Error(`a sound file is not there (${response.status})`);
  return decodeBank(id, await response.arrayBuffer());
}

/** A song, and the writer's own styles and patterns that it may play by. */
export interface Playable {
  readonly song: Song;
  readonly own: readonly OwnDocument[];
}

const bandOf = ({ song, own }: Playable): Band => renderBand(song, repertoireWith(own));

async function heard(
  playable: Playable,
): Promise<{ score: Score; banks: DecodedBank[]; names: Map<string, string> }> {
  const band = bandOf(playable);
  const score = scoreOf(band, playable.song.guide);
  const banks = await Promise.all(banksOf(score).map(bank));
  return { score, banks, names: new Map(band.parts.map((p) => [p.id, p.name])) };
}

/** A WAV file of frames as they come. */
async function wavOf(frames: AsyncIterable<Frames>, tell: Progress): Promise<Uint8Array[]> {
  const pieces: Uint8Array[] = [];
  let count = 0;
  for await (const { left, right, done } of frames) {
    pieces.push(wavData(left, right));
    count += left.length;
    tell(done);
  }
  return [wavHeader(count, RATE), ...pieces];
}

const asBlob = (pieces: readonly Uint8Array[], type: string): Blob =>
  new Blob(pieces as unknown as BlobPart[], { type });

/** A zip of files, each stored as it is: sound hardly gets smaller. */
class Archive {
  private readonly pieces: Uint8Array[] = [];
  private readonly zip = new Zip((error, piece) => {
    if (error) throw error;
    this.pieces.push(piece);
  });

  add(name: string, content: readonly Uint8Array[]): void {
    const file = new ZipPassThrough(name);
    this.zip.add(file);
    content.forEach((piece, i) => file.push(piece, i === content.length - 1));
  }

  end(): Blob {
    this.zip.end();
    return asBlob(this.pieces, 'application/zip');
  }
}

const files = {
  midi(playable: Playable): MidiFile {
    const band = bandOf(playable);
    return { bytes: writeMidiFile(playable.song, band), remark: seatTrouble(band.parts) };
  },

  async wav(playable: Playable, tell: Progress): Promise<Blob> {
    const { score, banks } = await heard(playable);
    return asBlob(await wavOf(renderSong(score, banks, RATE), tell), 'audio/wav');
  },

  /** A zip with the song and a file for each part that is heard. */
  async stems(playable: Playable, tell: Progress): Promise<Blob> {
    const { score, banks, names } = await heard(playable);
    const renderer = new StemRenderer(score, banks, RATE);
    const parts = audibleParts(score);
    const total = parts.length + 1;
    const archive = new Archive();
    const titles = fileNames([playable.song.title, ...parts.map((id) => names.get(id)!)]);
    archive.add(`${titles[0]!}.wav`, await wavOf(renderer.song(), (done) => tell(done / total)));
    for (const [i, part] of parts.entries()) {
      const frames = renderer.part(part);
      archive.add(`${titles[i + 1]!}.wav`, await wavOf(frames, (done) => tell((i + 1 + done) / total)));
    }
    return archive.end();
  },
};

export type Files = typeof files;

expose(files);
