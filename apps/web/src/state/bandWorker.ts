/** Workers that know the core: the one that plays the open song, and others for what is made of it beside that. */
import type { Making } from '../workers/band';
import { RemoteWorker } from '../shared/remote';

export const RAN_OUT = 'the page ran out of room';

export const newBandWorker = (): RemoteWorker<Making> =>
  new RemoteWorker<Making>(() => new Worker(new URL('../workers/band.ts', import.meta.url)), RAN_OUT);

/** It makes the band of the open song, and says how its parts voice chords. */
export const bandWorker = newBandWorker();
