/** Banks of sounds: presets read from bytes, with their samples decoded outside the audio thread. */
import { BasicSoundBank, SoundBankLoader, type BasicPreset } from 'spessasynth_core';
import { DRUM_BANK } from './bankNames';
import type { DecodedBank } from '../engine/messages';

/** True where bytes begin like a bank: a RIFF file. */
export const isBank = (bytes: ArrayBuffer): boolean =>
  bytes.byteLength > 12 && String.fromCharCode(...new Uint8Array(bytes, 0, 4)) === 'RIFF';

/**
 * Decodes a bank of one preset.
 * @throws Error with a sentence where the bytes are none.
 */
export async function decodeBank(id: string, bytes: ArrayBuffer): Promise<DecodedBank> {
  if (!isBank(bytes)) throw new Error('the sound file is damaged');
  await BasicSoundBank.isSF3DecoderReady;
  const loaded = SoundBankLoader.fromArrayBuffer(bytes.slice(0));
  const samples = loaded.samples.map((sample) => ({
    data: sample.getAudioData().slice(),
    rate: sample.sampleRate,
  }));
  return { id, bank: bytes, samples };
}

/** The name of a preset's bank, or null for one that no part plays. */
function nameOf(preset: BasicPreset): string | null {
  if (preset.isGMGSDrum) return preset.program === 0 ? DRUM_BANK : null;
  return preset.bankMSB === 0 ? String(preset.program) : null;
}

/** Cuts a whole bank into one of a preset each, of those that are wanted; their samples stay as they are. */
export async function splitBank(
  bytes: ArrayBuffer,
  isWanted: (name: string) => boolean = () => true,
): Promise<Map<string, ArrayBuffer>> {
  await BasicSoundBank.isSF3DecoderReady;
  const whole = SoundBankLoader.fromArrayBuffer(bytes);
  const cut = new Map<string, ArrayBuffer>();
  for (const preset of whole.presets) {
    const name = nameOf(preset);
    if (name === null || !isWanted(name)) continue;
    const one = new BasicSoundBank();
    one.soundBankInfo = { ...whole.soundBankInfo };
    one.clonePreset(preset);
    one.flush();
    cut.set(name, one.writeSF2({}));
  }
  return cut;
}
