import type { KeyMessage } from './messages';

/** What sounds from one source: keys that are down, and keys let go while the pedal holds them. */
export interface Held {
  readonly down: readonly number[];
  readonly sustained: readonly number[];
  readonly pedal: boolean;
}

export const NOTHING_HELD: Held = { down: [], sustained: [], pedal: false };

const without = (list: readonly number[], pitch: number): readonly number[] =>
  list.includes(pitch) ? list.filter((p) => p !== pitch) : list;

/** The keys after a message. A key struck twice is down once; one never struck can be let go. */
export function hold(held: Held, message: KeyMessage): Held {
  switch (message.kind) {
    case 'on':
      return {
        ...held,
        down: [...without(held.down, message.pitch), message.pitch],
        sustained: without(held.sustained, message.pitch),
      };
    case 'off': {
      if (!held.down.includes(message.pitch)) return held;
      const sustained = held.pedal ? [...held.sustained, message.pitch] : held.sustained;
      return { ...held, down: without(held.down, message.pitch), sustained };
    }
    case 'pedal':
      return { ...held, pedal: message.down, sustained: message.down ? held.sustained : [] };
    case 'silence':
      return NOTHING_HELD;
  }
}

/** Sounding pitches, lowest first. */
export const sounding = ({ down, sustained }: Held): number[] =>
  [...new Set([...down, ...sustained])].sort((a, b) => a - b);
