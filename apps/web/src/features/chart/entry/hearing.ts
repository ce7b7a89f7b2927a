/** The guide sound: chords heard as they are entered or tried. */
import type { ChordEvent, Guide } from '@backline/core/song/schema';
import { USUAL_GUIDE } from '@backline/core/song/create';
import { guideVoicings } from '@backline/core/voicing/guide';
import { player } from '../../../audio/player';
import { useOpenSong } from '../../../state/openSong';

const guideOf = (): Guide => useOpenSong.getState().song?.guide ?? USUAL_GUIDE;

const sound = (pitches: readonly number[], seconds?: number): void => {
  const { instrument, level } = guideOf();
  void player.audition(instrument, pitches, seconds, level);
};

const voiced = (chords: readonly Omit<ChordEvent, 'id'>[]): (readonly number[])[] =>
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

let turn = 0;

/** Sounds chords one after another, in the song's tempo; another call or {@link hush} ends it. */
export function hearRun(chords: readonly Omit<ChordEvent, 'id'>[]): void {
  const mine = ++turn;
  const tempo = useOpenSong.getState().song?.tempo ?? 100;
  const seconds = (ticks: number): number => Math.max(0.25, (ticks / 480) * (60 / tempo));
  const pitches = voiced(chords);
  const play = (index: number): void => {
    const chord = chords[index];
    if (mine !== turn || !chord) return;
    const length = seconds(chord.length);
    sound(pitches[index]!, length * 0.96);
    setTimeout(() => play(index + 1), length * 1000);
  };
  play(0);
}

export function hush(): void {
  turn++;
}

/** Symbols as chords of a bar each, to be heard. */
export const asChords = (symbols: readonly string[]): Omit<ChordEvent, 'id'>[] =>
  symbols.map((symbol, i) => ({ start: i * 960, length: 960, symbol }));
