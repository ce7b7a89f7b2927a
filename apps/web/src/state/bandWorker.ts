/** The one worker that plays the open song: it makes the band, and says how its parts voice chords. */
import type { Making } from '../workers/band';
import { RemoteWorker } from '../shared/remote';

export const bandWorker = new RemoteWorker<Making>(
  () => new Worker(new URL('../workers/band.ts', import.meta.url)),
  'the page ran out of room',
);
