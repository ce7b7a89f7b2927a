/**
 * Winds and bows speak a while after they are asked to: their notes are struck earlier than they are written, so that
 * they are heard in time with the kit. In sound only: a MIDI file has them where they are written. Nothing is worked out
 * but for the moment that is coming: a score may be exchanged at every beat.
 */
import type { TempoMap } from '@backline/core/time/tempo';
import { LONGEST_SPEAKING, speaksAfter } from '../banks/shipped';
import { FIELDS, firstNoteAt, lastAt, noteAt, type HeldNote, type Score } from '../score/score';

/** Seconds that are looked ahead: as long as anything takes to speak, and some blocks more. */
const AHEAD = LONGEST_SPEAKING + 0.01;

interface EarlyNote {
  /** Place in the score's list. */
  readonly index: number;
  /** Tick at which it is written, and at which it is struck. */
  readonly start: number;
  readonly due: number;
}

/** The notes of a score that are struck early, as they come near. */
export class EarlyNotes {
  /** Those that are near, the next one first. */
  private near: EarlyNote[] = [];
  /** The first note of the score's list that has not been looked at. */
  private unseen = 0;
  private readonly programs: ReadonlyMap<number, Score['channels'][number]['programs']>;

  constructor(
    private readonly score: Score,
    private readonly tempo: TempoMap,
  ) {
    this.programs = new Map(
      score.channels.filter((c) => !c.percussion).map((c) => [c.channel, c.programs] as const),
    );
  }

  /** Seconds by which a note is struck early, by its place in the score's list; 0 for one that speaks at once. */
  private leadOf(index: number): number {
    const { start, channel, pitch } = noteAt(this.score.notes, index);
    const program = lastAt(this.programs.get(channel) ?? [], start)?.program;
    return program === undefined ? 0 : speaksAfter(program, pitch);
  }

  /** True for a note that is struck early, by its place in the score's list. */
  has(index: number): boolean {
    return this.leadOf(index) > 0;
  }

  /** Tick at which the next of those that are near is struck; infinite where none is. */
  get nextDue(): number {
    return this.near[0]?.due ?? Infinity;
  }

  /** Goes on with what is written at a tick or after it: what should have been struck before is due at once. */
  goTo(tick: number): void {
    this.near = [];
    this.unseen = firstNoteAt(this.score.notes, tick);
  }

  /** What is due at a place before it is written there, with what is left of it: taken up from another score, it sounds already. */
  takeUp(position: number): HeldNote[] {
    return this.take(position, Infinity).map((index) => {
      const { start, duration, channel, pitch, velocity } = noteAt(this.score.notes, index);
      return { channel, pitch, velocity, left: start + duration - position };
    });
  }

  /**
   * Places in the score's list of what is due, in order.
   * @param end what is written there or later is not played: the way turns back before.
   */
  take(position: number, end: number): number[] {
    this.lookAhead(position);
    const due: number[] = [];
    while (this.nextDue <= position + 1e-6) {
      const { index, start } = this.near.shift()!;
      if (start < end) due.push(index);
    }
    return due;
  }

  private lookAhead(position: number): void {
    const { notes } = this.score;
    if (this.unseen * FIELDS >= notes.length) return;
    const horizon = this.tempo.tickAt(this.tempo.secondsAt(position) + AHEAD);
    for (; this.unseen * FIELDS < notes.length; this.unseen++) {
      const start = notes[this.unseen * FIELDS]!;
      if (start > horizon) return;
      const lead = this.leadOf(this.unseen);
      if (lead === 0) continue;
      const due = this.tempo.tickAt(Math.max(0, this.tempo.secondsAt(start) - lead));
      this.near.push({ index: this.unseen, start, due });
      this.near.sort((a, b) => a.due - b.due);
    }
  }
}
