/** The notes that sound, until when; times are ticks played since the engine was made: loops and seeks do not move them. */
import type { SpessaSynthProcessor } from 'spessasynth_core';
import type { HeldNote } from '../score/score';

interface SoundingVoice {
  readonly channel: number;
  readonly pitch: number;
  readonly until: number;
  readonly velocity: number;
  /** Seconds played when it was struck. */
  readonly at: number;
}

/** The notes that sound, and when each ends. */
export class SoundingNotes {
  private notes: SoundingVoice[] = [];

  /**
   * @param touch strikes a key of a channel.
   * @param seconds played since the engine was made.
   */
  constructor(
    private readonly synth: SpessaSynthProcessor,
    private readonly touch: (channel: number, pitch: number, velocity: number) => void,
    private readonly seconds: () => number,
  ) {}

  get count(): number {
    return this.notes.length;
  }

  /** The note of a channel that was struck last; undefined where none sounds. */
  newestOf(channel: number): { readonly at: number; readonly velocity: number } | undefined {
    return this.notes.findLast((note) => note.channel === channel);
  }

  /** Ticks until the first of them ends; infinite where nothing sounds. */
  ticksToEnd(played: number): number {
    let ticks = Infinity;
    for (const note of this.notes) ticks = Math.min(ticks, note.until - played);
    return ticks;
  }

  /** Strikes a note, anew where it sounds already; one of velocity 0 is silent and ends the one before it. */
  strike(channel: number, pitch: number, velocity: number, until: number): void {
    const held = this.notes.findIndex((n) => n.channel === channel && n.pitch === pitch);
    if (held >= 0) {
      this.synth.noteOff(channel, pitch);
      this.notes.splice(held, 1);
    }
    if (velocity > 0) this.touch(channel, pitch, velocity);
    this.notes.push({ channel, pitch, until, velocity, at: this.seconds() });
  }

  endDue(played: number): void {
    const due = played + 1e-9;
    if (!this.notes.some((n) => n.until <= due)) return;
    this.notes = this.notes.filter((note) => {
      if (note.until > due) return true;
      this.synth.noteOff(note.channel, note.pitch);
      return false;
    });
  }

  /**
   * Ends what another score does not hold at this place and strikes what it holds and does not sound.
   * @param isStruck channels whose notes ring out by themselves.
   */
  takeUp(held: Map<string, HeldNote>, played: number, isStruck: (channel: number) => boolean): void {
    this.notes = this.notes.flatMap((note) => {
      const key = `${note.channel}/${note.pitch}`;
      const same = held.get(key);
      held.delete(key);
      if (same) return [{ ...note, until: played + same.left }];
      if (isStruck(note.channel)) return [note];
      this.synth.noteOff(note.channel, note.pitch);
      return [];
    });
    for (const note of held.values()) {
      this.strike(note.channel, note.pitch, note.velocity, played + note.left);
    }
  }

  silence(): void {
    for (const { channel, pitch } of this.notes) this.synth.noteOff(channel, pitch);
    this.notes = [];
  }
}
