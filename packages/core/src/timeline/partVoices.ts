/** Who plays in each playing of a section, and by which settings. */
import { derived } from '../memo/derived';
import type { ChordEvent, Part, Song } from '../song/schema';
import type { KindFacts, KindSet } from '../style/kind';
import type { Style } from '../style/schema';
import type { PartVoice } from './unisonParts';
import type { Occurrence } from './occurrences';
import { inRhythm } from './rhythm';
import { settingsSpansOf } from './settings';

/** Chords that have settings for parts: most have none. */
const withSettings = (chords: readonly ChordEvent[]): readonly ChordEvent[] =>
  chords.filter((c) => c.settings);

interface VoiceInputs {
  readonly kind: KindFacts;
  readonly style: Style;
  readonly song: Song;
  readonly part: Part;
  readonly pass: Parameters<typeof settingsSpansOf>[4];
}

/** A player, the very same one where nothing about it changed: an edit of chords leaves all as they were. */
const playerOf = derived(
  ({ kind, style, song, part, pass }: VoiceInputs): PartVoice => ({
    kind,
    stretches: settingsSpansOf(kind, style, song, part, pass),
  }),
  { song: 1, pass: 3 },
);

interface VoicesInputs {
  readonly song: Song;
  readonly kinds: KindSet;
  readonly style: Style;
  readonly pass: Occurrence;
}

const players = derived(
  ({ song, kinds, style, pass }: VoicesInputs): readonly (PartVoice | null)[] => {
    const set = { groove: song.groove, together: song.together } as Song;
    const own = { ...pass, chords: withSettings(pass.chords) };
    return inRhythm(
      song.parts.map((part) => {
        const kind = kinds.get(part.kind);
        return kind ? playerOf(part, pass.occurrenceKey, { kind, style, song: set, part, pass: own }) : null;
      }),
      song.parts.map((p) => p.id),
    );
  },
  { song: 1 },
);

/** Who plays in a playing, by part; null for a part of a kind that is not at hand. Where nothing changed the very same ones. */
export const partVoicesIn = (
  song: Song,
  kinds: KindSet,
  style: Style,
  pass: Occurrence,
): readonly (PartVoice | null)[] => players(pass, 'players', { song, kinds, style, pass });
