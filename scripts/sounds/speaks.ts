/** How long after it is struck each key of a held instrument is heard: by so much the engine begins it earlier. */
import { SoundBankLoader, SpessaSynthProcessor } from 'spessasynth_core';
import type { SpeaksAfter } from '@backline/sound/banks/shipped';

const RATE = 44_100;
const BLOCK = 128;
/** Keys that are tried, MIDI numbers. */
const LOWEST = 36;
const HIGHEST = 96;
const VELOCITY = 90;
/** A note is heard at half the strength it has here, seconds. */
const THERE = [0.2, 0.4] as const;
const LOOK = 0.006;
/** Milliseconds: less is at once, and more would be a swell, which begins where it is written. */
const LEAST = 8;
const MOST = 90;
/** Times as near as this are one. */
const NEAR = 6;

const strength = (sound: Float32Array, from: number, seconds: number): number => {
  const cut = sound.subarray(Math.round(from * RATE), Math.round((from + seconds) * RATE));
  return Math.sqrt(cut.reduce((sum, x) => sum + x * x, 0) / cut.length);
};

async function struck(bytes: Uint8Array, program: number, key: number): Promise<Float32Array> {
  const synth = new SpessaSynthProcessor(RATE, { maxBufferSize: BLOCK, eventsEnabled: false });
  await synth.processorInitialized;
  synth.setSystemParameter('effectsEnabled', false);
  synth.soundBankManager.addSoundBank(SoundBankLoader.fromArrayBuffer(bytes.slice().buffer), 'one');
  synth.programChange(0, program);
  synth.noteOn(0, key, VELOCITY);
  const sound = new Float32Array(Math.ceil((THERE[1] * RATE) / BLOCK) * BLOCK);
  const other = new Float32Array(BLOCK);
  for (let at = 0; at < sound.length; at += BLOCK) {
    synth.process(sound.subarray(at, at + BLOCK), other.fill(0), 0, BLOCK);
  }
  return sound;
}

function after(sound: Float32Array): number {
  const goal = strength(sound, THERE[0], THERE[1] - THERE[0]) / 2;
  for (let at = 0; at < THERE[0]; at += 0.001) if (strength(sound, at, LOOK) >= goal) return at * 1000;
  return THERE[0] * 1000;
}

/** Milliseconds after which keys are heard, from the lowest; none where all are there at once. */
export async function speaksOf(bytes: Uint8Array, program: number): Promise<SpeaksAfter[]> {
  const found: SpeaksAfter[] = [];
  for (let key = LOWEST; key <= HIGHEST; key++) {
    const ms = Math.round(after(await struck(bytes, program, key)));
    const held = ms < LEAST ? 0 : Math.min(MOST, ms);
    const upTo = key === HIGHEST ? 127 : key;
    const last = found[found.length - 1];
    if (last && Math.abs(last.after - held) <= NEAR) found[found.length - 1] = { ...last, upTo };
    else found.push({ upTo, after: held });
  }
  return found.some((one) => one.after > 0) ? found : [];
}
