/** One part's strip: drive, tone, level and place, what it sends to the room, and its meter. */
import type { MixOffsetName } from '@backline/core/song/choices';
import { Drive } from '../filters/drive';
import type { Tone } from '@backline/core/song/mix';
import { ToneFilter } from '../filters/tone';
import { Loudest } from './loudest';
import { panAt, type Pan } from './pan';
import { Spread } from './spread';

/** How a part's strip is set: level, pan, send, tone, drive. */
export interface StripSetup {
  /** 0–127, as General MIDI's volume: 40 dB to a tenth. */
  readonly level: number;
  /** 0 left, 64 middle, 127 right. */
  readonly pan: number;
  /** 0–127. */
  readonly reverbSend: number;
  readonly tone: Tone;
  /** 0–1. */
  readonly drive: number;
  /** How wide it is made, 0–1: for what was recorded with one microphone. */
  readonly spread: number;
  /** False where the part is muted or another is soloed. */
  readonly audible: boolean;
}

/** General MIDI: a controller's share of full scale, squared. Source: General MIDI 2, recommended volume response. */
export const gainOfLevel = (level: number): number => (level / 127) ** 2;

/** Shares by which gains near their new places in one block: no move clicks. */
const NEARING = 0.25;
const STILL = 1e-5;
const STILL_IN_PLACE = 0.05;
/** dB. */
const STILL_IN_TONE = 0.05;

/** A step on the way to where something is wanted; there where next to nothing is left of it. */
function nearer(from: number, to: number, still: number): number {
  const at = from + (to - from) * NEARING;
  return Math.abs(to - at) < still ? to : at;
}

const within = (value: number): number => Math.max(0, Math.min(127, value));

/** A part's way through the mixer, gain, pan and send moved without clicks. */
export class Strip {
  readonly loudest = new Loudest();
  private readonly toneFilter: ToneFilter;
  private readonly spread: Spread;
  private readonly drives: readonly [Drive, Drive] = [new Drive(), new Drive()];
  private setup: StripSetup | null = null;
  private pan: Pan = panAt(64);
  /** How the music itself stands otherwise here than the strip is set to. */
  private readonly moved: Record<MixOffsetName, number> = {
    gainOffset: 0,
    panOffset: 0,
    sendOffset: 0,
    shelfOffset: 0,
  };
  private gain = 0;
  private place = 64;
  private sends = 0;
  private treble = 0;

  constructor(sampleRate: number) {
    this.toneFilter = new ToneFilter(sampleRate);
    this.spread = new Spread(sampleRate);
  }

  set(setup: StripSetup): void {
    const isFirst = this.setup === null;
    this.setup = setup;
    if (isFirst) this.settle();
    else this.tune(setup);
  }

  /** Everything where it is set, without a way there: while nothing sounds, so that the next note begins as it should. */
  settle(): void {
    if (!this.setup) return;
    const place = this.placeOf(this.setup);
    this.gain = this.gainOf(this.setup);
    this.sends = this.sendsOf(this.setup);
    if (this.place !== place) this.pan = panAt(place);
    this.place = place;
    this.treble = this.trebleOf(this.setup);
    this.tune(this.setup);
  }

  private tune({ tone }: StripSetup): void {
    this.toneFilter.set(this.treble === tone.high ? tone : { ...tone, high: this.treble });
  }

  move(what: MixOffsetName, value: number): void {
    this.moved[what] = value;
  }

  // Where all of it is on its way to.
  private gainOf({ audible, level }: StripSetup): number {
    return audible ? gainOfLevel(level) * 10 ** (this.moved.gainOffset / 20) : 0;
  }

  private placeOf({ pan }: StripSetup): number {
    return within(pan + this.moved.panOffset);
  }

  private sendsOf({ reverbSend }: StripSetup): number {
    return within(reverbSend + this.moved.sendOffset) / 127;
  }

  private trebleOf({ tone }: StripSetup): number {
    return tone.high + this.moved.shelfOffset;
  }

  /**
   * Works on a block in place and adds to what the room gets.
   * @returns true where anything goes to the room.
   */
  process(left: Float32Array, right: Float32Array, roomLeft: Float32Array, roomRight: Float32Array): boolean {
    const { setup } = this;
    if (!setup) return false;
    if (setup.drive > 0) {
      this.drives[0].process(left, setup.drive);
      this.drives[1].process(right, setup.drive);
    }
    if (setup.spread > 0) this.spread.process(left, right, setup.spread);
    this.brighten(setup);
    this.toneFilter.process(left, right);
    const from = this.gain;
    const sentFrom = this.sends;
    this.near(setup);
    const frames = left.length;
    const step = (this.gain - from) / frames;
    const sentStep = (this.sends - sentFrom) / frames;
    const { leftOwn, leftOther, rightOwn, rightOther } = this.pan;
    for (let i = 0; i < frames; i++) {
      const gain = from + step * i;
      const l = left[i]! * gain;
      const r = right[i]! * gain;
      const outLeft = l * leftOwn + r * leftOther;
      const outRight = r * rightOwn + l * rightOther;
      left[i] = outLeft;
      right[i] = outRight;
      const sent = sentFrom + sentStep * i;
      roomLeft[i]! += outLeft * sent;
      roomRight[i]! += outRight * sent;
    }
    this.loudest.heed(left, right);
    return sentFrom > STILL || this.sends > STILL;
  }

  /** The treble a little nearer to where it is wanted. */
  private brighten(setup: StripSetup): void {
    const treble = this.trebleOf(setup);
    if (this.treble === treble) return;
    this.treble = nearer(this.treble, treble, STILL_IN_TONE);
    this.tune(setup);
  }

  /** Everything else a little nearer to where it is set. */
  private near(setup: StripSetup): void {
    const place = this.placeOf(setup);
    this.gain = nearer(this.gain, this.gainOf(setup), STILL);
    this.sends = nearer(this.sends, this.sendsOf(setup), STILL);
    if (this.place === place) return;
    this.place = nearer(this.place, place, STILL_IN_PLACE);
    this.pan = panAt(this.place);
  }
}
