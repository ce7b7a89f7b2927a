import { voicedParts } from '@backline/core/band/repertoire';
import { voicedInForm } from '@backline/core/band/voicedInForm';
import { readChart } from '@backline/core/formats/chart/index';
import { voiceLeading, type VoiceLeading } from '@backline/core/measures/voiceLeading';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { degreePcOf } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { neededDegrees } from '@backline/core/voicing/guitar/shapes';
import { bassPc } from '@backline/core/voicing/tones';
import { IDIOMS } from './charts';

/** Charts of four chords to a phrase and more: those on which every part has seams to go over. */
const CHARTS = IDIOMS.filter(([name]) => !/pushed|stops|twelve/.test(name));

const mean = (values: readonly (number | null)[]): number => {
  const known = values.filter((v) => v !== null);
  return known.reduce((sum, v) => sum + v, 0) / Math.max(1, known.length);
};

const kindOf = (song: Song, { part }: VoiceLeading): string => song.parts.find((p) => p.id === part)!.kind;

/** By kind what the parts of a style do, over all charts. */
function inStyle(style: string): Map<string, { inside: number; seams: number }> {
  const heard = CHARTS.map(([, make]) => make(style)).flatMap((song) =>
    voiceLeading(song, OURS).map((led) => ({ kind: kindOf(song, led), ...led })),
  );
  return new Map(
    [...new Set(heard.map(({ kind }) => kind))].map((kind) => {
      const own = heard.filter((led) => led.kind === kind);
      return [
        kind,
        { inside: mean(own.map((led) => led.inside)), seams: mean(own.map((led) => led.seams)) },
      ] as const;
    }),
  );
}

describe('how far voices go', () => {
  it('no part of any style leaps, from chord to chord or from one playing to the next', () => {
    const far: string[] = [];
    for (const { id } of OURS.styles.all) {
      for (const [kind, { inside, seams }] of inStyle(id)) {
        // Full shapes move as a hand does, and a guitar with the root below goes with it.
        const [most, mostAtSeams] = kind === 'guitar' ? [2, 2.1] : [1.6, 1.7];
        if (inside > most || seams > mostAtSeams)
          far.push(`${id} ${kind} ${inside.toFixed(2)} ${seams.toFixed(2)}`);
      }
    }
    expect(far).toEqual([]);
  });

  it('a guitar of few strings loses no tone that says what the chord is, and has the root where no bass does', () => {
    const style = OURS.styles.all.find((s) => s.parts['guitar']?.settings.voices === 4)!;
    for (const [, make] of CHARTS) {
      const song = make(style.id);
      const guitar = voicedParts(song, OURS).find((p) => p.kind === 'guitar')!;
      const chords = song.form.flatMap(({ section }) =>
        song.sections.find((s) => s.id === section)!.drafts[0]!.chords.filter((c) => c.symbol !== null),
      );
      const shown = voicedInForm(song, OURS, guitar.id)
        .flatMap(({ voicings }) => voicings)
        .filter(({ pitches }) => pitches.length);
      expect(shown).toHaveLength(chords.length);
      shown.forEach(({ pitches, frets }, i) => {
        const chord = parseChord(chords[i]!.symbol!);
        const pcs = pitches.map((p) => p % 12);
        expect(frets!.filter((f) => f !== null).length).toBeLessThanOrEqual(4);
        // Four strings hold the four tones that say most.
        for (const degree of neededDegrees(chord)
          .filter((d) => d !== '1')
          .slice(0, 3)) {
          expect(pcs).toContain(degreePcOf(chord, degree));
        }
      });
      const without = { ...song, parts: song.parts.filter((p) => p.kind !== 'bass') };
      voicedInForm(without, OURS, guitar.id)
        .flatMap(({ voicings }) => voicings)
        .filter(({ pitches }) => pitches.length)
        .forEach(({ pitches }, i) => {
          expect(pitches[0]! % 12).toBe(bassPc(parseChord(chords[i]!.symbol!)));
        });
    }
  });

  it('a section goes on from the one before it, unless every playing of it is told exactly alike', () => {
    const base = readChart(
      'title: x\nstyle: quayside\n[Verse]\nC | F | C | G\n[Chorus]\nDm | G | C | C',
      OURS,
    );
    const keys = base.parts.find((p) => p.kind === 'keys')!;
    /** The first chord of the chorus, where the verse ended on a voicing set by hand. */
    const chorusAfter = (ended: number[], repeatVariation: 'a little' | 'exactly') => {
      const song = structuredClone(base);
      song.sections[0]!.drafts[0]!.chords[3]!.voicing = ended;
      song.parts = song.parts.map((p) => ({ ...p, settings: { ...p.settings, repeatVariation } }));
      return voicedInForm(song, OURS, keys.id)[1]!.voicings[0]!.pitches;
    };
    const [high, low] = [
      [74, 79, 83, 86],
      [43, 50, 55, 59],
    ];
    expect(chorusAfter(high!, 'a little')).not.toEqual(chorusAfter(low!, 'a little'));
    expect(chorusAfter(high!, 'exactly')).toEqual(chorusAfter(low!, 'exactly'));
  });
});
