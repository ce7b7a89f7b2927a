/**
 * Winds and bows speak a while after they are asked to: their notes are struck earlier than they are written, so that
 * they are heard in time with the kit. In sound only: a MIDI file has them where they are written.
 */
import type { TempoMap } from '@backline/core/time/tempo';
import { speaksAfter } from '../banks/shipped';
import { FIELDS, lastAt, noteAt, type HeldNote, type Score } from '../score/score';

/** Notes of a score that are struck early, in the order in which they are. */
export class EarlyNotes {
  /** Ticks at which they are struck, and their places in the score's list. */
  private readonly due: Float64Array;
  private readonly index: Int32Array;
  private readonly early: Uint8Array;
  private next = 0;
  /** What is written before this has gone by. */
  private from = 0;

  constructor(
    private readonly score: Score,
    tempo: TempoMap,
  ) {
    const { notes, channels } = score;
    const late = new Map(channels.filter((c) => !c.percussion).map((c) => [c.channel, c.programs]));
    const found: [due: number, index: number][] = [];
    this.early = new Uint8Array(notes.length / FIELDS);
    for (let i = 0; i < this.early.length; i++) {
      const { start, channel, pitch } = noteAt(notes, i);
      const program = lastAt(late.get(channel) ?? [], start)?.program;
      const seconds = program === undefined ? 0 : speaksAfter(program, pitch);
      if (seconds === 0) continue;
      this.early[i] = 1;
      found.push([tempo.tickAt(Math.max(0, tempo.secondsAt(start) - seconds)), i]);
    }
    found.sort((a, b) => a[0] - b[0]);
    this.due = Float64Array.from(found, ([due]) => due);
    this.index = Int32Array.from(found, ([, index]) => index);
  }

  /** True for a note that is struck early, by its place in the score's list. */
  has(index: number): boolean {
    return this.early[index] === 1;
  }

  /** Tick at which the next one is struck; infinite where none follows. */
  get nextDue(): number {
    return this.due[this.next] ?? Infinity;
  }

  private startOf(at: number): number {
    return this.score.notes[this.index[at]! * FIELDS]!;
  }

  /** Goes on with what is written at a tick or after it: what should have been struck before is due at once. */
  goTo(tick: number): void {
    this.from = tick;
    this.next = 0;
    while (this.next < this.due.length && this.startOf(this.next) < tick) this.next++;
  }

  /** What is due at a place before it is written there, with what is left of it: taken up from another score, it sounds already. */
  takeUp(position: number): HeldNote[] {
    const { notes } = this.score;
    return [...this.take(position, Infinity)].map((index) => {
      const { start, duration, channel, pitch, velocity } = noteAt(notes, index);
      return { channel, pitch, velocity, left: start + duration - position };
    });
  }

  /**
   * Places in the score's list of what is due, taken in turn.
   * @param end what is written there or later is not played: the way turns back before.
   */
  *take(position: number, end: number): Generator<number> {
    while (this.nextDue <= position + 1e-6) {
      const at = this.next++;
      const start = this.startOf(at);
      if (start >= this.from && start < end) yield this.index[at]!;
    }
  }
}
