/** MIDI messages of a keyboard, as bytes (MIDI 1.0 Detailed Specification, channel voice and mode messages). */

export type KeyMessage =
  | { readonly kind: 'on'; readonly pitch: number; readonly velocity: number }
  | { readonly kind: 'off'; readonly pitch: number }
  | { readonly kind: 'pedal'; readonly down: boolean }
  | { readonly kind: 'silence' };

const NOTE_OFF = 0x80;
const NOTE_ON = 0x90;
const CONTROL = 0xb0;
const RESET = 0xff;
const SUSTAIN = 64;
/** All sound off, reset controllers, all notes off: from here on everything is let go. */
const MODE_MESSAGES = 120;

/** What a message says of the keys, or null where it says nothing of them or is damaged. */
export function readMessage(bytes: ArrayLike<number>): KeyMessage | null {
  const [status = 0, first = 0, second = 0] = Array.from(bytes);
  if (status === RESET) return { kind: 'silence' };
  if (bytes.length < 3 || first > 127 || second > 127) return null;
  switch (status & 0xf0) {
    case NOTE_ON:
      // A note on without velocity is a note off.
      return second > 0 ? { kind: 'on', pitch: first, velocity: second } : { kind: 'off', pitch: first };
    case NOTE_OFF:
      return { kind: 'off', pitch: first };
    case CONTROL:
      if (first === SUSTAIN) return { kind: 'pedal', down: second >= 64 };
      return first >= MODE_MESSAGES && first <= 123 ? { kind: 'silence' } : null;
    default:
      return null;
  }
}

export const noteOn = (pitch: number, velocity = 90): Uint8Array => Uint8Array.of(NOTE_ON, pitch, velocity);
export const noteOff = (pitch: number): Uint8Array => Uint8Array.of(NOTE_OFF, pitch, 0);
