import { LIMITS } from '../song/limits';
import { USUAL_GUIDE, USUAL_MASTER } from '../song/create';
import type { Groove, Guide, MasterMix, Mix } from '../song/schema';
import { tidyName } from '../song/text';
import { edit, type Edit } from './apply';
import type { Bpm } from '../units/units';

/** Another title, on one line and short enough; an empty one changes nothing. */
export const setTitle = (title: string): Edit =>
  edit(
    'rename the song',
    (s) => {
      s.title = tidyName(title, LIMITS.nameLength) || s.title;
    },
    'title',
  );

/** The tempo of the song, beats of its metre a minute, held to what can be played. */
export const setTempo = (tempo: Bpm): Edit =>
  edit('change the tempo', (s) => void (s.tempo = tempo), 'tempo');

/** Another style: tempo and parts stay, patterns the style does not know fall back to its own. */
export const setStyle = (style: string): Edit => edit('change the style', (s) => void (s.style = style));

/** What of the song's groove is other than its style's. */
export const setGroove = (groove: Groove): Edit =>
  edit('change the groove', (s) => void Object.assign(s.groove, groove), 'groove');

/** How the chart's own chords sound: on entry, under playback, by which instrument and how loud. */
export const setGuide = (guide: Partial<Guide>): Edit =>
  edit(
    'change the guide sound',
    (s) => void (s.guide = { ...USUAL_GUIDE, ...s.guide, ...guide }),
    `guide/${Object.keys(guide).join()}`,
  );

/** Another seed gives other fills, lines and accents for the same song. */
export const setSeed = (seed: number): Edit => edit('vary the whole band', (s) => void (s.seed = seed));

/** Changes some of a part's mix; does nothing where the part is not there. */
export const setMix = (partId: string, mix: Partial<Mix>): Edit =>
  edit(
    'change the mix',
    (song) => {
      const part = song.parts.find((p) => p.id === partId);
      if (part) Object.assign(part.mix, mix);
    },
    `mix/${partId}/${Object.keys(mix).join()}`,
  );

/** How the sum of all parts is treated. */
export const setMaster = (master: Partial<MasterMix>): Edit =>
  edit(
    'change the master',
    (song) => void (song.master = { ...USUAL_MASTER, ...song.master, ...master }),
    `master/${Object.keys(master).join()}`,
  );

/** Levels of several parts, and the gain of the master, in one step: as they were measured. */
export const setBalance = (levels: ReadonlyMap<string, number>, gain: number): Edit =>
  edit('balance the parts', (song) => {
    for (const part of song.parts) {
      const level = levels.get(part.id);
      if (level !== undefined) part.mix.level = level;
    }
    song.master = { ...USUAL_MASTER, ...song.master, gain };
  });
