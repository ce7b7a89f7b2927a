import type { Grid, TimedEvent } from '@backline/core/style/pattern';
import { lastHit } from '@backline/core/parts/ending';
import { endOnHit, placeFree, placeOnChords } from '@backline/core/parts/placing';
import type { Region } from '@backline/core/timeline/region';
import { regionsIn } from '../support/music';
import { song } from '../support/music';

const regionOf = (bars: string, header = ''): Region => {
  const s = song(bars, header);
  return regionsIn(s)[0]![0]!;
};
const event = (at: number, length: number, level = 1): TimedEvent => ({
  at,
  for: length,
  minDensity: level,
  accent: 1,
});
const pattern = (events: TimedEvent[], atChange: 'restart' | 'carry on' = 'carry on', bars = 1) => ({
  id: 'p',
  name: 'P',
  atChange,
  grids: ([3, 4] as const).map((beats): Grid => ({
    beats,
    of: 'quarter',
    bars,
    events: events.filter((e) => e.at < beats * bars),
  })),
});
/** A stretch that plays by a pattern. */
const playing = (region: Region, p: ReturnType<typeof pattern>) => ({
  ...region.settingsSpans[0]!,
  pattern: p,
});
const ONSET = event(0, 4);
const places = (region: Region, p: ReturnType<typeof pattern>) =>
  placeOnChords(region, playing(region, p), p.grids, ONSET).map((x) => [x.start / 480, x.end / 480, x.span]);

describe('events on chords', () => {
  it('are cut where their chord ends, and the next chord gets its own start', () => {
    expect(places(regionOf('C G'), pattern([event(0, 4)]))).toEqual([
      [0, 2, 0],
      [2, 4, 1],
    ]);
  });

  it('that sound into the next chord are cut where it is felt: nobody takes it up before the others', () => {
    expect(places(regionOf('C | F'), pattern([event(0, 3), event(3.5, 1.5)]))).toEqual([
      [0, 3, 0], [3.5, 4, 0], [4, 7, 1], [7.5, 8, 1],
    ]); // prettier-ignore
  });

  it('on the start of a pushed chord move early with it, and nothing of the old chord is left under it', () => {
    expect(places(regionOf('C | F{push 1/8}'), pattern([event(0, 1), event(3.5, 0.5)]))).toEqual([
      [0, 1, 0], [3.5, 5, 1], [7.5, 8, 1],
    ]); // prettier-ignore
  });

  it('restart with the chord, carry on with the bar', () => {
    const p = (mode: 'restart' | 'carry on') => pattern([event(0, 1), event(1, 1, 2)], mode);
    expect(places(regionOf('C G'), p('restart'))).toEqual([
      [0, 1, 0],
      [1, 2, 0],
      [2, 3, 1],
      [3, 4, 1],
    ]);
    expect(places(regionOf('C G'), p('carry on'))).toEqual([
      [0, 1, 0],
      [1, 2, 0],
      [2, 4, 1],
    ]);
  });

  it('rest where there is no chord', () => {
    expect(places(regionOf('C | N.C. | F'), pattern([event(0, 4)])).map(([at]) => at)).toEqual([0, 8]);
  });

  it('fill every metre by groups of three and four', () => {
    const starts = (metre: string) =>
      places(regionOf('C', `time: ${metre}`), pattern([event(0, 1), event(2, 1), event(3, 1)])).map(
        ([at]) => at,
      );
    expect(starts('2/4')).toEqual([0]);
    expect(starts('3/4')).toEqual([0, 2]);
    expect(starts('5/4')).toEqual([0, 2, 3]);
    expect(starts('6/4')).toEqual([0, 2, 3, 5]);
    expect(starts('7/4')).toEqual([0, 2, 3, 4, 6]);
  });

  it('of a pattern of two bars take turns', () => {
    const two = pattern([event(0, 1), event(5, 1, 2)], 'carry on', 2);
    expect(places(regionOf('C | F | G'), two).map(([at]) => at)).toEqual([0, 4, 5, 8]);
  });
});

describe('the end of a song', () => {
  it('is the start of the last chord in the last bar, and what would come after is held instead', () => {
    const region = regionOf('C | F G');
    expect(lastHit(region)).toBe(1920 + 960);
    const two = pattern([event(0, 1), event(3, 1)]);
    const placed = placeOnChords(region, playing(region, two), two.grids, ONSET);
    const ended = endOnHit(region, region.settingsSpans[0]!, placed, ONSET);
    expect(ended[ended.length - 1]).toMatchObject({ start: 2880, end: 3840, span: 2 });
    expect(ended.filter((p) => p.start > 2880)).toEqual([]);
  });

  it('is left alone in a song of one bar or with an open ending', () => {
    expect(lastHit(regionOf('C'))).toBeNull();
    expect(lastHit({ ...regionOf('C | F'), ending: 'open' })).toBeNull();
  });
});

it('drums keep to the bars and need no chord', () => {
  const region = regionOf('N.C. | C');
  const free = placeFree(region, region.settingsSpans[0]!, pattern([event(0, 1), event(2.5, 1)]).grids);
  expect(free.map((p) => p.start / 480)).toEqual([0, 2.5, 4, 6.5]);
});
