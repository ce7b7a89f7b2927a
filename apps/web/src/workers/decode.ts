/** Fetches a preset's bank and decodes its samples, so that the audio thread never has to. */
import { BasicSoundBank, SoundBankLoader } from 'spessasynth_core';
import type { DecodedBank } from '../audio/engine/messages';

export interface DecodeRequest {
  readonly id: string;
  readonly url: string;
}

export type DecodeReply = { readonly bank: DecodedBank } | { readonly id: string; readonly failed: string };

const scope = self as unknown as {
  onmessage: (event: MessageEvent<DecodeRequest>) => void;
  postMessage: (reply: DecodeReply, transfer: Transferable[]) => void;
};

/** A file that has fewer bytes than a header, or is a page instead of sound, is no bank. */
async function fetchBank(url: string): Promise<ArrayBuffer> {
  const response = await fetch(url);
  if (!response.ok) throw new Error(`the sound file is not there (${response.status})`);
  const bytes = await response.arrayBuffer();
  const head = String.fromCharCode(...new Uint8Array(bytes.slice(0, 4)));
  if (head !== 'RIFF') throw new Error('the sound file is damaged');
  return bytes;
}

scope.onmessage = async ({ data: { id, url } }) => {
  try {
    await BasicSoundBank.isSF3DecoderReady;
    const bytes = await fetchBank(url);
    const loaded = SoundBankLoader.fromArrayBuffer(bytes.slice(0));
    const samples = loaded.samples.map((sample) => {
      const data = sample.getAudioData().slice();
      return { data, rate: sample.sampleRate };
    });
    const transfer: Transferable[] = [bytes, ...samples.map((s) => s.data.buffer)];
    scope.postMessage({ bank: { id, bank: bytes, samples } }, transfer);
  } catch (error) {
    scope.postMessage({ id, failed: error instanceof Error ? error.message : String(error) }, []);
  }
};
