import { isDrawn } from '../../style/pattern';
import { defineKind } from '../kind';
import { sectionNotes } from '../strings/notes';
import { stringsPatternSchema, type StringsPattern } from '../strings/pattern';

const stab = (at: number, minDensity: number, accent = 1) =>
  ({ at, for: 0.4, minDensity, accent, voices: 'all', legato: false }) as const;
const held = (at: number, length: number, minDensity: number) =>
  ({ at, for: length, minDensity, accent: 0.9, voices: 'all', legato: true }) as const;

/** Three or four blown voices; from a bass trombone's E2 to a high trumpet's C6 (common practice). */
export const horns = defineKind<StringsPattern>({
  id: 'horns',
  name: 'Horns',
  role: 'figure',
  chordLayout: 'voices',
  pitched: true,
  monophonic: false,
  lean: 0.3,
  leaves: 'first',
  range: [40, 84],
  strict: false,
  dependsOnNextChord: false,
  defaults: { register: 55, spread: 4, voices: 4, voicingType: 'close', dynamics: 'mf', instrument: 61 },
  instruments: [61, 56, 57, 66, 59, 60, 62],
  mix: { level: 74, pan: 92, reverbSend: 36 },
  targetLoudness: -11,
  pattern: stringsPatternSchema,
  plain: [
    {
      id: 'plain-stabs',
      name: 'Stabs',
      atChange: 'carry on',
      grids: [
        {
          beats: 4,
          of: 'quarter',
          bars: 2,
          events: [stab(0, 1, 1.1), stab(1.5, 2), stab(5.5, 2), stab(6, 3, 1.05), stab(7.5, 4), stab(3.5, 5)],
        },
        {
          beats: 3,
          of: 'quarter',
          bars: 2,
          events: [stab(0, 1, 1.1), stab(1.5, 2), stab(4, 2), stab(5, 3), stab(2.5, 5)],
        },
        {
          beats: 2,
          of: 'dotted',
          bars: 2,
          events: [stab(0, 1, 1.1), stab(2.5, 2), stab(4, 2), stab(4.5, 3, 1.05), stab(5.5, 5)],
        },
      ],
    },
    {
      id: 'plain-held',
      name: 'Held',
      atChange: 'restart',
      grids: [
        { beats: 4, of: 'quarter', bars: 1, events: [held(0, 4, 1), stab(3.5, 5)] },
        { beats: 3, of: 'quarter', bars: 1, events: [held(0, 3, 1), stab(2.5, 5)] },
      ],
    },
  ],
  controls: [
    'register',
    'spread',
    'voices',
    'voicingType',
    'richness',
    'octave',
    'length',
    'swell',
    'rhythmOf',
    'goesWith',
    'goesHow',
    'without',
  ],
  registers: [43, 67],
  look: { icon: 'saxophone', ink: '#B8860B' },
  varies: isDrawn,
  restarts: () => true,
  generate: sectionNotes,
});
