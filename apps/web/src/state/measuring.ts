/** How loud the song and its parts are, as they were measured last; and what a balance made of it. */
import { proxy } from 'comlink';
import { create } from 'zustand';
import { targetLoudnessOf } from '@backline/core/band/targetLoudness';
import { setBalance, setMaster } from '@backline/core/edits/song';
import { USUAL_MASTER } from '@backline/core/song/create';
import type { Song } from '@backline/core/song/schema';
import { rebalanced, type Rebalanced } from '@backline/sound/measuring/rebalance';
import type { Measured } from '../workers/audioFiles';
import { AudioMaker } from './audioMaker';
import { change, useOpenSong } from './openSong';
import { repertoire, usePlayed } from './repertoire';

/** Levels and gain before and after a balance. */
export interface Balanced {
  readonly before: Rebalanced;
  readonly after: Rebalanced;
}

export interface MeasuringState {
  /** How much is done, 0 to 1; null where nothing is being measured. */
  readonly done: number | null;
  readonly measured: Measured | null;
  /** The song it was measured of. */
  readonly of: Song | null;
  readonly balanced: Balanced | null;
  readonly problem: string | null;
}

const NOTHING: MeasuringState = { done: null, measured: null, of: null, balanced: null, problem: null };

export const useMeasuring = create<MeasuringState>(() => NOTHING);

let maker: AudioMaker | null = null;

export function stopMeasuring(): void {
  const given = maker;
  maker = null;
  given?.end();
  useMeasuring.setState({ done: null });
}

/** Nothing is known of another song. */
export function forgetMeasured(): void {
  stopMeasuring();
  useMeasuring.setState(NOTHING);
}

/** Plays the song unheard and measures it; null where that was given up or failed. */
async function measured(song: Song): Promise<Measured | null> {
  stopMeasuring();
  const mine = (maker = new AudioMaker());
  useMeasuring.setState({ done: 0, problem: null });
  const tell = proxy((done: number) => {
    if (maker === mine) useMeasuring.setState({ done });
  });
  try {
    const found = await mine.ask(song, { playing: null, only: null }, (audio, named) =>
      audio.measure(named, tell),
    );
    if (maker !== mine) return null;
    useMeasuring.setState({ measured: found, of: song });
    return found;
  } catch (error) {
    if (maker !== mine) return null;
    const why = error instanceof Error ? error.message : String(error);
    useMeasuring.setState({ problem: `The song could not be measured: ${why}. Try again.` });
    return null;
  } finally {
    if (maker === mine) stopMeasuring();
  }
}

const SILENT = 'Nothing is heard in this song: turn a part up, or let one play, and measure again.';

/** Measures the song, and sets its parts to their places and the whole to its loudness: one edit. */
export async function balance(song: Song): Promise<void> {
  const found = await measured(song);
  const open = useOpenSong.getState().song;
  if (!found || !open) return;
  if (!Number.isFinite(found.loudness)) return useMeasuring.setState({ problem: SILENT });
  const master = { ...USUAL_MASTER, ...open.master };
  const levels = new Map(open.parts.map((p) => [p.id, p.mix.level]));
  const places = targetLoudnessOf(open, usePlayed.getState().all ?? repertoire());
  const whole = { loudness: found.loudness, parts: new Map(found.parts) };
  const after = rebalanced(whole, levels, places, master);
  const before = {
    levels: new Map([...after.levels.keys()].map((id) => [id, levels.get(id)!])),
    gain: master.gain,
  };
  change(setBalance(after.levels, after.gain));
  useMeasuring.setState({ balanced: { before, after } });
}

/** Measures the song, and brings the whole to its loudness without moving the parts. */
export async function setLoudness(song: Song): Promise<void> {
  const found = await measured(song);
  const open = useOpenSong.getState().song;
  if (!found || !open) return;
  if (!Number.isFinite(found.loudness)) return useMeasuring.setState({ problem: SILENT });
  const { gain, target } = { ...USUAL_MASTER, ...open.master };
  const wanted = Math.max(-24, Math.min(24, gain + target - found.loudness));
  change(setMaster({ gain: Math.round(wanted * 10) / 10 }));
}
