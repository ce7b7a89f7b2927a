import { defineKind } from '../kind';
import { GM_PERCUSSION } from './percussionMap';
import { drumsNotes } from './notes';
import { drumsPatternSchema, kicksOf, type DrumsPattern } from './pattern';

const hit = (drum: 'kick' | 'snare' | 'closed hat', at: number, minDensity = 1, accent = 1) =>
  ({ at, for: 0.25, minDensity, accent, drum }) as const;

export const drums = defineKind<DrumsPattern>({
  id: 'drums',
  name: 'Drums',
  role: 'beat',
  chordLayout: 'none',
  pitched: false,
  monophonic: false,
  lean: 0.05,
  range: GM_PERCUSSION,
  strict: false,
  window: 8,
  defaults: {},
  instruments: [],
  mix: { level: 107, pan: 64, reverbSend: 20 },
  targetLoudness: -6,
  pattern: drumsPatternSchema,
  plain: [
    {
      id: 'plain-beat',
      name: 'Plain beat',
      atChange: 'carry on',
      grids: [
        {
          beats: 4,
          of: 'quarter',
          bars: 1,
          events: [
            ...[0, 1, 2, 3].map((at) => hit('closed hat', at, 1, 0.8)),
            ...[0.5, 1.5, 2.5, 3.5].map((at) => hit('closed hat', at, 3, 0.6)),
            hit('kick', 0),
            hit('kick', 2, 2),
            hit('snare', 1),
            hit('snare', 3),
          ],
        },
        {
          beats: 2,
          of: 'dotted',
          bars: 1,
          events: [
            ...[0, 0.5, 1, 1.5, 2, 2.5].map((at) => hit('closed hat', at, at % 1.5 === 0 ? 1 : 2, 0.7)),
            hit('kick', 0),
            hit('snare', 1.5),
          ],
        },
      ],
      fill: [hit('snare', 0), hit('snare', 0.5, 2, 0.8), hit('snare', 1), hit('snare', 1.5, 1, 1.1)],
    },
  ],
  controls: ['cymbal', 'backbeat'],
  registers: GM_PERCUSSION,
  look: { icon: 'circle-double', ink: null },
  varies: () => true,
  restarts: () => false,
  skeleton: (pattern) => kicksOf(pattern as DrumsPattern),
  generate: drumsNotes,
});
