/** Files of a song, made by workers of their own that end with them. */
import { proxy } from 'comlink';
import { create } from 'zustand';
import type { Song } from '@backline/core/song/schema';
import { fileNames } from '@backline/sound/files/fileNames';
import { partsAsked, type AudioWish } from '../shared/audioWish';
import type { StaffWish } from '../shared/staffWish';
import { AudioMaker, playable } from './audioMaker';
import { newBandWorker } from './bandWorker';
import { download } from './download';

/** What is to be taken away: notes for other programs, notation of a part, or sound. */
export type Wish = 'midi' | StaffWish | AudioWish;

export interface FilesState {
  /** What is being made, and how much of it is done, 0 to 1. */
  readonly making: { readonly wish: Wish; readonly done: number } | null;
  /** What should be known of the last file, or why there is none, as a sentence. */
  readonly remark: string | null;
}

export const useFiles = create<FilesState>(() => ({ making: null, remark: null }));

interface Maker {
  end(): void;
}

let maker: Maker | null = null;

/** Gives up what is being made. */
export function stopMaking(): void {
  const given = maker;
  maker = null;
  given?.end();
  useFiles.setState({ making: null });
}

interface Made {
  readonly blob: Blob;
  readonly ending: string;
  readonly remark: string | null;
}

function midi(song: Song): { readonly by: Maker; readonly made: Promise<Made> } {
  const by = newBandWorker();
  const made = by
    .ask((band) => band.midiFileOf(playable(song)))
    .then(({ bytes, remark }) => ({
      blob: new Blob([bytes.slice()], { type: 'audio/midi' }),
      ending: '.mid',
      remark,
    }));
  return { by, made };
}

/** The media type of notation (W3C Community Group, MusicXML 4.0). */
const NOTATION = 'application/vnd.recordare.musicxml+xml';

function staff(song: Song, wish: StaffWish): { readonly by: Maker; readonly made: Promise<Made> } {
  const by = newBandWorker();
  const made = by
    .ask((band) => band.staffFileOf(playable(song), wish))
    .then((xml) => {
      if (xml === null) throw new Error('this part has no notes to write');
      return { blob: new Blob([xml], { type: NOTATION }), ending: '.musicxml', remark: null };
    });
  return { by, made };
}

/** What lies over full scale has been cut off: only without the master can that be. */
const overFull = (peak: number | null): string | null =>
  peak !== null && peak > 0.05
    ? `Its peaks lie ${peak.toFixed(1)} dB over full scale and are cut off: take it with the master, or turn the parts down.`
    : null;

function sound(song: Song, wish: AudioWish): { readonly by: Maker; readonly made: Promise<Made> } {
  const by = new AudioMaker();
  // What was on its way when it was given up says nothing more.
  const tell = proxy((done: number) => {
    if (maker === by) useFiles.setState({ making: { wish, done } });
  });
  const made = by
    .ask(song, { playing: wish.playing, only: partsAsked(wish) }, (audio, named) =>
      audio.take(named, song.title, wish, tell),
    )
    .then(({ blob, ending, truePeak }) => ({ blob, ending, remark: overFull(truePeak) }));
  return { by, made };
}

function makingOf(song: Song, wish: Wish): { readonly by: Maker; readonly made: Promise<Made> } {
  if (wish === 'midi') return midi(song);
  return 'staff' in wish ? staff(song, wish) : sound(song, wish);
}

/** Makes a file of the song as it is now and gives it to the browser; one at a time. */
export async function takeFile(wish: Wish, song: Song): Promise<void> {
  stopMaking();
  useFiles.setState({ making: { wish, done: 0 }, remark: null });
  const { by, made } = makingOf(song, wish);
  maker = by;
  try {
    const { blob, ending, remark } = await made;
    // Given up, or another begun, while this one was made.
    if (maker !== by) return;
    useFiles.setState({ remark });
    const of = wish !== 'midi' && 'staff' in wish ? song.parts.find(({ id }) => id === wish.staff) : null;
    download(blob, fileNames([of ? `${song.title} ${of.name}` : song.title])[0]! + ending);
  } catch (error) {
    if (maker !== by) return;
    const why = error instanceof Error ? error.message : String(error);
    useFiles.setState({ remark: `The file could not be written: ${why}. Try again.` });
  } finally {
    if (maker === by) stopMaking();
  }
}
