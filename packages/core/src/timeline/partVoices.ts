/** Who plays in each playing of a section, and by which settings. */
import { derived } from '../memo/derived';
import type { ChordEvent, Part, Song } from '../song/schema';
import type { KindFacts, KindSet } from '../style/kind';
import type { Style } from '../style/schema';
import type { PartVoice } from './unisonParts';
import type { Occurrence } from './occurrences';
import { goingWithOthers } from './goingWith';
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
  readonly occurrence: Parameters<typeof settingsSpansOf>[4];
}

/** A player, the very same one where nothing about it changed: an edit of chords leaves all as they were. */
const playerOf = derived(
  ({ kind, style, song, part, occurrence }: VoiceInputs): PartVoice => ({
    kind,
    settingsSpans: settingsSpansOf(kind, style, song, part, occurrence),
  }),
  { song: 1, occurrence: 3 },
);

interface VoicesInputs {
  readonly song: Song;
  readonly kinds: KindSet;
  readonly style: Style;
  readonly occurrence: Occurrence;
}

const players = derived(
  ({ song, kinds, style, occurrence }: VoicesInputs): readonly (PartVoice | null)[] => {
    const set = { groove: song.groove, together: song.together } as Song;
    const own = { ...occurrence, chords: withSettings(occurrence.chords) };
    const ids = song.parts.map((p) => p.id);
    const all = song.parts.map((part) => {
      const kind = kinds.get(part.kind);
      return kind
        ? playerOf(part, occurrence.occurrenceKey, { kind, style, song: set, part, occurrence: own })
        : null;
    });
    return goingWithOthers(inRhythm(all, ids), ids);
  },
  { song: 1 },
);

/** Who plays in a playing, by part; null for a part of a kind that is not at hand. Where nothing changed the very same ones. */
export const partVoicesIn = (
  song: Song,
  kinds: KindSet,
  style: Style,
  occurrence: Occurrence,
): readonly (PartVoice | null)[] => players(occurrence, 'players', { song, kinds, style, occurrence });
