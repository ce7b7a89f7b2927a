import { SoundBankLoader, SpessaSynthProcessor } from 'spessasynth_core';
import { tempoMap, type TempoMap } from '@backline/core/time/tempo';
import { movedTick, type TickMove } from '@backline/core/time/tickMoves';
import { PPQ } from '@backline/core/time/ticks';
import { Audition } from './audition';
import { EarlyNotes } from './earlyNotes';
import { Outputs } from './outputs';
import { StruckKeys } from './struckKeys';
import { Channels } from './channels';
import { Clicks } from './clicks';
import { Mixer } from '../mixer/mixer';
import { Loudest } from '../mixer/loudest';
import { MASTER_GAIN, Master } from '../master/master';
import type { MasterSetup } from '../master/setup';
import type { DecodedBank, Loop, Report } from './messages';
import {
  EMPTY_SCORE,
  FIELDS,
  GESTURE_FIELDS,
  beatFrom,
  countInto,
  firstGestureAt,
  firstNoteAt,
  gestureAt,
  heldAt,
  noteAt,
  type ChannelSetup,
  type Score,
} from '../score/score';
import { SoundingNotes } from './soundingNotes';

const BLOCK = 128;

/** A score that is taken up at a tick of the one before, and where bars of that one have gone, one change after another. */
interface Waiting {
  readonly score: Score;
  readonly loop: Loop | null;
  readonly at: number;
  readonly moves: readonly (readonly TickMove[])[];
}

/** How an engine is set up. */
export interface EngineOptions {
  /** False where the sum of the strips is wanted, without the master bus. */
  readonly mastered?: boolean;
  /** True where what each part adds is wanted by itself as well. */
  readonly apart?: boolean;
}

/**
 * Plays a score through a sampler, a desk and the master bus, sample-exact. It runs in the audio worklet, in a worker or in
 * Node, and knows ticks, channels and samples only.
 */
export class Engine {
  playing = false;
  /** Ticks; during the count-in, before `heardFrom`. */
  position = 0;

  readonly mixer: Mixer;
  /** What is heard beside the song. */
  readonly audition: Audition;
  readonly master: Master;
  private readonly synth: SpessaSynthProcessor;
  private readonly banks = new Set<string>();
  private readonly clicks: Clicks;
  private score: Score = EMPTY_SCORE;
  private tempo: TempoMap = tempoMap(EMPTY_SCORE.tempos);
  private percussion = new Set<number>();
  private waiting: Waiting | null = null;
  private next = 0;
  private early = new EarlyNotes(EMPTY_SCORE, this.tempo);
  private nextGesture = 0;
  /** Ticks played since the engine was made. */
  private played = 0;
  /** Seconds played since. */
  private seconds = 0;
  private readonly sounding: SoundingNotes;
  private readonly keys: StruckKeys;
  private loop: Loop | null = null;
  private heardFrom = 0;
  /** Ticks at which the count-in clicks, in order. */
  private counted: number[] = [];
  private hasClicked = false;
  private readonly channels: Channels;

  private readonly mastered: boolean;
  private readonly loudest = new Loudest();
  private readonly outputs: Outputs;
  /** Where the synthesizer's own effects would go: they are off. */
  private readonly unused = new Float32Array(BLOCK);

  constructor(
    private readonly sampleRate: number,
    { mastered = true, apart = false }: EngineOptions = {},
  ) {
    this.mastered = mastered;
    this.clicks = new Clicks(sampleRate);
    this.mixer = new Mixer(sampleRate, apart);
    this.master = new Master(sampleRate);
    this.synth = new SpessaSynthProcessor(sampleRate, { maxBufferSize: BLOCK, eventsEnabled: false });
    // Presets come one by one: until one has come, its channel keeps silent rather than borrow another.
    this.synth.onMissingPreset = () => undefined;
    this.synth.setSystemParameter('effectsEnabled', false);
    this.channels = new Channels(this.synth, (channel, moves, value) =>
      this.mixer.move(this.outputs.stripAt(channel), moves, value),
    );
    this.keys = new StruckKeys(this.synth, this.channels);
    this.sounding = new SoundingNotes(
      this.synth,
      (channel, pitch, velocity) => this.keys.strike(channel, pitch, velocity, this.percussion.has(channel)),
      () => this.seconds,
    );
    this.audition = new Audition(this.synth, this.channels, this.mixer, sampleRate);
    this.outputs = new Outputs(this.synth, this.mixer);
  }

  /** Resolves once the sampler can be used. */
  get ready(): Promise<void> {
    return this.synth.processorInitialized;
  }

  /** True during the count-in. */
  get counting(): boolean {
    return this.playing && this.position < this.heardFrom;
  }

  get soundingNotes(): number {
    return this.sounding.count;
  }

  /** Ticks a second at the position. */
  get rate(): number {
    return (this.tempo.tempoAt(this.position) * PPQ) / 60;
  }

  /** Programs, strips and master as the score has them. */
  private setUp(): void {
    this.channels.setUp(this.score, this.position);
    this.outputs.setUp(this.score.channels);
    this.master.setup = this.score.master;
  }

  /** Adds a preset with its samples decoded, in place of one of the same name; held notes go on. */
  addBank({ id, bank, samples }: DecodedBank): void {
    const loaded = SoundBankLoader.fromArrayBuffer(bank);
    loaded.samples.forEach((sample, i) => {
      const decoded = samples[i];
      if (decoded) sample.setAudioData(decoded.data, decoded.rate);
    });
    this.banks.add(id);
    this.synth.soundBankManager.addSoundBank(loaded, id);
    this.channels.forgetPrograms();
    this.channels.setUp(this.score, this.position);
  }

  /** Lets a preset go; what sounds of it ends by itself. */
  dropBank(id: string): void {
    if (!this.banks.delete(id)) return;
    this.synth.soundBankManager.deleteSoundBank(id);
    this.channels.forgetPrograms();
    this.channels.setUp(this.score, this.position);
  }

  /**
   * Takes another score, and the stretch to go round in it: at once when stopped, from the next beat on
   * while playing.
   * @param moves where bars of the score before have gone.
   */
  setScore(score: Score, loop: Loop | null = this.loop, moves: readonly TickMove[] = []): void {
    if (!this.playing) {
      this.replace({ score, loop, moves: [moves] });
      this.position = Math.min(this.position, score.length);
      this.goTo(this.position);
      return;
    }
    const at = beatFrom(this.score, this.position + 1e-6);
    this.waiting = { score, loop, at, moves: [...(this.waiting?.moves ?? []), moves] };
  }

  /** Puts another score in place. The position goes where its bar has gone, and stays in the stretch that is gone round. */
  private replace({ score, loop, moves }: Omit<Waiting, 'at'>): void {
    const before = this.loop;
    this.score = score;
    this.tempo = tempoMap(score.tempos);
    this.early = new EarlyNotes(score, this.tempo);
    this.percussion = new Set(score.channels.filter((c) => c.percussion).map((c) => c.channel));
    this.waiting = null;
    this.setLoop(loop);
    const isRound = before !== null && this.position >= before.start && this.position < before.end;
    const isMoved = moves.some((one) => one.length > 0);
    const along = isRound && this.loop && !isMoved ? this.loop.start - before.start : 0;
    const moved = (tick: number): number => moves.reduce(movedTick, tick) + along;
    const by = moved(this.position) - this.position;
    // Counted in, what comes first is where it begins.
    this.heardFrom = Math.min(moved(this.heardFrom), this.position + by);
    this.counted = this.counted.map((tick) => tick + by);
    this.position += by;
    if (!isRound || !this.loop) return;
    if (this.position < this.loop.start || this.position >= this.loop.end) this.position = this.loop.start;
  }

  /** Other levels, places and silences for the channels of the score, at once. */
  setChannels(channels: readonly ChannelSetup[]): void {
    this.score = { ...this.score, channels };
    if (this.waiting) this.waiting = { ...this.waiting, score: { ...this.waiting.score, channels } };
    this.setUp();
  }

  /** Another treatment of the sum, at once. */
  setMaster(master: MasterSetup): void {
    this.score = { ...this.score, master };
    if (this.waiting) this.waiting = { ...this.waiting, score: { ...this.waiting.score, master } };
    this.master.setup = master;
  }

  setLoop(loop: Loop | null): void {
    if (this.waiting) this.waiting = { ...this.waiting, loop };
    this.loop = loop && loop.end > loop.start ? loop : null;
  }

  play(from: number, countIn: boolean): void {
    this.silence();
    if (this.waiting) this.replace(this.waiting);
    this.keys.begin();
    const start = Math.max(0, Math.min(from, this.score.length - 1));
    this.heardFrom = start;
    this.hasClicked = false;
    this.counted = countIn ? countInto(this.score, start) : [];
    this.position = this.counted[0] ?? start;
    this.goTo(start);
    this.playing = true;
  }

  stop(): void {
    this.playing = false;
    this.silence();
    const { waiting } = this;
    if (waiting) {
      this.replace(waiting);
      this.position = Math.min(this.position, waiting.score.length);
      this.goTo(this.position);
    }
    if (this.position < this.heardFrom) this.position = this.heardFrom;
  }

  seek(to: number): void {
    this.silence();
    // What waits for the next beat is what the writer sees: a jump lands in it.
    if (this.waiting) this.replace(this.waiting);
    this.position = Math.max(0, Math.min(to, this.score.length));
    this.heardFrom = this.position;
    this.goTo(this.position);
  }

  /** Goes on from a tick: what comes next, and every channel as it is there. */
  private goTo(tick: number): void {
    this.next = firstNoteAt(this.score.notes, tick);
    this.early.goTo(tick);
    this.nextGesture = firstGestureAt(this.score.gestures, tick);
    this.setUp();
    this.channels.followGestures(this.score, this.nextGesture);
    if (!this.playing) this.mixer.settle();
  }

  /** Renders frames into a stereo pair of up to 128 frames each. */
  process(left: Float32Array, right: Float32Array): void {
    const total = left.length;
    let done = 0;
    this.mixer.clear();
    if (this.playing) this.keys.move(this.score, this.sounding, this.seconds);
    while (done < total) {
      if (this.playing) this.fire();
      const frames = Math.min(total - done, this.playing ? this.framesToNext() : total - done);
      this.synth.processSplit(this.outputs.buffers, this.unused, this.unused, done, frames);
      this.clicks.mix(left, right, done, frames);
      if (this.playing) this.advance(frames);
      done += frames;
    }
    this.audition.age(total);
    this.mixer.process(left, right);
    if (this.mastered) this.master.process(left, right);
    this.loudest.heed(left, right);
  }

  /** Loudest samples of the strips that sounded, and of what came out, since this was last asked. */
  takePeaks(): Pick<Report, 'peaks' | 'out'> {
    // As they lie under the master's gain: beside what comes out they mean the same.
    return { peaks: this.mixer.takePeaks(MASTER_GAIN), out: this.loudest.take() };
  }

  private advance(frames: number): void {
    const before = this.position;
    this.position = this.tempo.tickAt(this.tempo.secondsAt(before) + frames / this.sampleRate);
    this.played += this.position - before;
    this.seconds += frames / this.sampleRate;
  }

  /** Frames until something is due; at least one, so that time goes on. */
  private framesToNext(): number {
    let ticks = Infinity;
    const due = this.score.notes[this.next * FIELDS];
    if (due !== undefined) ticks = Math.min(ticks, due - this.position);
    const moved = this.score.gestures[this.nextGesture * GESTURE_FIELDS];
    if (moved !== undefined) ticks = Math.min(ticks, moved - this.position);
    ticks = Math.min(ticks, this.early.nextDue - this.position);
    ticks = Math.min(ticks, this.sounding.ticksToEnd(this.played));
    if (this.waiting) ticks = Math.min(ticks, this.waiting.at - this.position);
    if (this.counted.length) ticks = Math.min(ticks, this.counted[0]! - this.position);
    ticks = Math.min(ticks, this.end - this.position);
    if (ticks === Infinity) return BLOCK;
    const seconds = this.tempo.secondsAt(this.position + ticks) - this.tempo.secondsAt(this.position);
    return Math.max(1, Math.min(BLOCK, Math.ceil(seconds * this.sampleRate)));
  }

  /** Where the way turns back or ends; the position may have run past it by less than a tick. */
  private get end(): number {
    return this.loop && this.position < this.loop.end + 1 ? this.loop.end : this.score.length;
  }

  /** Everything that is due: ends first, then the change of score, clicks, the loop, and then starts. */
  private fire(): void {
    this.sounding.endDue(this.played);
    if (this.waiting && this.position >= this.waiting.at - 1e-9) this.takeWaiting();
    if (this.position >= (this.counted[0] ?? Infinity) - 1e-9) this.click();
    if (this.position >= this.end - 1e-9) this.wrapOrEnd();
    if (!this.playing) return;
    const { notes, gestures } = this.score;
    while (
      this.nextGesture * GESTURE_FIELDS < gestures.length &&
      gestures[this.nextGesture * GESTURE_FIELDS]! <= this.position + 1e-9
    ) {
      this.move(this.nextGesture++);
    }
    while (this.next * FIELDS < notes.length && notes[this.next * FIELDS]! <= this.position + 1e-9) {
      const index = this.next++;
      if (!this.early.has(index)) this.strike(index);
    }
    for (const index of this.early.take(this.position, this.end)) this.strike(index);
  }

  private takeWaiting(): void {
    this.replace(this.waiting!);
    this.goTo(Math.floor(this.position + 1e-6));
    const ringsOut = (channel: number): boolean => this.percussion.has(channel);
    const held = heldAt(this.score, this.next, this.position, ringsOut);
    for (const note of this.early.takeUp(this.position)) held.set(`${note.channel}/${note.pitch}`, note);
    this.sounding.takeUp(held, this.played, ringsOut);
  }

  private wrapOrEnd(): void {
    if (!this.loop || this.position >= this.loop.end + 1) {
      this.playing = false;
      this.silence();
      this.position = 0;
      this.heardFrom = 0;
      return;
    }
    this.position -= this.loop.end - this.loop.start;
    this.heardFrom = this.loop.start;
    if (this.waiting) this.waiting = { ...this.waiting, at: this.loop.start };
    this.goTo(this.loop.start);
    if (this.waiting) this.takeWaiting();
  }

  private strike(index: number): void {
    const { start, duration, channel, pitch, velocity } = noteAt(this.score.notes, index);
    if (start < this.heardFrom) return;
    this.channels.followProgram(this.score, channel, Math.max(start, this.position));
    // Struck early it ends where it is written to end.
    const ahead = Math.max(0, start - this.position);
    this.sounding.strike(channel, pitch, velocity, this.played + ahead + duration);
  }

  private move(index: number): void {
    const { channel, controller, value } = gestureAt(this.score.gestures, index);
    this.channels.set(channel, controller, value);
  }

  private silence(): void {
    this.sounding.silence();
    this.keys.rest();
    // A pedal that stays down would let them ring on.
    this.channels.liftPedals(this.score);
    this.clicks.silence();
    this.counted = [];
  }

  private click(): void {
    this.counted.shift();
    this.clicks.strike(!this.hasClicked);
    this.hasClicked = true;
  }
}
