/** Writes a song's MIDI file off the main thread. */
import { expose } from 'comlink';
import { renderBand } from '@backline/core/band/index';
import { writeMidiFile } from '@backline/core/formats/midi/index';
import { seatTrouble } from '@backline/core/formats/midi/channels';
import { repertoireWith } from '@backline/core/userStyles/repertoire';
import type { Playable } from './playable';

export interface MidiFile {
  readonly bytes: Uint8Array;
  /** What a reader of the file should know, as a sentence; null where there is nothing. */
  readonly remark: string | null;
}

const files = {
  midi({ song, own }: Playable): MidiFile {
    const band = renderBand(song, repertoireWith(own));
    return { bytes: writeMidiFile(song, band), remark: seatTrouble(band.parts) };
  },
};

export type Files = typeof files;

expose(files);
