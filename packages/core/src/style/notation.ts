/** Short forms in which the style files write their events. Times are beats. */
import type { Drum } from './drums';
import type { BassEvent, DrumsEvent, GuitarEvent, KeysEvent, StringsEvent } from './schema';

export const bass = (
  tone: BassEvent['tone'],
  at: number,
  length: number,
  level = 1,
  accent = 1,
): BassEvent => ({ at, for: length, level, accent, tone });

export const left = (
  play: KeysEvent['play'],
  at: number,
  length: number,
  level = 1,
  accent = 0.9,
): KeysEvent => ({ at, for: length, level, accent, hand: 'left', play });

export const right = (
  play: KeysEvent['play'],
  at: number,
  length: number,
  level = 1,
  accent = 1,
): KeysEvent => ({ at, for: length, level, accent, hand: 'right', play });

const stroke =
  (direction: GuitarEvent['stroke'], muted = false) =>
  (strings: GuitarEvent['strings'], at: number, length: number, level = 1, accent = 1): GuitarEvent => ({
    at,
    for: length,
    level,
    accent,
    stroke: direction,
    strings,
    muted,
  });

export const down = stroke('down');
export const up = stroke('up');
export const pick = stroke('pick');
export const muted = stroke('down', true);

export const bow = (
  voices: StringsEvent['voices'],
  at: number,
  length: number,
  level = 1,
  accent = 1,
): StringsEvent => ({ at, for: length, level, accent, voices, legato: true });

export const short = (
  voices: StringsEvent['voices'],
  at: number,
  length: number,
  level = 1,
  accent = 1,
): StringsEvent => ({ at, for: length, level, accent, voices, legato: false });

export const hit = (drum: Drum, at: number, level = 1, accent = 1): DrumsEvent => ({
  at,
  for: 0.25,
  level,
  accent,
  drum,
});

/** The same drum at several places. */
export const hits = (drum: Drum, places: readonly number[], level = 1, accent = 1): DrumsEvent[] =>
  places.map((at) => hit(drum, at, level, accent));
