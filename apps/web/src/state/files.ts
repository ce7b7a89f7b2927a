/** Files of a song, made by a worker of their own that ends with them. */
import { proxy } from 'comlink';
import { create } from 'zustand';
import type { Song } from '@backline/core/song/schema';
import { fileNames } from '@backline/sound/fileNames';
import type { Files } from '../workers/files';
import { download } from './download';
import { RemoteWorker } from './remote';
import { usePlayed } from './repertoire';

export type FileKind = 'midi' | 'wav' | 'stems';

export interface FilesState {
  /** What is being made, and how much of it is done, 0 to 1. */
  readonly making: { readonly kind: FileKind; readonly done: number } | null;
  /** What should be known of the last file, or why there is none, as a sentence. */
  readonly remark: string | null;
}

export const useFiles = create<FilesState>(() => ({ making: null, remark: null }));

const ENDING: Record<FileKind, string> = { midi: '.mid', wav: '.wav', stems: ' parts.zip' };

type Maker = RemoteWorker<Files>;

let maker: Maker | null = null;

const newMaker = (): Maker =>
  new RemoteWorker<Files>(
    () => new Worker(new URL('../workers/files.ts', import.meta.url)),
    'the page ran out of room',
  );

/** Gives up what is being made. */
export function stopMaking(): void {
  const given = maker;
  maker = null;
  given?.end();
  useFiles.setState({ making: null });
}

async function made(mine: Maker, kind: FileKind, song: Song): Promise<Blob> {
  const playable = { song, own: usePlayed.getState().documents };
  if (kind === 'midi') {
    const { bytes, remark } = await mine.ask((files) => files.midi(playable));
    useFiles.setState({ remark });
    return new Blob([bytes.slice()], { type: 'audio/midi' });
  }
  // What was on its way when it was given up says nothing more.
  const tell = proxy((done: number) => {
    if (maker === mine) useFiles.setState({ making: { kind, done } });
  });
  return mine.ask((files) => (kind === 'wav' ? files.wav(playable, tell) : files.stems(playable, tell)));
}

/** Makes a file of the song as it is now and gives it to the browser; one at a time. */
export async function takeFile(kind: FileKind, song: Song): Promise<void> {
  stopMaking();
  useFiles.setState({ making: { kind, done: 0 }, remark: null });
  const mine = (maker = newMaker());
  try {
    const blob = await made(mine, kind, song);
    // Given up, or another begun, while this one was made.
    if (maker === mine) download(blob, fileNames([song.title])[0]! + ENDING[kind]);
  } catch (error) {
    if (maker !== mine) return;
    const why = error instanceof Error ? error.message : String(error);
    useFiles.setState({ remark: `The file could not be written: ${why}. Try again.` });
  } finally {
    if (maker === mine) stopMaking();
  }
}
