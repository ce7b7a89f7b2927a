/** The audio thread: the engine behind messages. Bundled into one file for the worklet. */
import { Engine } from './engine';
import { Inbox } from './inbox';
import type { Report, ScorePort, Sent, ToEngine } from './messages';
import type { Score } from '../score/score';
import { wholeScore } from '../score/sentScore';

/** What a worklet's global scope has; the DOM types leave it out. */
declare const sampleRate: number;
declare const currentTime: number;
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(
  name: string,
  processor: new (options?: {
    processorOptions?: { messages?: readonly ToEngine[] };
  }) => AudioWorkletProcessor,
): void;

/** Blocks between two reports of the position: about every 20 ms. */
const REPORT_EVERY = 8;

class BacklineProcessor extends AudioWorkletProcessor {
  private readonly engine = new Engine(sampleRate);
  private readonly inbox = new Inbox((message) => this.take(message));
  private blocks = 0;
  /** The number of the last message that was heeded. */
  private heeded = 0;

  /** Messages may come along at the start: where sound is made ahead of time, none comes before it begins. */
  constructor(options?: { processorOptions?: { messages?: readonly ToEngine[] } }) {
    super();
    for (const message of options?.processorOptions?.messages ?? []) this.inbox.put(message);
    this.port.onmessage = ({ data }: MessageEvent<Sent>) => this.inbox.put(data);
  }

  private take(message: Sent): void {
    const { engine } = this;
    this.heeded = message.order ?? this.heeded;
    switch (message.type) {
      case 'bank':
        engine.addBank(message.bank);
        break;
      case 'scores':
        this.follow(message.port);
        break;
      case 'score':
        engine.setScore(message.score, message.loop, message.moves);
        break;
      case 'channels':
        engine.setChannels(message.channels);
        break;
      case 'master':
        engine.setMaster(message.master);
        break;
      case 'drop':
        engine.dropBank(message.id);
        break;
      case 'play':
        engine.play(message.from, message.countIn);
        break;
      case 'stop':
        engine.stop();
        break;
      case 'seek':
        engine.seek(message.to);
        break;
      case 'loop':
        engine.setLoop(message.loop);
        break;
      case 'audition':
        engine.audition.audition(message.program, message.pitches, message.level, message.seconds);
        break;
      case 'stop audition':
        engine.audition.stop();
        break;
      case 'press':
        engine.audition.press(message.program, message.pitch, message.velocity);
        break;
      case 'release':
        engine.audition.release(message.pitch);
        break;
    }
    this.report();
  }

  /** Scores of a port: each says what is other in it than in the one before it there. */
  private follow(port: ScorePort): void {
    let last: Score | null = null;
    port.onmessage = ({ data }) => {
      last = wholeScore(data.score, last);
      this.inbox.put({ ...data, score: last });
    };
  }

  private report(): void {
    const { position, rate, playing, counting } = this.engine;
    const { peaks, out } = this.engine.takePeaks();
    const { heeded } = this;
    const report: Report = {
      tick: position,
      heeded,
      time: currentTime,
      rate,
      playing,
      counting,
      peaks,
      out,
    };
    this.port.postMessage(report);
  }

  process(_inputs: Float32Array[][], outputs: Float32Array[][]): boolean {
    const [left, right] = outputs[0] ?? [];
    if (!left || !right) return true;
    const before = this.engine.playing;
    this.engine.process(left, right);
    if (before !== this.engine.playing || (before && ++this.blocks % REPORT_EVERY === 0)) this.report();
    return true;
  }
}

registerProcessor('backline', BacklineProcessor);
