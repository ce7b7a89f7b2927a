/** Writes a song's MIDI file off the main thread. */
import { renderBand } from '@backline/core/band/index';
import { writeMidiFile } from '@backline/core/formats/midi/index';
import type { Song } from '@backline/core/song/schema';
import { REPERTOIRE } from '../state/repertoire';

export type MidiReply = { readonly bytes: Uint8Array } | { readonly failed: string };

const scope = self as unknown as {
  onmessage: (event: MessageEvent<Song>) => void;
  postMessage: (reply: MidiReply, transfer: Transferable[]) => void;
};

scope.onmessage = ({ data: song }) => {
  try {
    const bytes = writeMidiFile(song, renderBand(song, REPERTOIRE));
    scope.postMessage({ bytes }, [bytes.buffer]);
  } catch (error) {
    scope.postMessage({ failed: error instanceof Error ? error.message : String(error) }, []);
  }
};
