/** Clicks of a count-in: short ticks of a sine, so that they need no sample. */

interface Click {
  age: number;
  readonly accent: boolean;
}

const LOUDNESS = 0.22;
/** Seconds until a click has died away. */
const LIFE = 0.12;

/** The clicks of the count-in. */
export class Clicks {
  private sounding: Click[] = [];

  constructor(private readonly sampleRate: number) {}

  strike(accent: boolean): void {
    this.sounding.push({ age: 0, accent });
  }

  silence(): void {
    this.sounding = [];
  }

  mix(left: Float32Array, right: Float32Array, from: number, frames: number): void {
    for (const click of this.sounding) {
      const turn = (2 * Math.PI * (click.accent ? 1760 : 1320)) / this.sampleRate;
      for (let i = 0; i < frames; i++) {
        const age = click.age + i;
        const value = LOUDNESS * Math.sin(turn * age) * Math.exp(-age / (0.012 * this.sampleRate));
        left[from + i]! += value;
        right[from + i]! += value;
      }
      click.age += frames;
    }
    this.sounding = this.sounding.filter((c) => c.age < LIFE * this.sampleRate);
  }
}
