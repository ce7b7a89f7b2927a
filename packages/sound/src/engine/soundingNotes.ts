/** The notes that sound, until when; times are ticks played since the engine was made: loops and seeks do not move them. */
import type { SpessaSynthProcessor } from 'spessasynth_core';
import type { HeldNote } from '../score/score';

interface SoundingVoice {
  readonly channel: number;
  readonly pitch: number;
  readonly until: number;
}

/** The notes that sound, and when each ends. */
export class SoundingNotes {
  private notes: SoundingVoice[] = [];

  constructor(private readonly synth: SpessaSynthProcessor) {}

  get count(): number {
    return this.notes.length;
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
    if (velocity > 0) this.synth.noteOn(channel, pitch, velocity);
    this.notes.push({ channel, pitch, until });
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
    const goesOn = ({ channel, pitch, left }: HeldNote): SoundingVoice => ({
      channel,
      pitch,
      until: played + left,
    });
    this.notes = this.notes.flatMap((note) => {
      const key = `${note.channel}/${note.pitch}`;
      const same = held.get(key);
      held.delete(key);
      if (same) return [goesOn(same)];
      if (isStruck(note.channel)) return [note];
      this.synth.noteOff(note.channel, note.pitch);
      return [];
    });
    for (const note of held.values()) {
      this.synth.noteOn(note.channel, note.pitch, note.velocity);
      this.notes.push(goesOn(note));
    }
  }

  silence(): void {
    for (const { channel, pitch } of this.notes) this.synth.noteOff(channel, pitch);
    this.notes = [];
  }
}
