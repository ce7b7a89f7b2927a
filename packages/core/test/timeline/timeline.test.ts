import { keyOf } from '@backline/core/theory/key';
import fc from 'fast-check';
import { readChart } from '@backline/core/formats/chart/index';
import type { Song } from '@backline/core/song/schema';
import { styleOf } from '@backline/core/band/repertoire';
import { barAt, barIndexAt, barsLength, sectionBars } from '@backline/core/time/bars';
import { expandForm } from '@backline/core/timeline/occurrences';
import { occurrenceSpans } from '@backline/core/timeline/chordSpans';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { patternOf, resolveSettings, settingsAt, settingsSpansOf } from '@backline/core/timeline/settings';
import { msToTicks, toQuarters } from '@backline/core/time/ticks';
import { STYLES, anySong, song, regionsIn } from '../support/music';
import { OURS } from '@backline/core/styles/index';

describe('time', () => {
  it('converts exactly', () => {
    expect(toQuarters(160)).toBe(0.333333);
    expect(msToTicks(500, 120)).toBe(480);
  });
});

describe('the form played out', () => {
  const read = readChart('[A] x2\nC | F\n[B]\nG\n[A]\n[C] x0\nD', OURS);

  it('has a pass for each playing, numbered, one after another', () => {
    const occurrences = expandForm(read);
    expect(occurrences.map((p) => [p.section.name, p.timesBefore, p.start / 1920, p.entersNew])).toEqual([
      ['A', 0, 0, true], ['A', 1, 2, false], ['B', 0, 4, true], ['A', 2, 5, true],
    ]); // prettier-ignore
  });

  it('passes lie end to end and their spans fill them, whatever the song', () => {
    fc.assert(
      fc.property(anySong, (s) => {
        let at = 0;
        expandForm(s).forEach((occurrence) => {
          expect(occurrence.start).toBe(at);
          expect(occurrence.length).toBe(barsLength(occurrence.bars));
          const spans = occurrenceSpans(occurrence);
          expect(spans[0]!.start).toBe(0);
          spans.forEach((span, k) => expect(span.end).toBe(spans[k + 1]?.start ?? occurrence.length));
          at += occurrence.length;
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
      ownLengths: [],
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
    const pushed = (s: Song) => expandForm(s).map((p) => occurrenceSpans(p).map((x) => x.anticipation));
    expect(pushed(song('C{push 1/8} | F{push 1/8}'))).toEqual([[0, 240]]);
    expect(pushed(song('C{for 1/16} F{push 1/2, for 15/16}'))).toEqual([[0, 60]]);
    expect(pushed(readChart('[A]\nC\n[B]\nF{push 1/4}', OURS))).toEqual([[0], [480]]);
  });

  it('a region knows of its neighbours only the first chord that follows', () => {
    const s = readChart('[A]\nC | F\n[B]\nG{push 1/8} | Am', OURS);
    const [bass] = regionsIn(s);
    expect(bass![0]!.next).toEqual({
      chord: parseChord('G'),
      key: keyOf('C'),
      anticipation: 240,
      leadIn: null,
      newSection: true,
      isChange: true,
    });
    expect(bass![1]!.next).toBeNull();
    expect(JSON.stringify(bass![0])).not.toContain('Am');
  });
});

describe('settings', () => {
  const style = STYLES[0]!;
  const kindOf = (id: string) => OURS.kinds.get(id)!;
  const base = song('C | F | G | C');

  it('have a value at every level from the style on, and a pattern the style knows', () => {
    for (const st of STYLES) {
      for (const part of base.parts) {
        const set = resolveSettings(kindOf(part.kind), st, base, part, [{ pattern: 'of-another-style' }]);
        expect(Object.values(set).every((v) => v !== undefined)).toBe(true);
        expect(set.pattern).toBe((st.parts[part.kind]?.patterns ?? kindOf(part.kind).plain)[0]!.id);
      }
    }
  });

  it('grooves mix: a part may have its own swing and keep the rest of the song', () => {
    const part = { ...base.parts[0]!, settings: { groove: { swing: 62 } } };
    const set = resolveSettings(kindOf('bass'), style, { groove: { lateness: 9 } }, part, []);
    expect([set.swing, set.lateness, set.strength]).toEqual([62, 9, style.groove.strength]);
  });

  it('cues cut a pass into stretches, each adding to the ones before', () => {
    const cues = [
      { id: 'b', at: 2 * 1920, parts: ['bass'], settings: { density: 5 } },
      { id: 'a', at: 1920, parts: ['bass', 'keys'], settings: { on: false } },
      { id: 'c', at: 3 * 1920, parts: ['keys'], settings: { density: 1 } },
    ];
    const cued = { ...base, sections: [{ ...base.sections[0]!, cues }] };
    const [occurrence] = expandForm(cued);
    const stretches = settingsSpansOf(kindOf('bass'), style, cued, cued.parts[0]!, occurrence!);
    expect(stretches.map((x) => [x.start, x.end, x.settings.on, x.settings.density])).toEqual([
      [0, 1920, true, 3], [1920, 3840, false, 3], [3840, 7680, false, 5],
    ]); // prettier-ignore
    expect(settingsAt(stretches, 2000).on).toBe(false);
  });

  it('any pattern of the library plays in any style; one that nobody has gives the style’s first', () => {
    expect(patternOf(kindOf('keys'), style, 'montuno').id).toBe('montuno');
    // What it was called before it came into the library.
    expect(patternOf(kindOf('keys'), style, 'pulse').id).toBe('quayside-pulse');
    expect(patternOf(kindOf('keys'), style, 'nothing').id).toBe(style.parts.keys!.patterns[0]!.id);
    expect(styleOf({ style: 'nothing' }, OURS).id).toBe(style.id);
  });
});
