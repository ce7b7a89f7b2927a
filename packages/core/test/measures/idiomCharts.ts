/** Plain charts that every style is held to its idiom on: made up, of progressions as they are common. */
import { readChart } from '@backline/core/formats/chart/index';
import type { Song } from '@backline/core/song/schema';
import type { Style } from '@backline/core/style/schema';
import { idiomOf } from '@backline/core/styles/idioms';
import { OURS } from '@backline/core/styles/index';

const TEXTS: Readonly<Record<string, string>> = {
  triads: 'C | Am | F | G | C | Am | Dm | G | F | C | Dm | G | C | F | G | C',
  sevenths: 'Dm7 | G7 | Cmaj7 | A7 | Dm7 | G7 | Em7 | A7 | Fmaj7 | Bb7 | Em7 | A7 | Dm7 | G7 | Cmaj7 | Cmaj7',
  'one held chord': 'Am | % | % | % | % | % | % | % | % | % | % | % | % | % | % | %',
  'written again': 'C | C | F | F | C | C | G | G | Am | Am | F | F | C | C | G | C',
  'two to the bar':
    'C Am | F G | C Am | Dm G | Em Am | F G | C F | C G | Am F | C G | Dm G | C A7 | Dm G7 | Em Am | F G | C',
  pushed:
    'C | F{push 1/8} | G | C{push 1/8} | Am | Dm | G{push 1/8} | C | F | G | Em{push 1/8} | Am | Dm | G | C{push 1/8} | C',
};
/** Where chords change within the bar, or some are pushed, a figure may be missed by so much of its bound. */
const SLACK: Readonly<Record<string, number>> = { 'two to the bar': 0.12, pushed: 0.12 };

/** Nobody takes a chord early: pushes are told apart from the idiom. */
const plain = (song: Song): Song => ({ ...song, together: { anticipations: false } });

/** Songs of two sections played three times in all, in the metre of a style's figures, at three tempos it suits. */
export function idiomCharts(
  style: Style,
): readonly { readonly name: string; readonly song: Song; readonly slack: number }[] {
  const metre = idiomOf(style.id)[0]!.metre;
  const [slowest, fastest] = style.tempo;
  return Object.entries(TEXTS).flatMap(([name, bars]) =>
    (name === 'triads' ? [slowest, style.usualTempo, fastest] : [style.usualTempo]).map((tempo) => ({
      name: `${name} at ${tempo}`,
      slack: SLACK[name] ?? 0,
      song: plain(
        readChart(
          `title: ${name}\nstyle: ${style.id}\ntime: ${metre}\ntempo: ${tempo}\n[Verse]\n${bars}\n[Chorus]\n${bars}\n[Verse]`,
          OURS,
        ),
      ),
    })),
  );
}
