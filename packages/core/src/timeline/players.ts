/** Who plays in each playing of a section, and by which settings. */
import { derived } from '../memory/derived';
import type { ChordEvent, Part, Song } from '../song/schema';
import type { KindFacts, KindSet } from '../style/kind';
import type { Style } from '../style/schema';
import type { Player } from './doubles';
import type { Pass } from './passes';
import { inRhythm } from './rhythm';
import { stretchesOf } from './settings';

/** Chords that have settings for parts: most have none. */
const withSettings = (chords: readonly ChordEvent[]): readonly ChordEvent[] =>
  chords.filter((c) => c.settings);

interface Playing {
  readonly kind: KindFacts;
  readonly style: Style;
  readonly song: Song;
  readonly part: Part;
  readonly pass: Parameters<typeof stretchesOf>[4];
}

/** A player, the very same one where nothing about it changed: an edit of chords leaves all as they were. */
const playerOf = derived(
  ({ kind, style, song, part, pass }: Playing): Player => ({
    kind,
    stretches: stretchesOf(kind, style, song, part, pass),
  }),
  { song: 1, pass: 3 },
);

interface Band {
  readonly song: Song;
  readonly kinds: KindSet;
  readonly style: Style;
  readonly pass: Pass;
}

const players = derived(
  ({ song, kinds, style, pass }: Band): readonly (Player | null)[] => {
    const set = { groove: song.groove, together: song.together } as Song;
    const own = { ...pass, chords: withSettings(pass.chords) };
    return inRhythm(
      song.parts.map((part) => {
        const kind = kinds.get(part.kind);
        return kind ? playerOf(part, pass.playing, { kind, style, song: set, part, pass: own }) : null;
      }),
      song.parts.map((p) => p.id),
    );
  },
  { song: 1 },
);

/** Who plays in a playing, by part; null for a part of a kind that is not at hand. Where nothing changed the very same ones. */
export const playersIn = (song: Song, kinds: KindSet, style: Style, pass: Pass): readonly (Player | null)[] =>
  players(pass, 'players', { song, kinds, style, pass });
