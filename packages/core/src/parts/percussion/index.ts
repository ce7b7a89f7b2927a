import { GM_PERCUSSION, type PERCUSSION } from '../drums/percussionMap';
import { percussionNotes } from '../drums/notes';
import { percussionPatternSchema, type PercussionPattern } from '../drums/pattern';
import { isDrawn } from '../../style/pattern';
import { defineKind } from '../kind';

const hit = (drum: keyof typeof PERCUSSION, at: number, minDensity = 1, accent = 1) => ({
  at,
  for: 0.25,
  minDensity,
  accent,
  drum,
});

const shaken = (count: number, beat: number) =>
  Array.from({ length: count }, (_, i) =>
    hit('maracas', i * 0.5, i % beat === 0 ? 1 : 2, i % beat === 0 ? 0.8 : 0.55),
  );

/** A second player beside the drums: shaken, struck by hand, clapped. */
export const percussion = defineKind<PercussionPattern>({
  id: 'percussion',
  name: 'Percussion',
  role: 'percussion',
  chordLayout: 'none',
  pitched: false,
  monophonic: false,
  lean: 0.05,
  leaves: 'first',
  range: GM_PERCUSSION,
  strict: false,
  window: 8,
  defaults: { dynamics: 'mp' },
  instruments: [],
  mix: { level: 124, pan: 102, reverbSend: 26 },
  targetLoudness: -15,
  pattern: percussionPatternSchema,
  plain: [
    {
      id: 'plain-shaken',
      name: 'Shaken',
      atChange: 'carry on',
      grids: [
        {
          beats: 4,
          of: 'quarter',
          bars: 1,
          events: [
            ...shaken(8, 2),
            hit('tambourine', 1, 3, 0.8),
            hit('tambourine', 3, 3, 0.85),
            hit('maracas', 1.75, 5, 0.4),
          ],
        },
        { beats: 3, of: 'quarter', bars: 1, events: [...shaken(6, 2), hit('tambourine', 2, 3, 0.7)] },
        { beats: 2, of: 'dotted', bars: 1, events: [...shaken(6, 3), hit('tambourine', 1.5, 3, 0.8)] },
      ],
    },
    {
      id: 'plain-hands',
      name: 'Hand drums',
      atChange: 'carry on',
      grids: [
        {
          beats: 4,
          of: 'quarter',
          bars: 1,
          events: [
            hit('mute conga', 0, 1, 0.7),
            hit('mute conga', 0.5, 4, 0.5),
            hit('mute conga', 1, 2, 0.75),
            hit('open conga', 3, 1, 0.9),
            hit('open conga', 3.5, 1, 0.9),
            hit('low conga', 2.5, 3, 0.8),
            hit('mute conga', 2, 2, 0.7),
            hit('mute conga', 1.5, 5, 0.5),
          ],
        },
        {
          beats: 3,
          of: 'quarter',
          bars: 1,
          events: [
            hit('low conga', 0, 1, 0.8),
            hit('open conga', 1, 1, 0.7),
            hit('open conga', 2, 2, 0.75),
            hit('mute conga', 2.5, 4, 0.5),
          ],
        },
        {
          beats: 2,
          of: 'dotted',
          bars: 1,
          events: [
            hit('low conga', 0, 1, 0.8),
            hit('mute conga', 0.5, 3, 0.5),
            hit('open conga', 1, 2, 0.7),
            hit('low conga', 1.5, 2, 0.8),
            hit('open conga', 2.5, 1, 0.75),
          ],
        },
      ],
    },
  ],
  controls: [],
  registers: GM_PERCUSSION,
  look: { icon: 'hand-clap', ink: '#7A7265' },
  varies: isDrawn,
  restarts: () => false,
  generate: percussionNotes,
});
