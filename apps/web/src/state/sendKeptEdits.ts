import { replaceSong, songPath } from './api';
import { forgetEdit, keptEdit, songsWithKeptEdits } from './keptEdits';

/** Edits on their way, by song: whoever opens the song waits for its own. */
const onTheirWay = new Map<string, Promise<void>>();

async function send(id: string): Promise<void> {
  const kept = keptEdit(id);
  if (!kept) return;
  try {
    await replaceSong(songPath(id), kept.revision, kept.song);
    forgetEdit(id);
  } catch {
    // It stays on this device: opening the song tries again, or asks the writer what to keep.
  }
}

/** Sends what was edited last and left before it could be saved. Call it while no song is open. */
export async function sendKeptEdits(): Promise<void> {
  const sending = songsWithKeptEdits().map((id) => {
    const running = onTheirWay.get(id) ?? send(id).finally(() => onTheirWay.delete(id));
    onTheirWay.set(id, running);
    return running;
  });
  await Promise.all(sending);
}

/** Resolves once no edit of the song is on its way. */
export const keptEditSettled = (id: string): Promise<void> => onTheirWay.get(id) ?? Promise.resolve();
