/** Banks of sounds as a worker gets them: fetched, decoded. */
import { finer } from '@backline/sound/banks/bankNames';
import { decodeBank } from '@backline/sound/banks/banks';
import type { DecodedBank } from '@backline/sound/engine/messages';
import { hasFiner } from '@backline/sound/banks/shipped';

/** A file that has fewer bytes than a header, or is a page instead of sound, is no bank: decoding says so. */
async function fetched(file: string): Promise<ArrayBuffer> {
  const response = await fetch(`/sound/${file}.sf3`);
  if (!response.ok) throw new Error(`the sound file is not there (${response.status})`);
  return response.arrayBuffer();
}

/** @param isFiner true where its finer form is wanted, with more layers of touch. */
export const bankFrom = async (id: string, isFiner: boolean): Promise<DecodedBank> =>
  decodeBank(id, await fetched(isFiner && hasFiner(id) ? finer(id) : id));
