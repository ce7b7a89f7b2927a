/** The guide sound: chords heard as they are entered or tried. */
import type { ChordEvent, Guide } from '@backline/core/song/schema';
import { USUAL_GUIDE } from '@backline/core/song/create';
import { guideVoicings } from './guideVoicings';
import { create } from 'zustand';
import { player, usePlayer } from '../audio/player';
import { useOpenSong } from './openSong';
import { inQuarters, metreOf } from '@backline/core/time/metre';
import { ticksToMs } from '@backline/core/time/ticks';

const guideOf = (): Guide => useOpenSong.getState().song?.guide ?? USUAL_GUIDE;

const sound = (pitches: readonly number[], seconds?: number): void => {
  const { instrument, level } = guideOf();
  void player.audition(instrument, pitches, seconds, level);
};

const voiced = (chords: readonly Omit<ChordEvent, 'id'>[]): readonly (readonly number[])[] =>
  guideVoicings(chords.map((c, i) => ({ ...c, id: `c${i}` })));

/** Sounds one chord; between its neighbours it is voiced as the chart shows it. */
export function hearChord(symbol: string, pitches?: readonly number[]): void {
  sound(pitches ?? voiced([{ start: 0, length: 1, symbol }])[0]!);
}

/** Sounds a chord that was entered, unless the writer wants entry to be silent. */
export function hearEntered(chords: readonly ChordEvent[], tick: number): void {
  if (!guideOf().onEntry) return;
  const index = chords.findIndex((c) => c.start === tick);
  const pitches = guideVoicings(chords)[index];
  if (pitches) sound(pitches);
}

/** Whether chords are being heard one after another. */
export const useHearing = create(() => ({ hearing: false }));

let turn = 0;

/** Sounds chords one after another, in the song's tempo, alone; another call, {@link stopHearing} or playing the band ends it. */
export function hearRun(chords: readonly Omit<ChordEvent, 'id'>[]): void {
  stopHearing();
  player.stop();
  const mine = ++turn;
  useHearing.setState({ hearing: true });
  const song = useOpenSong.getState().song;
  const tempo = song ? inQuarters(song.tempo, metreOf(song.metre)) : 100;
  const seconds = (ticks: number): number => Math.max(0.25, ticksToMs(ticks, tempo) / 1000);
  const pitches = voiced(chords);
  const play = (index: number): void => {
    const chord = chords[index];
    if (mine !== turn) return;
    if (!chord) return useHearing.setState({ hearing: false });
    const length = seconds(chord.length);
    sound(pitches[index]!, length * 0.96);
    setTimeout(() => play(index + 1), length * 1000);
  };
  play(0);
}

/** Ends what is being heard, at once. */
export function stopHearing(): void {
  turn++;
  if (!useHearing.getState().hearing) return;
  useHearing.setState({ hearing: false });
  player.stopAudition();
}

// The band and a hearing never sound over each other, and neither goes on in another song.
usePlayer.subscribe(({ playing, starting }) => {
  if (playing || starting) stopHearing();
});
useOpenSong.subscribe(({ id }, before) => {
  if (id !== before.id) stopHearing();
});

/** Symbols as chords of a bar each, to be heard. */
export const asChords = (symbols: readonly string[]): Omit<ChordEvent, 'id'>[] =>
  symbols.map((symbol, i) => ({ start: i * 960, length: 960, symbol }));
