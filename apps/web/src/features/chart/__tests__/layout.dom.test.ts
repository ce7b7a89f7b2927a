import { readChart } from '@backline/core/formats/chart/index';
import { guideVoicings } from '@backline/core/voicing/guide';
import { barLabel } from '../barLabel';
import { layoutSection } from '../layout';
import { OURS } from '@backline/core/styles/index';

const lay = (bars: string, width: number) => {
  const song = readChart(`[Verse]\n${bars}`, OURS);
  return layoutSection(song.sections[0]!, song, width);
};

describe('the chart on a phone', () => {
  it('puts four bars on a line, each chord as wide as it lasts', () => {
    const { lines } = lay('C | F G | C | G | Am | F', 360);
    expect(lines.map((l) => l.bars.length)).toEqual([4, 2]);
    expect(lines[0]!.fragments.map((f) => Math.round(f.right - f.left))).toEqual([90, 45, 45, 90, 90]);
    // A short last line keeps the scale.
    expect(lines[1]!.fragments.map((f) => Math.round(f.right - f.left))).toEqual([90, 90]);
  });

  it('puts fewer on a line where the symbols would not be readable', () => {
    expect(lay('F#m7b5 B7b9b13 | Em7 A7sus4 | D | D', 360).lines[0]!.bars.length).toBeLessThan(4);
  });

  it('goes on with a held chord on the next line', () => {
    const { lines } = lay('C | F | G | Am | / / / / | C', 360);
    expect(lines[1]!.fragments[0]).toMatchObject({ begins: false, left: 0 });
    expect(lines[1]!.fragments[0]!.chord.symbol).toBe('Am');
  });
});

it('a bar is read out with its chords, their length and how the voices go', () => {
  const song = readChart('[Verse]\nEm | Bm7 A7 | / / / / | N.C.', OURS);
  const section = song.sections[0]!;
  const layout = layoutSection(section, song, 360);
  const voicings = guideVoicings(layout.chords);
  const label = (bar: number) => barLabel(section, { ...layout.lines[0]!.bars[bar]! }, bar, layout, voicings);
  expect(label(1)).toMatch(/^Verse, bar 2: B minor seven, 2 beats; voices .*; A seven, 2 beats; voices /);
  expect(label(2)).toBe('Verse, bar 3: the chord before is held');
  expect(label(3)).toBe('Verse, bar 4: no chord, 4 beats');
});
