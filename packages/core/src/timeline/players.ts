/** Who plays in each playing of a section, and by which settings. */
import { lastMade } from '../memory/lastMade';
import type { ChordEvent, Part, Song } from '../song/schema';
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

/** Which chords have settings for parts, as they were found last: most have none. */
const withSettings = new WeakMap<readonly ChordEvent[], readonly ChordEvent[]>();

/** What is set for single chords and a part, as a text. */
function setForChords(chords: readonly ChordEvent[], part: string): string {
  let found = withSettings.get(chords);
  if (!found) withSettings.set(chords, (found = chords.filter((c) => c.settings)));
  return found
    .filter((c) => c.settings![part])
    .map((c) => `${c.start},${c.length},${JSON.stringify(c.settings![part])}`)
    .join(';');
}

function resolved(kind: KindFacts, style: Style, song: Song, part: Part, pass: Pass): readonly Stretch[] {
  const { section, settings, length, cues, chords } = pass;
  const own = [
    section.settings[part.id],
    cues,
    section.together,
    settings[part.id],
    length,
    (pass.lift?.by ?? 0) !== 0,
    setForChords(chords, part.id),
  ];
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

const samePlayer = lastMade<Player>();

/** A player, the very same one where nothing about it changed. */
const playerOf = (part: Part, { entry, repeat }: Pass, kind: KindFacts, stretches: Player['stretches']) =>
  samePlayer(part, `${entry}/${repeat}`, [kind, stretches], () => ({ kind, stretches }));

const samePlayers = lastMade<readonly (Player | null)[]>();

/** By playing and part; null for a part of a kind that is not at hand. A playing in which nothing changed has the very same ones. */
export const playersOf = (
  song: Song,
  kinds: KindSet,
  style: Style,
  passes: readonly Pass[],
): (readonly (Player | null)[])[] =>
  passes.map((pass) =>
    samePlayers(pass, 'players', [kinds, style, song.groove, song.together, song.parts], () =>
      inRhythm(
        song.parts.map((part) => {
          const kind = kinds.get(part.kind);
          return kind ? playerOf(part, pass, kind, resolved(kind, style, song, part, pass)) : null;
        }),
        song.parts.map((p) => p.id),
      ),
    ),
  );
