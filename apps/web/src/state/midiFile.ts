import type { Song } from '@backline/core/song/schema';
import type { MidiReply } from '../workers/midiFile';

/** A song as a MIDI file, written by a worker of its own that ends with it. */
export function midiFileOf(song: Song): Promise<Uint8Array> {
  return new Promise<Uint8Array>((resolve, reject) => {
    const worker = new Worker(new URL('../workers/midiFile.ts', import.meta.url));
    const end = (): void => worker.terminate();
    worker.onmessage = ({ data }: MessageEvent<MidiReply>) => {
      if ('bytes' in data) resolve(data.bytes);
      else reject(new Error(data.failed));
      end();
    };
    worker.onerror = () => {
      reject(new Error('the page could not write it'));
      end();
    };
    worker.postMessage(song);
  });
}
