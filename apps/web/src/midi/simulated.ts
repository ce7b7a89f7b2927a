import { noteOff, noteOn } from './messages';

type Listener = (event: { readonly data: Uint8Array | null }) => void;

/**
 * A MIDI keyboard without hardware: it sends the same bytes through the same interface as the
 * browser's inputs, and can be unplugged in the middle of a chord.
 */
export class SimulatedKeyboard {
  readonly id = 'simulated';
  readonly name = 'Simulated keyboard';
  state: 'connected' | 'disconnected' = 'connected';
  onmidimessage: Listener | null = null;
  onstatechange: (() => void) | null = null;
  private readonly down = new Set<number>();

  send(data: Uint8Array): void {
    if (this.state === 'connected') this.onmidimessage?.({ data });
  }

  /** Presses keys and keeps them down. Pitches are MIDI numbers. */
  press(pitches: readonly number[], velocity = 90): void {
    for (const pitch of pitches) {
      this.down.add(pitch);
      this.send(noteOn(pitch, velocity));
    }
  }

  /** Lets every key go. */
  release(): void {
    for (const pitch of this.down) this.send(noteOff(pitch));
    this.down.clear();
  }

  /** The cable comes out: no note off is sent any more. */
  unplug(): void {
    this.state = 'disconnected';
    this.down.clear();
    this.onstatechange?.();
  }

  plugIn(): void {
    this.state = 'connected';
    this.onstatechange?.();
  }
}
