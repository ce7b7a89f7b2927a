/** A song as files are made of it: its MIDI file, and the score that is played into sound. */
import { renderBand } from '@backline/core/band/index';
import { writeMidiFile } from '@backline/core/formats/midi/index';
import { seatTrouble } from '@backline/core/formats/midi/channels';
import { musicXmlOf } from '@backline/core/formats/musicXml/index';
import type { Song } from '@backline/core/song/schema';
import type { UserStyleDocument } from '@backline/core/userStyles/wire';
import { repertoireWith } from '@backline/core/userStyles/repertoire';
import { scoreExcerpt } from '@backline/sound/score/scoreExcerpt';
import { scoreOf } from '@backline/sound/score/scoreOf';
import type { Score } from '@backline/sound/score/score';
import type { StaffWish } from '../shared/staffWish';

/** A song, and the writer's own styles, patterns and players that it may play by. */
export interface Playable {
  readonly song: Song;
  readonly own: readonly UserStyleDocument[];
}

export interface MidiFile {
  readonly bytes: Uint8Array;
  /** What a reader of the file should know, as a sentence; null where there is nothing. */
  readonly remark: string | null;
}

export function midiFileOf({ song, own }: Playable): MidiFile {
  const band = renderBand(song, repertoireWith(own));
  return { bytes: writeMidiFile(song, band), remark: seatTrouble(band.parts) };
}

/** One part as notation; null where it has no pitches to write. */
export function staffFileOf({ song, own }: Playable, { staff, forInstrument }: StaffWish): string | null {
  const band = renderBand(song, repertoireWith(own));
  return musicXmlOf(band, staff, { title: song.title, forInstrument });
}

/** What of a song is to sound. */
export interface Sounding {
  /** One playing of a section, as its bars name it; null for the whole song. */
  readonly playing: string | null;
  /** The parts that sound, silenced or not, and no other; null as the song has them. */
  readonly only: readonly string[] | null;
}

/** A score, and the names of its parts by their ids. */
export interface NamedScore {
  readonly score: Score;
  readonly names: readonly (readonly [id: string, name: string])[];
}

const soundingOnly = (song: Song, ids: readonly string[]): Song => ({
  ...song,
  parts: song.parts.map((part) => ({
    ...part,
    mix: { ...part.mix, mute: !ids.includes(part.id), solo: false },
  })),
});

export function scoreToSound({ song, own }: Playable, { playing, only }: Sounding): NamedScore {
  const heard = only ? soundingOnly(song, only) : song;
  const band = renderBand(heard, repertoireWith(own));
  const whole = scoreOf(band, heard);
  const first = band.bars.findIndex((bar) => bar.occurrenceKey === playing);
  const count = band.bars.filter((bar) => bar.occurrenceKey === playing).length;
  const score = first < 0 ? whole : scoreExcerpt(whole, first, count);
  return { score, names: band.parts.map(({ id, name }) => [id, name] as const) };
}
