/** Fetches a preset's bank and decodes its samples, so that the audio thread never has to. */
import { expose, transfer } from 'comlink';
import { decodeBank } from '@backline/sound/banks';
import type { DecodedBank } from '@backline/sound/messages';

/** A file that has fewer bytes than a header, or is a page instead of sound, is no bank. */
async function fetchBank(url: string): Promise<ArrayBuffer> {
  const response = await fetch(url);
  if (!response.ok) throw new Error(`the sound file is not there (${response.status})`);
  return response.arrayBuffer();
}

const decoding = {
  async bank(id: string, url: string): Promise<DecodedBank> {
    const bank = await decodeBank(id, await fetchBank(url));
    return transfer(bank, [bank.bank, ...bank.samples.map((s) => s.data.buffer as ArrayBuffer)]);
  },
};

export type Decoding = typeof decoding;

expose(decoding);
