/** Who plays in each playing of a section, and by which settings. */
import { lastMade } from '../memory/lastMade';
import type { ChordEvent, Part, Song } from '../song/schema';
import type { KindFacts, KindSet } from '../style/kind';
import type { Style } from '../style/schema';
import type { Player } from './doubles';
import type { Pass } from './passes';
import { inRhythm } from './rhythm';
import { stretchesOf } from './settings';

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

const samePlayer = lastMade<Player>();

/** A player, the very same one where nothing about it changed: an edit of chords leaves all as they were. */
function playerOf(kind: KindFacts, style: Style, song: Song, part: Part, pass: Pass): Player {
  const { section, settings, length, cues, chords, lift } = pass;
  const inPass = [section.settings[part.id], cues, section.together, settings[part.id], length];
  const of = [kind, style, song.groove, song.together, ...inPass, (lift?.by ?? 0) !== 0];
  return samePlayer(part, pass.playing, [...of, setForChords(chords, part.id)], () => ({
    kind,
    stretches: stretchesOf(kind, style, song, part, pass),
  }));
}

const samePlayers = lastMade<readonly (Player | null)[]>();

/** Who plays in a playing, by part; null for a part of a kind that is not at hand. Where nothing changed the very same ones. */
export const playersIn = (song: Song, kinds: KindSet, style: Style, pass: Pass): readonly (Player | null)[] =>
  samePlayers(pass, 'players', [kinds, style, song.groove, song.together, song.parts], () =>
    inRhythm(
      song.parts.map((part) => {
        const kind = kinds.get(part.kind);
        return kind ? playerOf(kind, style, song, part, pass) : null;
      }),
      song.parts.map((p) => p.id),
    ),
  );
