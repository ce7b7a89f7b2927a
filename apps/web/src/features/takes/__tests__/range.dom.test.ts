/** The range in hand: in the song whatever is asked, to the beat, in words, and what goes round it. */
import fc from 'fast-check';
import { renderBand } from '@backline/core/band/index';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { loopRound } from '../../../shared/loop';
import { barsIn, fittingRange, rangeInWords, roundOfStretch, stretchOf } from '../range';

const SONG = readChart(
  'title: Pier\nstyle: quayside\n[Verse]\nC | F | G | C\n[Waltz]\ntime: 3/4\nF | G | C\n[Odd]\ntime: 7/8\nC | F',
  OURS,
);
const { bars, length } = renderBand(SONG, OURS);
const plain = { late: 0, early: 0 };

it('four bars are four bars, over a change of metre as well', () => {
  expect(stretchOf({ from: 0, bars: 4, ...plain }, bars)).toEqual({ from: 0, to: 4 * 1920 });
  expect(stretchOf({ from: 3, bars: 2, ...plain }, bars)).toEqual({ from: 3 * 1920, to: 4 * 1920 + 1440 });
  expect(stretchOf({ from: 0, bars: 4, ...plain }, [])).toBeNull();
});

it('begins and ends at beats of whatever metre, and runs on by a beat', () => {
  expect(stretchOf({ from: 1, bars: 2, late: 1, early: 2 }, bars)).toEqual({
    from: 1920 + 480,
    to: 3 * 1920 - 960,
  });
  expect(stretchOf({ from: 2, bars: 2, late: 0, early: -1 }, bars)).toEqual({
    from: 2 * 1920,
    to: 4 * 1920 + 480,
  });
  // 7/8 as 2+2+3: its second beat is a quarter long after the first.
  const odd = bars.findIndex(({ section }) => section === 'Odd');
  expect(stretchOf({ from: odd, bars: 1, late: 1, early: 0 }, bars)!.from).toBe(
    bars[odd]!.start + bars[odd]!.beats[1]!,
  );
});

it('whatever is asked, it lies in the song and is no shorter than a beat', () => {
  const any = fc.integer({ min: -50, max: 50 });
  fc.assert(
    fc.property(any, any, any, any, (from, count, late, early) => {
      const range = fittingRange({ from, bars: count, late, early }, bars);
      const stretch = stretchOf(range, bars)!;
      expect(fittingRange(range, bars)).toEqual(range);
      expect([stretch.from >= 0, stretch.to <= length, stretch.to - stretch.from >= 240]).toEqual([
        true,
        true,
        true,
      ]);
      const own = barsIn(bars, stretch);
      expect(own[0]!.from).toBe(stretch.from);
      expect(own[own.length - 1]!.to).toBe(stretch.to);
      expect(rangeInWords(range, bars)).toMatch(/^(Verse|Waltz|Odd), bar/);
      // It is gone round from the bar before it, where there is one.
      const round = roundOfStretch(bars, stretch)!;
      const loop = loopRound(bars, round)!;
      expect(loop.end).toBe(stretch.to);
      expect(loop.start).toBe(range.from > 0 ? bars[range.from - 1]!.start : stretch.from);
    }),
  );
});

it('says where it is', () => {
  const words = (from: number, count: number, late = 0, early = 0) =>
    rangeInWords({ from, bars: count, late, early }, bars);
  expect(words(0, 4)).toBe('Verse, bars 1 to 4');
  expect(words(1, 1)).toBe('Verse, bar 2');
  expect(words(2, 4)).toBe('Verse, bar 3, to Waltz, bar 2');
  expect(words(0, 2, 2, 1)).toBe('Verse, bars 1 to 2, from beat 3, without the last beat');
  expect(words(0, 2, 0, -2)).toBe('Verse, bars 1 to 2, and 2 beats more');
});
