import { create } from 'zustand';
import { EMPTY_SCORE, banksOf } from '@backline/sound/score/score';
import { decodedBytes, hasFiner } from '@backline/sound/banks/shipped';
import { DRUM_BANK, finer } from '@backline/sound/banks/bankNames';
import { GM_PROGRAMS } from '@backline/core/song/generalMidi';
import type { MasterSetup } from '@backline/sound/master/setup';
import type { DecodedBank } from '@backline/sound/engine/messages';
import { BankLoader } from './banks';
import { BUDGET, HeldBanks } from './held';
import { Prefetch } from './prefetch';
import { isSmallDevice } from './device';
import { hearPeaks } from './meters';
import type { Report, ScorePort, Sent, ToEngine } from '@backline/sound/engine/messages';
import { channelsWithMix, type MixedPart } from '@backline/sound/mixer/mix';
import type { ScoreFacts } from '../workers/band';
import { movedTick, type TickMove } from '@backline/core/time/tickMoves';
import type { SectionLoop } from '../shared/loop';

export interface PlayerState {
  /** Sound starts on a tap: until then it is off. */
  readonly sound: 'off' | 'loading' | 'on' | 'failed';
  readonly loaded: number;
  readonly toLoad: number;
  readonly problem: string | null;
  readonly playing: boolean;
  /** True from the tap on play until sound comes: sounds may have to load. */
  readonly starting: boolean;
  readonly counting: boolean;
  readonly countIn: boolean;
  readonly loop: SectionLoop | null;
  readonly length: number;
  /** Counts the jumps of the position, so that a still cursor follows them. */
  readonly jumps: number;
}

export const usePlayer = create<PlayerState>(() => ({
  sound: 'off',
  loaded: 0,
  toLoad: 0,
  problem: null,
  playing: false,
  starting: false,
  counting: false,
  countIn: false,
  loop: null,
  length: 0,
  jumps: 0,
}));

const set = usePlayer.setState;

/** A position with the moment it was true, so that the cursor can be carried on from it. */
interface Fix {
  tick: number;
  /** `performance.now()`, milliseconds. */
  at: number;
  /** Ticks a second. */
  rate: number;
}

const NO_SCORE: ScoreFacts = { number: 0, length: 0, channels: [] };

/** Milliseconds after which a writer is taken to stay with a song. */
const STAYS = 2000;

/** Said where the sound stops by itself: a headset unplugged, a call coming in. */
const INTERRUPTED = 'The sound was interrupted by the device. Press play to go on.';

const reasonOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** What a preset is called, for a sentence. */
const soundName = (id: string): string =>
  id === DRUM_BANK ? 'the drums' : (GM_PROGRAMS[Number(id)] ?? 'an instrument').toLowerCase();

/** Plays scores: owns the audio context, its thread and the loading of sounds. */
class Player {
  private context: AudioContext | null = null;
  private node: AudioWorkletNode | null = null;
  private starting: Promise<void> | null = null;
  private readonly banks = new BankLoader();
  private readonly ahead = new Prefetch(this.banks);
  private aheadTimer: ReturnType<typeof setTimeout> | undefined;
  private readonly held = new HeldBanks();
  private readonly pressed = new Set<number>();
  /** What is known of the score the audio thread has, or is about to have: it gets it from whoever makes it. */
  private score: ScoreFacts = NO_SCORE;
  /** False until the open song's band has been made. */
  private hasScore = false;
  private giveScores: (port: MessagePort) => void = () => undefined;
  private fix: Fix = { tick: 0, at: 0, rate: 0 };
  /** Numbers of the last message to the audio thread, and of the last that says where it stands and whether it plays. */
  private sent = 0;
  private moved = 0;
  private shown = 0;
  /** Counts what the writer has asked for: a play that has been overtaken while sounds loaded starts nothing. */
  private wish = 0;
  /** Where what is about to play begins, ticks. */
  private begins = 0;
  /** A play that waits for a score: there was none yet. */
  private awaited: { readonly wish: number; readonly from: number } | null = null;

  /** @param give tells whoever makes scores by which port they reach the audio thread. */
  scoresFrom(give: (port: MessagePort) => void): void {
    this.giveScores = give;
  }

  /** Whoever makes scores is another one now: it gets a port of its own. */
  renewScores(): void {
    if (!this.node) return;
    const { port1, port2 } = new MessageChannel();
    this.node.port.postMessage({ type: 'scores', port: port1 as ScorePort } satisfies ToEngine, [port1]);
    this.giveScores(port2);
  }

  /**
   * Another score has gone to the audio thread, with the loop as it lies in it; while playing it is heard from the
   * next beat on. Where its bars have gone, the position goes with them.
   */
  setScore(score: ScoreFacts, loop: SectionLoop | null, moves: readonly TickMove[] = []): void {
    this.score = score;
    this.hasScore = true;
    set({ length: score.length, loop });
    this.begins = movedTick(this.begins, moves);
    // While it plays the audio thread says where it is.
    if (!usePlayer.getState().playing) {
      this.fix = { ...this.fix, tick: movedTick(this.fix.tick, moves) };
      this.shown = this.fix.tick;
    }
    if (this.fix.tick > score.length) this.fix = { tick: 0, at: performance.now(), rate: 0 };
    const { awaited } = this;
    this.awaited = null;
    if (awaited?.wish === this.wish) void this.play(awaited.from).catch(() => undefined);
    else if (this.node) void this.loadBanks(banksOf(score)).catch(() => undefined);
    else this.readAhead();
  }

  /** Reads the song's sounds before anybody asks for them, once the writer has stayed for a moment. */
  private readAhead(): void {
    clearTimeout(this.aheadTimer);
    this.aheadTimer = setTimeout(() => this.ahead.want(banksOf(this.score)), STAYS);
  }

  /** Another mix of the same notes: heard at once, and costs next to nothing. */
  setMix(parts: readonly MixedPart[]): void {
    this.score = { ...this.score, channels: channelsWithMix(this.score.channels, parts) };
    if (this.node) this.send({ type: 'channels', channels: this.score.channels });
  }

  /** Another treatment of the sum: heard at once. */
  setMaster(master: MasterSetup): void {
    if (this.node) this.send({ type: 'master', master });
  }

  /** Forgets the song: stops, and takes its loop away. */
  clear(): void {
    clearTimeout(this.aheadTimer);
    this.stop();
    this.fix = { tick: 0, at: performance.now(), rate: 0 };
    this.setLoop(null);
    set({ length: 0 });
    this.score = { ...NO_SCORE, number: this.score.number };
    this.hasScore = false;
    if (this.node) this.send({ type: 'score', number: this.score.number, score: EMPTY_SCORE, loop: null });
  }

  /** Call from a tap or key: browsers let sound start only then. */
  async play(from = this.tick()): Promise<void> {
    const mine = ++this.wish;
    this.begins = from;
    set({ starting: true });
    try {
      await this.start();
      await this.loadBanks(banksOf(this.score));
    } catch (error) {
      if (mine === this.wish) set({ starting: false });
      throw error;
    }
    // Stopped, or in another song, while the sounds were loading.
    if (mine !== this.wish) return;
    // Its bar may have gone elsewhere meanwhile.
    const at = this.begins;
    // The band is still being made: the first score that comes is played.
    if (!this.hasScore) {
      this.awaited = { wish: mine, from: at };
      return;
    }
    // Nothing to play.
    if (!this.score.length) return set({ starting: false });
    const { loop } = usePlayer.getState();
    const inLoop = loop && (at < loop.start || at >= loop.end) ? loop.start : at;
    const start = inLoop >= this.score.length ? (loop?.start ?? 0) : inLoop;
    this.send({ type: 'play', from: start, countIn: usePlayer.getState().countIn });
    set({ playing: true, starting: false });
    void this.refine();
  }

  stop(): void {
    this.wish++;
    if (this.node) this.send({ type: 'stop' });
    set({ playing: false, starting: false, counting: false });
  }

  seek(tick: number): void {
    this.fix = { ...this.fix, tick, at: performance.now() };
    this.shown = tick;
    if (this.node) this.send({ type: 'seek', to: tick });
    set((state) => ({ jumps: state.jumps + 1 }));
  }

  setLoop(loop: PlayerState['loop']): void {
    set({ loop });
    if (this.node) this.send({ type: 'loop', loop: loop && { start: loop.start, end: loop.end } });
  }

  setCountIn(countIn: boolean): void {
    set({ countIn });
  }

  /** Sounds a chord at once; the first one starts the sound. Failing to sound is no reason to stop working. */
  async audition(program: number, pitches: readonly number[], seconds = 1.6, level = 96): Promise<void> {
    if (!pitches.length) return;
    if (await this.canSound(program)) this.send({ type: 'audition', program, pitches, level, seconds });
  }

  /** Ends what {@link audition} sounds. */
  stopAudition(): void {
    if (this.node) this.send({ type: 'stop audition' });
  }

  /** A key goes down: it sounds until {@link release}. */
  async press(program: number, pitch: number, velocity = 84): Promise<void> {
    this.pressed.add(pitch);
    if (!(await this.canSound(program))) return;
    // Let go meanwhile, while the sound was loading: it must not start to hang.
    if (this.pressed.has(pitch)) this.send({ type: 'press', program, pitch, velocity });
  }

  release(pitch: number): void {
    this.pressed.delete(pitch);
    this.send({ type: 'release', pitch });
  }

  private async canSound(program: number): Promise<boolean> {
    try {
      await this.start();
      await this.loadBanks([String(program)]);
      return true;
    } catch {
      // The state already says what went wrong with the sound.
      return false;
    }
  }

  /** The position now, in ticks: carried on from the last report, and never backwards by jitter. */
  tick(): number {
    const { playing, length } = usePlayer.getState();
    if (!playing) return Math.max(0, this.fix.tick);
    const latency = (this.context?.outputLatency ?? 0) * this.fix.rate;
    const now = this.fix.tick + ((performance.now() - this.fix.at) / 1000) * this.fix.rate - latency;
    const jitter = this.shown - now;
    this.shown = jitter > 0 && jitter < 120 ? this.shown : now;
    return Math.max(0, Math.min(this.shown, length));
  }

  private start(): Promise<void> {
    if (this.context && this.context.state !== 'running') void this.context.resume();
    this.starting ??= this.open().catch((error: unknown) => {
      this.starting = null;
      const why = reasonOf(error);
      set({ sound: 'failed', problem: `The sound could not start (${why}). Reload the page to try again.` });
      throw error;
    });
    return this.starting;
  }

  private async open(): Promise<void> {
    set({ sound: 'loading', problem: null });
    const context = new AudioContext({ latencyHint: 'interactive' });
    void context.resume();
    this.context = context;
    context.onstatechange = () => this.heed(context.state);
    await context.audioWorklet.addModule('/sound/engine.js');
    const node = new AudioWorkletNode(context, 'backline', { numberOfInputs: 0, outputChannelCount: [2] });
    node.connect(context.destination);
    node.port.onmessage = ({ data }: MessageEvent<Report>) => this.hear(data);
    this.node = node;
    this.renewScores();
    // It begins at the top, and is told where the song stands: stopped before it plays, it stands there still.
    if (this.fix.tick > 0) this.send({ type: 'seek', to: this.fix.tick });
    const { loop } = usePlayer.getState();
    if (loop) this.setLoop(loop);
    set({ sound: 'on' });
  }

  private async loadBanks(ids: readonly string[]): Promise<void> {
    const missing = ids.filter((id) => !this.held.has(id));
    this.held.want(ids);
    if (!missing.length) return;
    set({ sound: 'loading', loaded: 0, toLoad: missing.length });
    const ends = await Promise.allSettled(missing.map((id) => this.loadBank(id)));
    const failed = ends.flatMap((end, i) =>
      end.status === 'rejected' ? [{ id: missing[i]!, why: reasonOf(end.reason) }] : [],
    );
    if (!failed.length) return set({ sound: 'on', problem: null });
    const { why } = failed[0]!;
    // Whoever has a sound plays; the others keep silent until theirs comes.
    if (ids.some((id) => this.held.has(id))) {
      const silent = failed.map(({ id }) => soundName(id)).join(', ');
      return set({
        sound: 'on',
        problem: `Without ${silent}: ${why}. The rest plays; press play to try again.`,
      });
    }
    set({ sound: 'failed', problem: `The sounds could not be loaded: ${why}. Press play to try again.` });
    throw new Error(why);
  }

  private async loadBank(id: string): Promise<void> {
    const bank = await this.ahead.take(id);
    if (!this.held.has(id)) this.hand(bank, false);
    set((state) => ({ loaded: state.loaded + 1 }));
  }

  /** Gives a preset to the audio thread, and lets go what there is no more room for. */
  private hand(bank: DecodedBank, isFiner: boolean): void {
    const bytes = bank.samples.reduce((sum, s) => sum + s.data.byteLength, 0);
    this.held.put(bank.id, bytes, isFiner);
    const transfer: Transferable[] = [bank.bank, ...bank.samples.map((s) => s.data.buffer as ArrayBuffer)];
    this.node?.port.postMessage({ type: 'bank', bank } satisfies ToEngine, transfer);
    for (const id of this.held.fit(this.budget, [...banksOf(this.score), bank.id])) {
      this.node?.port.postMessage({ type: 'drop', id } satisfies ToEngine);
    }
  }

  private get budget(): number {
    return isSmallDevice() ? BUDGET.small : BUDGET.large;
  }

  /** While it plays, finer forms of what is played come in place of the first ones, where there is room for them. */
  private async refine(): Promise<void> {
    for (const id of banksOf(this.score)) {
      const bytes = decodedBytes(finer(id));
      if (!hasFiner(id) || this.held.isFiner(id) || bytes === null) continue;
      if (this.held.bytesWith(id, bytes) > this.budget) continue;
      try {
        const bank = await this.banks.load(id, true);
        // Played twice while it came, it has been given away already.
        if (!this.held.isFiner(id)) this.hand(bank, true);
      } catch {
        // It plays as it is; the next time it plays this is tried again.
      }
    }
  }

  /** The device was taken away, or something else took the sound: what played stands still, and that is said. */
  private heed(state: string): void {
    if (state === 'running') {
      if (usePlayer.getState().problem === INTERRUPTED) set({ problem: null });
      return;
    }
    if (!usePlayer.getState().playing) return;
    this.stop();
    set({ problem: INTERRUPTED });
  }

  private send(message: ToEngine): void {
    if (!this.node) return;
    const order = ++this.sent;
    if (message.type === 'play' || message.type === 'stop' || message.type === 'seek') this.moved = order;
    this.node.port.postMessage({ ...message, about: this.score.number, order } satisfies Sent);
  }

  private hear(message: Report): void {
    hearPeaks(message);
    // It was on its way while something else was asked for.
    if (message.heeded < this.moved) return;
    const late = this.context ? Math.max(0, this.context.currentTime - message.time) : 0;
    this.fix = {
      tick: message.tick,
      at: performance.now() - late * 1000,
      rate: message.playing ? message.rate : 0,
    };
    if (message.tick < this.shown - 120) this.shown = message.tick;
    const { playing, counting } = usePlayer.getState();
    if (playing !== message.playing || counting !== message.counting) {
      set({ playing: message.playing, counting: message.counting });
    }
  }
}

export const player = new Player();
