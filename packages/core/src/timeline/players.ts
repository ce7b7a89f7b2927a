/** Who plays in each playing of a section, and by which settings. */
import type { Part, Song } from '../song/schema';
import type { KindFacts, KindSet } from '../style/kind';
import type { Style } from '../style/schema';
import type { Player } from './doubles';
import type { Pass } from './passes';
import { inRhythm } from './rhythm';
import { stretchesOf, type Stretch } from './settings';

interface Known {
  readonly of: readonly unknown[];
  readonly stretches: readonly Stretch[];
}

/** Stretches as they were resolved last, by part and playing: an edit of chords leaves them the very same. */
const known = new WeakMap<Part, Map<string, Known>>();
const MOST_PLAYINGS = 4000;

function resolved(kind: KindFacts, style: Style, song: Song, part: Part, pass: Pass): readonly Stretch[] {
  const { section, settings, length } = pass;
  const own = [section.settings[part.id], section.cues, section.together, settings[part.id], length];
  const of = [kind, style, song.groove, song.together, ...own];
  let playings = known.get(part);
  if (!playings || playings.size > MOST_PLAYINGS) known.set(part, (playings = new Map()));
  const playing = `${pass.entry}/${pass.repeat}`;
  const found = playings.get(playing);
  if (found && of.every((value, i) => value === found.of[i])) return found.stretches;
  const stretches = stretchesOf(kind, style, song, part, pass);
  playings.set(playing, { of, stretches });
  return stretches;
}

/** By playing and part; null for a part of a kind that is not at hand. */
export const playersOf = (
  song: Song,
  kinds: KindSet,
  style: Style,
  passes: readonly Pass[],
): (Player | null)[][] =>
  passes.map((pass) =>
    inRhythm(
      song.parts.map((part) => {
        const kind = kinds.get(part.kind);
        return kind ? { kind, stretches: resolved(kind, style, song, part, pass) } : null;
      }),
      song.parts.map((p) => p.id),
    ),
  );
