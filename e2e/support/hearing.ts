import type { Page } from '@playwright/test';

/**
 * Records what reaches the loudspeaker: every node that connects to the destination also feeds a
 * recorder. Installed before the page loads, so the app itself knows nothing of it.
 */
export async function listen(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const heard: number[][] = [];
    const connect = AudioNode.prototype.connect;
    const taps = new WeakSet<AudioNode>();
    Object.assign(window, { heard });
    AudioNode.prototype.connect = function (this: AudioNode, ...args: unknown[]) {
      const [target] = args;
      if (target instanceof AudioDestinationNode && !taps.has(this)) {
        taps.add(this);
        const recorder = (this.context as AudioContext).createScriptProcessor(4096, 2, 2);
        recorder.onaudioprocess = ({ inputBuffer }) => heard.push([...inputBuffer.getChannelData(0)]);
        Reflect.apply(connect, this, [recorder]);
        Reflect.apply(connect, recorder, [target]);
      }
      return Reflect.apply(connect, this, args);
    } as typeof connect;
  });
}

/** Samples heard since the last call, and how many a second. */
export async function takeHeard(page: Page): Promise<number[]> {
  return page.evaluate(() => {
    const { heard } = window as unknown as { heard: number[][] };
    return heard.splice(0).flat();
  });
}

/** Root mean square of samples: 0 is silence. */
export const loudness = (samples: readonly number[]): number =>
  samples.length ? Math.sqrt(samples.reduce((sum, x) => sum + x * x, 0) / samples.length) : 0;

/** Loudest sample. */
export const peak = (samples: readonly number[]): number =>
  samples.reduce((a, x) => Math.max(a, Math.abs(x)), 0);
