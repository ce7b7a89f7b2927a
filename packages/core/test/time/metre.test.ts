/** Metres and their groups. Groupings and counted note values: common practice; MIDI's in the Standard MIDI File 1.0. */
import { METRE_NAMES, findMetre, inBeats, inQuarters, metreOf } from '@backline/core/time/metre';
import { sectionBars } from '@backline/core/time/bars';
import { beatPosition, beatsAcross, beatsBetween, beatsOf, slotsOf } from '@backline/core/time/beats';

const bars = (metre: string, count = 2, more: object = {}) =>
  sectionBars({ bars: count, changes: [], ownLengths: [], ...more }, { key: 'C', metre, tempo: 100 });

describe('a metre', () => {
  it.each([
    ['4/4', [[480, 480, 480, 480]], 480],
    [
      '5/4',
      [
        [480, 480, 480],
        [480, 480],
      ],
      480,
    ],
    ['3/8', [[720]], 240],
    ['6/8', [[720, 720]], 720],
    ['9/8', [[720, 720, 720]], 720],
    ['12/8', [[720, 720, 720, 720]], 720],
    ['5/8', [[720, 480]], 240],
    ['7/8', [[480, 480, 720]], 240],
    ['3+2+2/8', [[720, 480, 480]], 240],
  ])('%s goes in its beats, and a tempo counts its note value', (name, groups, counted) => {
    const metre = metreOf(name);
    expect([metre.groups, metre.counted]).toEqual([groups, counted]);
    expect(metre.length).toBe((metre.numerator * 1920) / metre.denominator);
  });

  it('is written with its grouping only where that is not the usual one', () => {
    expect(metreOf('2+2+3/8').name).toBe('7/8');
    expect(metreOf('2+3/4')).toMatchObject({ name: '2+3/4', numerator: 5 });
    expect(['4/5', '13/8', '1+3/4', '4+4/8', 'x', '7/8 ', '0/4', '2+2+2/4'].map(findMetre)).toEqual([
      null, null, null, null, null, null, null, expect.objectContaining({ name: '2+2+2/4' }),
    ]); // prettier-ignore
  });

  it('converts tempos there and back without loss', () => {
    for (const name of METRE_NAMES) {
      for (let tempo = 30; tempo <= 300; tempo += 7) {
        const quarters = inQuarters(tempo, metreOf(name));
        expect(inQuarters(inBeats(quarters, metreOf(name)), metreOf(name))).toBe(quarters);
      }
    }
    expect(inQuarters(80, metreOf('6/8'))).toBe(120);
  });
});

describe('beats', () => {
  it('fill every bar of every metre, and a place is found again by its beat', () => {
    for (const name of METRE_NAMES) {
      for (const bar of bars(name)) {
        const beats = beatsOf(bar);
        expect(beats.reduce((sum, b) => sum + b.length, 0)).toBe(bar.length);
        beats.forEach((beat, i) => {
          expect(beatPosition(bar, beat.start)).toBe(i);
          expect(beatPosition(bar, beat.start + beat.length / 2)).toBe(i + 0.5);
        });
        expect(slotsOf(bar)[0]).toBe(0);
      }
    }
    expect(slotsOf(bars('3/8')[0]!)).toEqual([0, 240, 480]);
    expect(slotsOf(bars('7/8')[0]!)).toEqual([0, 480, 960]);
  });

  it('of a pick-up are the last of its bar, of any other short bar the first', () => {
    const [up, whole] = bars('4/4', 2, { ownLengths: [{ bar: 0, length: 480 }] });
    expect([up!.length, whole!.start, beatPosition(up!, 0)]).toEqual([480, 480, 3]);
    const [, cut] = bars('4/4', 2, { ownLengths: [{ bar: 1, length: 960 }] });
    expect([beatsOf(cut!).length, beatPosition(cut!, cut!.start)]).toEqual([2, 0]);
    expect(beatsOf(bars('6/8', 1, { ownLengths: [{ bar: 0, length: 240 }] })[0]!)).toEqual([
      { start: 0, length: 240 },
    ]);
  });

  it('lie between two ticks, the first from where it begins', () => {
    expect(beatsBetween(bars('7/8'), 240, 1680 + 480).map((b) => [b.start, b.length])).toEqual([
      [240, 240], [480, 480], [960, 720], [1680, 480],
    ]); // prettier-ignore
    expect(beatsAcross(bars('6/8'), 720, 1440 + 720)).toBe(2);
  });
});
