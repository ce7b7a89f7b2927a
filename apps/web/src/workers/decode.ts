/** Fetches a preset's bank and decodes its samples, so that the audio thread never has to. */
import { decodeBank } from '@backline/sound/banks';
import type { DecodedBank } from '@backline/sound/messages';

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
  return response.arrayBuffer();
}

scope.onmessage = async ({ data: { id, url } }) => {
  try {
    const bank = await decodeBank(id, await fetchBank(url));
    const transfer: Transferable[] = [bank.bank, ...bank.samples.map((s) => s.data.buffer as ArrayBuffer)];
    scope.postMessage({ bank }, transfer);
  } catch (error) {
    scope.postMessage({ id, failed: error instanceof Error ? error.message : String(error) }, []);
  }
};
