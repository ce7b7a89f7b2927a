import type { Page } from '@playwright/test';

/**
 * Records what reaches the loudspeaker: every node that connects to the destination also feeds a
 * recorder. Installed before the page loads, so the app itself knows nothing of it.
 */
export async function listen(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const heard: Float32Array[] = [];
    const connect = AudioNode.prototype.connect;
    const taps = new WeakSet<AudioNode>();
    const sounding: BaseAudioContext[] = [];
    Object.assign(window, { heard, sounding });
    AudioNode.prototype.connect = function (this: AudioNode, ...args: unknown[]) {
      const [target] = args;
      if (target instanceof AudioDestinationNode && !taps.has(this)) {
        taps.add(this);
        if (!sounding.includes(this.context)) sounding.push(this.context);
        const recorder = (this.context as AudioContext).createScriptProcessor(4096, 2, 2);
        recorder.onaudioprocess = ({ inputBuffer }) => heard.push(inputBuffer.getChannelData(0).slice());
        Reflect.apply(connect, this, [recorder]);
        Reflect.apply(connect, recorder, [target]);
      }
      return Reflect.apply(connect, this, args);
    } as typeof connect;
  });
}

/** What was heard since the last call: how many samples, their loudness (root mean square) and their peak. */
export interface Heard {
  readonly samples: number;
  readonly loudness: number;
  readonly peak: number;
}

export const takeHeard = (page: Page): Promise<Heard> =>
  page.evaluate(() => {
    const { heard } = window as unknown as { heard: Float32Array[] };
    let samples = 0;
    let sum = 0;
    let peak = 0;
    for (const block of heard.splice(0)) {
      samples += block.length;
      for (const x of block) {
        sum += x * x;
        peak = Math.max(peak, Math.abs(x));
      }
    }
    return { samples, loudness: samples ? Math.sqrt(sum / samples) : 0, peak };
  });

export const loudness = async (page: Page): Promise<number> => (await takeHeard(page)).loudness;

/** What is heard from now on, so many seconds of it, however long it takes to come by; less where all sound is off. */
export async function heardFor(page: Page, seconds: number): Promise<Heard> {
  await takeHeard(page);
  await page.waitForFunction((wanted) => {
    const { heard, sounding } = window as unknown as { heard: Float32Array[]; sounding: AudioContext[] };
    const samples = heard.reduce((sum, block) => sum + block.length, 0);
    const running = sounding.filter(({ state }) => state === 'running');
    return !running.length || samples >= wanted * running[0]!.sampleRate;
  }, seconds);
  return takeHeard(page);
}
