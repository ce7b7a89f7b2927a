/** The worker that makes the band, asked in the page itself: what it answers comes from the core. */
import { renderBand } from '@backline/core/band/index';
import { OURS } from '@backline/core/styles/index';
import { takeBeside, type Beside } from '@backline/core/takes/beside';
import { keptTake, secondLineTo, takeAsHeard, type KeptTakeAsked } from '@backline/core/takes/keep';
import type { SecondLine } from '@backline/core/song/choices';
import type { Stretch } from '@backline/core/timeline/stretches';
import { useOpenSong } from '../openSong';

const songNow = () => useOpenSong.getState().song!;

/** Asks that are to fail are counted down. */
export const failing = { times: 0 };

const band = {
  take: (part: string, asked: KeptTakeAsked, beside: Beside | null) =>
    beside
      ? takeBeside(songNow(), OURS, renderBand(songNow(), OURS), part, asked, beside)
      : keptTake(songNow(), OURS, part, asked),
  secondLine(part: string, other: string, stretch: Stretch, how: SecondLine) {
    const song = songNow();
    const { range } = OURS.kinds.get(song.parts.find(({ id }) => id === other)!.kind)!;
    return secondLineTo(song, OURS, renderBand(song, OURS), part, stretch, how, range);
  },
  heardAsTake(part: string, stretch: Stretch, withTakes: boolean) {
    const song = songNow();
    const own = withTakes
      ? song
      : { ...song, parts: song.parts.map((p) => (p.id === part ? { ...p, comp: undefined } : p)) };
    return takeAsHeard(own, OURS, renderBand(own, OURS), part, stretch);
  },
};

export const bandWorker = {
  ask: <T>(asking: (worker: typeof band) => T): Promise<T> =>
    failing.times-- > 0 ? Promise.reject(new Error('the worker fell over')) : Promise.resolve(asking(band)),
};
