/** `backline listen`: a band heard by numbers. */
import { renderBand } from '@backline/core/band/index';
import * as heard from '@backline/core/measures/figures';
import type { Share } from '@backline/core/measures/figures';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';

const percent = ({ of, are }: Share): number | null => (of ? Math.round((1000 * are) / of) / 10 : null);
const byPart = (shares: ReadonlyMap<string, Share>) =>
  Object.fromEntries([...shares].map(([part, share]) => [part, percent(share)]));
const rounded = (value: number): number => Math.round(value * 100) / 100;

/** All figures of a song's band; shares in percent, null where there is nothing to measure. */
export function listenTo(song: Song): unknown {
  const band = renderBand(song, OURS);
  const other = renderBand({ ...song, seed: song.seed + 1 }, OURS);
  const bars = Math.max(1, band.bars.length);
  return {
    title: song.title,
    style: song.style,
    bars: band.bars.length,
    repeatsThatDiffer: byPart(heard.repeatsThatDiffer(band)),
    barsOtherWithAnotherSeed: byPart(heard.barsThatDiffer(band, other)),
    chordChangesMissed: heard.changesMissed(band).length,
    pushesMarkedByDrums: percent(heard.pushesMarked(band, OURS)),
    kicksWithBass: percent(heard.kicksWithBass(band, OURS)),
    leadAboveAccompaniment: percent(heard.leadAbove(band, OURS)),
    motifsKept: percent(heard.motifsKept(band, OURS)),
    semitonesOutsideChordABar: rounded(heard.semitoneClashes(band) / bars),
    semitonesABar: rounded(heard.semitoneClashes(band, true) / bars),
    bassLeapsOverAnOctave: heard.bassLeaps(band, OURS),
    distinctDrumBarsIn32: heard.distinctDrumBars(band, OURS),
    seamsWithFill: percent(heard.fillsAtJoins(band, OURS)),
    thirdsAndSeventhsLost: heard.guideTonesLost(band, OURS).length,
    sections: heard.sectionsHeard(band).map(({ section, strength, level }) => ({
      section,
      strength: rounded(strength),
      level: rounded(level),
    })),
    together: band.agreed.map(({ section, points }) => ({
      section: song.sections.find((s) => s.id === section)?.name ?? section,
      ...points,
    })),
  };
}
