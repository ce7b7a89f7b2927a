import type { ChannelSetup, Score } from './score';

/** Samples of one preset, decoded outside the audio thread, in the bank's order. */
export interface DecodedBank {
  readonly id: string;
  readonly bank: ArrayBuffer;
  readonly samples: readonly { readonly data: Float32Array; readonly rate: number }[];
}

/** A stretch to go round, ticks. */
export interface Loop {
  readonly start: number;
  readonly end: number;
}

/** From the app to the audio thread. */
export type ToEngine =
  | { readonly type: 'bank'; readonly bank: DecodedBank }
  | { readonly type: 'score'; readonly score: Score; readonly loop: Loop | null }
  /** Other levels, places and silences of the channels of the score: heard at once. */
  | { readonly type: 'channels'; readonly channels: readonly ChannelSetup[] }
  /** Ends what is being auditioned. */
  | { readonly type: 'hush' }
  | { readonly type: 'play'; readonly from: number; readonly countIn: boolean }
  | { readonly type: 'stop' }
  | { readonly type: 'seek'; readonly to: number }
  | { readonly type: 'loop'; readonly loop: Loop | null }
  /** A key pressed or let go by hand, sounding until it is let go. */
  | { readonly type: 'press'; readonly program: number; readonly pitch: number; readonly velocity: number }
  | { readonly type: 'release'; readonly pitch: number }
  | {
      readonly type: 'audition';
      readonly program: number;
      readonly pitches: readonly number[];
      readonly level: number;
      readonly seconds: number;
    };

/** From the audio thread to the app: where it stands, every few blocks and whenever that changes. */
export interface Report {
  readonly tick: number;
  /** Context time the tick belongs to, seconds. */
  readonly time: number;
  /** Ticks a second there. */
  readonly rate: number;
  readonly playing: boolean;
  readonly counting: boolean;
}
