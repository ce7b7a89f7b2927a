/** Edits of the band: which parts there are, what they are called, in which order they stand. */
import type { Draft } from 'immer';
import { LIMITS } from '../song/limits';
import { freeId, freeName } from '../song/names';
import type { KeptPlaying, Part, Section, Song } from '../song/schema';
import { tidyName } from '../song/text';
import type { SettingName } from '../song/settings/index';
import type { Player } from '../style/schema';
import { edit, type Edit } from './apply';
import type { SettingsByPart } from './settings';
import { chordLists, copyOf } from './within';

/** Adds a part at the end of the band; an id or a name that is taken gets a number. */
export const addPart = (part: Part): Edit =>
  edit('add a part', (song) => {
    const ids = song.parts.map((p) => p.id);
    const id = ids.includes(part.id) ? freeId(`${part.kind}-`, ids) : part.id;
    const name = freeName(
      song.parts.map((p) => p.name),
      part.name,
    );
    song.parts.push({ ...part, id, name });
  });

/** What is of a part's place among the others, whoever plays it. */
const OF_ITS_SEAT = [
  'on',
  'variation',
  'rhythmOf',
  'goesWith',
  'goesHow',
] as const satisfies readonly SettingName[];

/**
 * Lets a part play as a player does, for the whole song: what is set for single sections, for chords by hand, and
 * whether it plays at all, stays.
 */
export const playAs = (id: string, { kind, level, settings }: Player): Edit =>
  edit('play as another player', (song) => {
    const part = song.parts.find((p) => p.id === id);
    if (part?.kind !== kind) return;
    const own = OF_ITS_SEAT.filter((name) => part.settings[name] !== undefined);
    part.settings = {
      ...copyOf(settings),
      ...Object.fromEntries(own.map((name) => [name, part.settings[name]])),
    };
    if (level !== undefined) part.mix.level = level;
  });

/** Every record of the song that is kept by part. */
function recordsByPart(song: Draft<Song>): SettingsByPart[] {
  return [
    ...song.sections.map((s) => s.settings),
    ...song.form.flatMap((entry) => Object.values(entry.occurrences ?? {})),
  ];
}

/** Takes out of a section what is set for a part: settings, cues, chords of its own, what is set for single chords. */
export function withoutPart(section: Draft<Section>, id: string): void {
  delete section.settings[id];
  for (const cue of section.cues) cue.parts = cue.parts.filter((p) => p !== id);
  section.cues = section.cues.filter((cue) => cue.parts.length > 0);
  if (section.partChords) {
    delete section.partChords[id];
    if (Object.keys(section.partChords).length === 0) delete section.partChords;
  }
  for (const chord of chordLists(section).flatMap((list) => list.chords)) {
    for (const own of ['byHand', 'settings'] as const) {
      if (!chord[own]?.[id]) continue;
      delete chord[own][id];
      if (Object.keys(chord[own]).length === 0) delete chord[own];
    }
  }
}

/** Takes a part out with all that was set for it: in sections, playings, cues and chords. */
export const removePart = (id: string): Edit =>
  edit('remove a part', (song) => {
    song.parts = song.parts.filter((p) => p.id !== id);
    for (const settings of recordsByPart(song)) delete settings[id];
    for (const section of song.sections) withoutPart(section, id);
  });

/** Doubles a part: an independent copy right behind it, with its settings, cues and voicings by hand. */
export const doublePart = (id: string): Edit =>
  edit('double a part', (song) => {
    const at = song.parts.findIndex((p) => p.id === id);
    const original = song.parts[at];
    if (!original) return;
    const copy = copyOf(original) as Part;
    copy.id = freeId(
      `${original.kind}-`,
      song.parts.map((p) => p.id),
    );
    copy.name = freeName(
      song.parts.map((p) => p.name),
      original.name,
    );
    song.parts.splice(at + 1, 0, copy);
    for (const settings of recordsByPart(song)) {
      if (settings[id]) settings[copy.id] = copyOf(settings[id]);
    }
    for (const section of song.sections) {
      for (const cue of section.cues) {
        if (cue.parts.includes(id) && cue.parts.length < LIMITS.parts) cue.parts.push(copy.id);
      }
      const follows = section.partChords?.[id];
      if (follows) section.partChords![copy.id] = copyOf(follows);
      for (const chord of chordLists(section).flatMap((list) => list.chords)) {
        const hand = chord.byHand?.[id];
        if (hand) chord.byHand![copy.id] = copyOf(hand);
        const settings = chord.settings?.[id];
        if (settings) chord.settings![copy.id] = copyOf(settings);
      }
    }
  });

/** Another name; one that another part has gets a number, one of which nothing is left changes nothing. */
export const renamePart = (id: string, name: string): Edit =>
  edit(
    'rename a part',
    (song) => {
      const part = song.parts.find((p) => p.id === id);
      if (!part || !tidyName(name, LIMITS.nameLength)) return;
      const others = song.parts.filter((p) => p.id !== id).map((p) => p.name);
      part.name = freeName(others, name);
    },
    `part name/${id}`,
  );

/** What the writer notes about a part; nothing where it is empty. */
export const describePart = (id: string, about: string): Edit =>
  edit(
    'describe a part',
    (song) => {
      const part = song.parts.find((p) => p.id === id);
      if (!part) return;
      const text = tidyName(about, LIMITS.aboutLength);
      if (text) part.about = text;
      else delete part.about;
    },
    `part about/${id}`,
  );

/** Keeps what a part plays, whatever chords and settings become; null lets it play anew. */
export const freezePart = (id: string, playings: readonly KeptPlaying[] | null): Edit =>
  edit(playings ? 'freeze a part' : 'let a part play anew', (song) => {
    const part = song.parts.find((p) => p.id === id);
    if (!part) return;
    if (playings) part.frozen = playings as Draft<KeptPlaying[]>;
    else delete part.frozen;
  });

/** Moves a part by so many places, up where the number is below 0; over the edge it stays. */
export const movePart = (id: string, by: number): Edit =>
  edit('move a part', (song) => {
    const from = song.parts.findIndex((p) => p.id === id);
    const to = from + by;
    if (from < 0 || to < 0 || to >= song.parts.length) return;
    const [part] = song.parts.splice(from, 1);
    song.parts.splice(to, 0, part!);
  });
