import type { TickMove } from '@backline/core/time/tickMoves';
import type { MasterSetup } from '../master/setup';
import type { ChannelSetup, Score } from '../score/score';
import type { SentScore } from '../score/sentScore';

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

/** A score for the audio thread. */
export interface ScoreMessage {
  readonly type: 'score';
  /** Counts up: what is asked of a later score waits until it is there. */
  readonly number: number;
  readonly score: Score;
  /** Left out, the stretch to go round stays as it is. */
  readonly loop?: Loop | null;
  /** Where bars of the score before have gone: the position goes with them. */
  readonly moves?: readonly TickMove[];
}

/** A score's message as it is sent by a port of its own. */
export type SentScoreMessage = Omit<ScoreMessage, 'score'> & { readonly score: SentScore };

/** The end of a message port at which scores arrive from who makes them, each as what is other in it than in the last. */
export interface ScorePort {
  onmessage: ((event: { readonly data: SentScoreMessage }) => void) | null;
}

/** From the app to the audio thread. */
export type ToEngine =
  | { readonly type: 'bank'; readonly bank: DecodedBank }
  /** Where scores come from. */
  | { readonly type: 'scores'; readonly port: ScorePort }
  | ScoreMessage
  /** Other levels, places and silences of the channels of the score: heard at once. */
  | { readonly type: 'channels'; readonly channels: readonly ChannelSetup[] }
  | { readonly type: 'master'; readonly master: MasterSetup }
  /** Lets a preset go that nothing plays. */
  | { readonly type: 'drop'; readonly id: string }
  /** Ends what is being auditioned. */
  | { readonly type: 'stop audition' }
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

/** A message with the number of the score it is about (ports keep no order among each other), and its own number. */
export type Sent = ToEngine & { readonly about?: number; readonly order?: number };

/** From the audio thread to the app: where it stands, every few blocks and whenever that changes. */
export interface Report {
  readonly tick: number;
  /** The number of the last message that had been heeded: what was asked after it is not in here yet. */
  readonly heeded: number;
  /** Context time the tick belongs to, seconds. */
  readonly time: number;
  /** Ticks a second there. */
  readonly rate: number;
  readonly playing: boolean;
  readonly counting: boolean;
  /** Loudest samples since the last report, 1 full scale: of each part's strip, and of what comes out. */
  readonly peaks: readonly (readonly [strip: string, left: number, right: number])[];
  readonly out: readonly [left: number, right: number];
}
