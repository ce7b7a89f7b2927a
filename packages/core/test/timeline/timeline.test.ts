import fc from 'fast-check';
import { readChart } from '@backline/core/formats/chart/index';
import type { Song } from '@backline/core/song/schema';
import { STYLES, patternOf, styleOf } from '@backline/core/style/index';
import { barAt, barIndexAt, barsLength, sectionBars } from '@backline/core/timeline/bars';
import { expandForm } from '@backline/core/timeline/passes';
import { passSpans, regionsOf } from '@backline/core/timeline/region';
import { resolveSettings, settingsAt, stretchesOf } from '@backline/core/timeline/settings';
import { METRE_NAMES, barTicks, beatsPerBar, msToTicks, toBeats } from '@backline/core/timeline/time';
import { anySong, song } from '../support/music';

describe('time', () => {
  it('knows its metres and converts exactly', () => {
    expect(METRE_NAMES.map(beatsPerBar)).toEqual([2, 3, 4, 5, 6, 7]);
    expect(barTicks('3/4')).toBe(1440);
    expect(toBeats(160)).toBe(0.333333);
    expect(msToTicks(500, 120)).toBe(480);
  });
});

describe('the form played out', () => {
  const read = readChart('[A] x2\nC | F\n[B]\nG\n[A]\n[C] x0\nD');

  it('has a pass for each playing, numbered, one after another', () => {
    const passes = expandForm(read);
    expect(passes.map((p) => [p.section.name, p.index, p.start / 1920, p.entersNew])).toEqual([
      ['A', 0, 0, true], ['A', 1, 2, false], ['B', 0, 4, true], ['A', 2, 5, true],
    ]); // prettier-ignore
  });

  it('passes lie end to end and their spans fill them, whatever the song', () => {
    fc.assert(
      fc.property(anySong, (s) => {
        let at = 0;
        expandForm(s).forEach((pass, i) => {
          expect(pass.start).toBe(at);
          expect(pass.length).toBe(barsLength(pass.bars));
          const spans = passSpans(pass, i === 0);
          expect(spans[0]!.start).toBe(0);
          spans.forEach((span, k) => expect(span.end).toBe(spans[k + 1]?.start ?? pass.length));
          at += pass.length;
        });
      }),
      { numRuns: 40 },
    );
  });
});

describe('bars', () => {
  const bars = sectionBars(
    {
      bars: 4,
      changes: [
        { bar: 1, metre: '3/4' },
        { bar: 3, key: 'D', tempo: 90 },
      ],
    },
    { key: 'C', metre: '4/4', tempo: 120 },
  );

  it('take on changes from their bar on', () => {
    expect(bars.map((b) => [b.start, b.metre, b.key, b.tempo])).toEqual([
      [0, '4/4', 'C', 120], [1920, '3/4', 'C', 120], [3360, '3/4', 'C', 120], [4800, '3/4', 'D', 90],
    ]); // prettier-ignore
  });

  it('are found by tick, and beyond their ends the first and the last', () => {
    expect([-5, 0, 1919, 1920, 4799, 99_999].map((t) => barIndexAt(bars, t))).toEqual([0, 0, 0, 1, 2, 3]);
    expect(barAt(bars, 4800).key).toBe('D');
  });
});

describe('spans', () => {
  it('a push cannot reach back past the chord before, nor before the song', () => {
    const pushed = (s: Song) => expandForm(s).map((p, i) => passSpans(p, i === 0).map((x) => x.push));
    expect(pushed(song('C{push 1/8} | F{push 1/8}'))).toEqual([[0, 240]]);
    expect(pushed(song('C{for 1/16} F{push 1/2, for 15/16}'))).toEqual([[0, 119]]);
    expect(pushed(readChart('[A]\nC\n[B]\nF{push 1/4}'))).toEqual([[0], [480]]);
  });

  it('a region knows of its neighbours only the first chord that follows', () => {
    const s = readChart('[A]\nC | F\n[B]\nG{push 1/8} | Am');
    const [bass] = regionsOf(s, styleOf(s.style), expandForm(s));
    expect(bass![0]!.next).toEqual({ symbol: 'G', key: 'C', push: 240, newSection: true });
    expect(bass![1]!.next).toBeNull();
    expect(JSON.stringify(bass![0])).not.toContain('Am');
  });
});

describe('settings', () => {
  const style = STYLES[0]!;
  const base = song('C | F | G | C');

  it('have a value at every level from the style on, and a pattern the style knows', () => {
    for (const st of STYLES) {
      for (const part of base.parts) {
        const set = resolveSettings(st, base, part, [{ pattern: 'of-another-style' }]);
        expect(Object.values(set).every((v) => v !== undefined)).toBe(true);
        expect(set.pattern).toBe(st.parts[part.kind].patterns[0]!.id);
      }
    }
  });

  it('grooves mix: a part may have its own swing and keep the rest of the song', () => {
    const part = { ...base.parts[0]!, settings: { groove: { swing: 62 } } };
    const set = resolveSettings(style, { groove: { timing: 9 } }, part, []);
    expect([set.swing, set.timing, set.strength]).toEqual([62, 9, style.groove.strength]);
  });

  it('cues cut a pass into stretches, each adding to the ones before', () => {
    const cues = [
      { id: 'b', bar: 2, part: 'bass', settings: { density: 5 } },
      { id: 'a', bar: 1, part: 'bass', settings: { on: false } },
      { id: 'c', bar: 3, part: 'keys', settings: { density: 1 } },
    ];
    const cued = { ...base, sections: [{ ...base.sections[0]!, cues }] };
    const [pass] = expandForm(cued);
    const stretches = stretchesOf(style, cued, cued.parts[0]!, pass!);
    expect(stretches.map((x) => [x.start, x.end, x.settings.on, x.settings.density])).toEqual([
      [0, 1920, true, 3], [1920, 3840, false, 3], [3840, 7680, false, 5],
    ]); // prettier-ignore
    expect(settingsAt(stretches, 2000).on).toBe(false);
  });

  it('a pattern unknown to a style gives its first', () => {
    expect(patternOf(style, 'keys', 'pulse').id).toBe('pulse');
    expect(patternOf(style, 'keys', 'nothing').id).toBe(style.parts.keys.patterns[0]!.id);
    expect(styleOf('nothing').id).toBe(style.id);
  });
});
