import { DEFAULT_STYLE, styleOf } from '../style';
import { KINDS, type Kind } from './kinds';
import type { Guide, Mix, Part, Section, Song } from './schema';

const NAMES: Record<Kind, string> = {
  bass: 'Bass',
  keys: 'Keys',
  guitar: 'Guitar',
  arp: 'Arp',
  strings: 'Strings',
  solo: 'Solo',
  drums: 'Drums',
};

const LEVELS: Record<Kind, readonly [level: number, pan: number, room: number]> = {
  bass: [86, 64, 12],
  keys: [108, 54, 30],
  guitar: [112, 78, 28],
  arp: [98, 42, 46],
  strings: [106, 64, 60],
  solo: [106, 68, 40],
  drums: [100, 64, 20],
};

/** The level, pan and room a part of a kind starts with. */
export function usualMix(kind: Kind): Mix {
  const [level, pan, room] = LEVELS[kind];
  return { level, pan, room, mute: false, solo: false };
}

/** One part of each kind. */
export const fullBand = (): Part[] =>
  KINDS.map((kind) => ({ id: kind, kind, name: NAMES[kind], settings: {}, mix: usualMix(kind) }));

/** A section with one empty draft in use. */
export const emptySection = (id: string, name: string, bars: number): Section => ({
  id,
  name,
  bars,
  changes: [],
  drafts: [{ id: 'd1', name: 'First', chords: [] }],
  draft: 'd1',
  settings: {},
  cues: [],
});

/** A song with a full band and what is given, the rest at good defaults. */
export function createSong(given: Partial<Song> & Pick<Song, 'sections' | 'form'>): Song {
  const style = styleOf(given.style ?? DEFAULT_STYLE);
  return {
    format: 'vivid-backline-song',
    version: 2,
    title: 'Untitled',
    key: 'C',
    metre: '4/4',
    tempo: style.usualTempo,
    style: style.id,
    seed: 1,
    groove: {},
    ending: 'hold',
    parts: fullBand(),
    ...given,
  };
}

/** The guide sound of a song that says nothing of it: a piano, heard on entry only. */
export const USUAL_GUIDE: Guide = { onEntry: true, playback: false, instrument: 0, level: 96 };
