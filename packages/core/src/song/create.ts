import type { Guide, MasterMix, Section, Song } from './schema';

/** A section with one empty draft in use. */
export const emptySection = (id: string, name: string, bars: number): Section => ({
  id,
  name,
  bars,
  changes: [],
  ownLengths: [],
  drafts: [{ id: 'd1', name: 'First', chords: [] }],
  draft: 'd1',
  settings: {},
  cues: [],
});

/** A song of what is given, the rest at plain beginnings. */
export const createSong = (
  given: Partial<Song> & Pick<Song, 'sections' | 'form' | 'style' | 'tempo' | 'parts'>,
): Song => ({
  format: 'vivid-backline-song',
  version: 8,
  title: 'Untitled',
  key: 'C',
  metre: '4/4',
  seed: 1,
  groove: {},
  ending: 'hold',
  ...given,
});

/** The guide sound of a song that says nothing of it: a piano, heard on entry only. */
export const USUAL_GUIDE: Guide = { onEntry: true, playback: false, instrument: 0, level: 96 };

/** The master of a song whose writer has changed nothing about it. */
export const USUAL_MASTER: MasterMix = {
  tone: { low: 0, middle: 0, high: 0 },
  gain: 0,
  glue: 50,
  target: -15,
};
