/** `backline listen`: a band heard by numbers. */
import { renderBand, type Band, type BandPart } from '@backline/core/band/index';
import { growthOf, playingsHeard } from '@backline/core/measures/arc';
import { bassUnderChanges, doubleStrikes, jumps, onGrid, scraps } from '@backline/core/measures/clean';
import { lineFigures } from '@backline/core/measures/lines';
import { newContent } from '@backline/core/measures/newContent';
import { changesMissed } from '@backline/core/measures/changes';
import * as heard from '@backline/core/measures/figures';
import { idiomHeard } from '@backline/core/measures/idiom';
import { voiceLeading } from '@backline/core/measures/voiceLeading';
import type { Share } from '@backline/core/measures/figures';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { idiomOf } from '@backline/core/styles/idioms';

const percent = ({ of, are }: Share): number | null => (of ? Math.round((1000 * are) / of) / 10 : null);
const byPart = (shares: ReadonlyMap<string, Share>) =>
  Object.fromEntries([...shares].map(([part, share]) => [part, percent(share)]));
const rounded = (value: number): number => Math.round(value * 100) / 100;

/** What is heard of a line in front, in percent. */
function lineHeard(band: Band, part: BandPart): unknown {
  const { intervals, ...shares } = lineFigures(band, part);
  return {
    ...Object.fromEntries(Object.entries(shares).map(([name, share]) => [name, percent(share)])),
    intervals: Object.fromEntries(Object.entries(intervals).map(([name, of]) => [name, rounded(100 * of)])),
  };
}

/** All figures of a song's band; shares in percent, null where there is nothing to measure. */
export function listenTo(song: Song): unknown {
  const band = renderBand(song, OURS);
  const other = renderBand({ ...song, seed: song.seed + 1 }, OURS);
  const bars = Math.max(1, band.bars.length);
  const playings = playingsHeard(band);
  const content = newContent(band);
  const all = (found: (part: BandPart) => readonly unknown[]): number =>
    band.parts.reduce((sum, part) => sum + found(part).length, 0);
  return {
    title: song.title,
    style: song.style,
    bars: band.bars.length,
    repeatsThatDiffer: byPart(heard.repeatsThatDiffer(band)),
    barsOtherWithAnotherSeed: byPart(heard.barsThatDiffer(band, other)),
    chordChangesMissed: changesMissed(band).length,
    pushesMarkedByDrums: percent(heard.pushesMarked(band, OURS)),
    kicksWithBass: percent(heard.kicksWithBass(band, OURS)),
    leadClear: percent(heard.leadClear(band, OURS)),
    motifsKept: percent(heard.motifsKept(band, OURS)),
    lines: Object.fromEntries(
      band.parts
        .filter(({ role }) => role === 'lead' || role === 'tune')
        .map((part) => [part.id, lineHeard(band, part)]),
    ),
    semitonesOutsideChordABar: rounded(heard.semitoneClashes(band) / bars),
    semitonesABar: rounded(heard.semitoneClashes(band, true) / bars),
    bassLeapsOverAnOctave: heard.bassLeaps(band, OURS),
    distinctDrumBarsIn32: heard.distinctDrumBars(band, OURS),
    seamsWithFill: percent(heard.fillsAtJoins(band, OURS)),
    thirdsAndSeventhsLost: heard.guideTonesLost(band, OURS).length,
    notesOnGrid: percent(onGrid(band)),
    debris: all(scraps),
    doubleStrikes: all(doubleStrikes),
    jumpsOfExpression: all(jumps),
    bassUnderNewChords: percent(bassUnderChanges(band, OURS)),
    newContent: {
      firstSixteenBars: percent(content.first),
      lastSixteenBars: percent(content.last),
      ratio: content.ratio === null ? null : rounded(content.ratio),
    },
    idiom: idiomHeard(band, idiomOf(song.style)).map(({ figure, value, holds }) => ({
      says: figure.says,
      source: figure.source,
      kind: figure.kind,
      measure: figure.measure,
      value: value === null ? null : rounded(value),
      least: figure.least ?? null,
      most: figure.most ?? null,
      holds,
    })),
    sections: playings.map(({ strength, level, notesABar, ...playing }) => ({
      ...playing,
      strength: rounded(strength),
      level: rounded(level),
      notesABar: rounded(notesABar),
    })),
    growth: growthOf(playings).map(({ section, strength, notes }) => ({
      section,
      strength: rounded(strength),
      notes: rounded(notes),
    })),
    voices: voiceLeading(song, OURS).map(({ part, inside, seams }) => ({
      part,
      semitonesInside: inside === null ? null : rounded(inside),
      semitonesAtSeams: seams === null ? null : rounded(seams),
    })),
    together: band.agreed.map(({ section, points }) => ({
      section: song.sections.find((s) => s.id === section)?.name ?? section,
      ...points,
    })),
  };
}
