import { useEffect } from 'react';
import { isTyping } from '../state/isTyping';
import { take } from './playing';

/** Two rows of the computer's keyboard as a piano's white and black keys, semitones above the lowest note. */
const KEYS: Record<string, number> = {
  KeyA: 0,
  KeyW: 1,
  KeyS: 2,
  KeyE: 3,
  KeyD: 4,
  KeyF: 5,
  KeyT: 6,
  KeyG: 7,
  KeyY: 8,
  KeyH: 9,
  KeyU: 10,
  KeyJ: 11,
  KeyK: 12,
  KeyO: 13,
  KeyL: 14,
};

/** Plays by the computer's keys while the component is there; everything is let go when the window loses them. */
export function useComputerKeys(lowest: number): void {
  useEffect(() => {
    const pitchOf = (event: KeyboardEvent): number | null => {
      const above = KEYS[event.code];
      const busy = event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target);
      return above === undefined || busy ? null : lowest + above;
    };
    const down = (event: KeyboardEvent): void => {
      const pitch = pitchOf(event);
      if (pitch === null || event.repeat) return;
      event.preventDefault();
      take('computer', { kind: 'on', pitch, velocity: 84 });
    };
    const up = (event: KeyboardEvent): void => {
      const above = KEYS[event.code];
      if (above !== undefined) take('computer', { kind: 'off', pitch: lowest + above });
    };
    const silence = (): void => take('computer', { kind: 'silence' });
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    window.addEventListener('blur', silence);
    return () => {
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
      window.removeEventListener('blur', silence);
      silence();
    };
  }, [lowest]);
}
