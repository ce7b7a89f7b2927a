import type { Scope } from '@backline/core/timeline/scopes';
import { setSettings } from '@backline/core/edits/settings';
import { rankPatterns } from '@backline/core/ranking/rank';
import { songFacts } from '@backline/core/ranking/song';
import type { Kind } from '@backline/core/parts/kind';
import type { Part, Song } from '@backline/core/song/schema';
import { patternsAtHand } from '@backline/core/timeline/settings';
import { useBand } from '../../state/band';
import { change } from '../../state/openSong';
import { playsIn, repertoire, settingsIn, songStyle } from '../../state/repertoire';
import { clearTried, tryOut } from '../../state/trying';
import { WeaveControl } from './WeaveControl';

/** The pattern beside the one in hand among those that fit: the style's own first, then the library's. */
function besideOf(song: Song, part: Part, kind: Kind, scope: Scope, way: 1 | -1): string | null {
  const all = patternsAtHand(kind, songStyle(song));
  const fitting = rankPatterns(all, songFacts(song, repertoire())).filter(({ reasons }) => !reasons.length);
  const { pattern } = settingsIn(song, kind, part, scope);
  const at = fitting.findIndex(({ item }) => item.id === pattern);
  return fitting[(at + way + fitting.length) % Math.max(1, fitting.length)]?.item.id ?? null;
}

export interface PartWeaveProps {
  readonly song: Song;
  readonly part: Part;
  readonly kind: Kind;
  readonly scope: Scope;
  /** What a tap does; left out where its page is open already. */
  readonly onOpen?: (() => void) | undefined;
}

/** A part's weave in the song, as the control of how it plays there. */
export function PartWeave({ song, part, kind, scope, onOpen }: PartWeaveProps) {
  const band = useBand((s) => s.band);
  const plays = playsIn(song, part, scope);
  // A frozen part is not pulled: nothing of it would be heard.
  if (!band || !plays.on || part.frozen) return null;
  return (
    <WeaveControl
      band={band}
      partId={part.id}
      name={part.name}
      words={`${plays.pattern}, density ${plays.density}, ${plays.dynamics}`}
      at={{ dynamics: plays.dynamics, density: plays.density }}
      onPull={(to) => tryOut(`${part.id} held`, setSettings(part.id, scope, to), part.id)}
      onRelease={(to) => {
        clearTried();
        if (to) change(setSettings(part.id, scope, to));
      }}
      onFlick={(way) => {
        const pattern = besideOf(song, part, kind, scope, way);
        if (pattern) change(setSettings(part.id, scope, { pattern }));
      }}
      onOpen={onOpen}
    />
  );
}
