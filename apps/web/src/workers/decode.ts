/** Fetches a preset's bank and decodes its samples, so that the audio thread never has to. */
import { expose, transfer } from 'comlink';
import type { DecodedBank } from '@backline/sound/engine/messages';
import { bankFrom } from './bankFiles';

const decoding = {
  async bank(id: string, isFiner: boolean): Promise<DecodedBank> {
    const bank = await bankFrom(id, isFiner);
    return transfer(bank, [bank.bank, ...bank.samples.map((s) => s.data.buffer as ArrayBuffer)]);
  },
};

export type Decoding = typeof decoding;

expose(decoding);
