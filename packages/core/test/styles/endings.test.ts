/** How songs end: who holds the last chord strikes it once, whatever style, seed and density. */
import { renderBand } from '@backline/core/band/index';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';

const CHART = '[Verse]\nC | Am | F | G\n[Chorus]\nF | G | C | C';

it.each(OURS.styles.all.map((style) => [style.id, style] as const))('%s', (id, style) => {
  for (const seed of [1, 2, 3, 4, 5]) {
    for (const density of [3, 5]) {
      const written = readChart(
        `style: ${id}\ntime: ${style.metres[0]!}\ntempo: ${style.usualTempo}\n${CHART}`,
        OURS,
      );
      const song = {
        ...written,
        seed,
        ending: 'hold' as const,
        parts: written.parts.map((part) => ({ ...part, settings: { ...part.settings, density } })),
      };
      const { bars, parts } = renderBand(song, OURS);
      const from = bars.at(-1)!.start;
      const again = parts
        .filter((part) => part.pitched && part.role !== 'ground')
        .flatMap(({ kind, notes }) =>
          notes.filter((note) => note.at > from).map((note) => [kind, note.at - from]),
        );
      expect([id, seed, density, again]).toEqual([id, seed, density, []]);
    }
  }
});
