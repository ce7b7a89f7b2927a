import type { Scope } from '@backline/core/timeline/scopes';
import { useMemo, useRef } from 'react';
import { setSettings } from '@backline/core/edits/settings';
import { anotherOf, isPatternAsked, moreLike, opposites } from '@backline/core/ranking/find';
import { factsOf, rankPatterns } from '@backline/core/ranking/rank';
import { songFacts } from '@backline/core/ranking/song';
import type { Kind } from '@backline/core/parts/kind';
import type { Part, Song } from '@backline/core/song/schema';
import type { Pattern } from '@backline/core/style/pattern';
import { patternOf, patternsAtHand, patternsOf } from '@backline/core/timeline/settings';
import { change } from '../../../state/openSong';
import { repertoire, settingsIn, songStyle } from '../../../state/repertoire';
import { tryOut, useTrying } from '../../../state/trying';
import { FindSheet, askedIn, type Entry, type Wanted } from './FindSheet';

export interface PatternFinderProps {
  readonly song: Song;
  readonly part: Part;
  readonly kind: Kind;
  /** The section it is for, or null for the whole song. */
  readonly scope: Scope;
  readonly onClose: () => void;
}

/** What a pattern is, in a line. */
function inALine(pattern: Pattern, isOwn: boolean): string {
  const { genres, energy, tempo, leaves } = factsOf(pattern);
  const own = isOwn ? 'of this style · ' : '';
  return `${own}${genres.slice(0, 3).join(', ')} · energy ${energy} of 5 · ${tempo[0]} to ${tempo[1]} · leaves ${leaves}`;
}

/** Any pattern of a kind of part, tried in the song before it is kept. */
export function PatternFinder({ song, part, kind, scope, onClose }: PatternFinderProps) {
  const style = songStyle(song);
  const own = patternsOf(kind, style);
  const { pattern: inHand } = settingsIn(song, kind, part, scope);
  const throws = useRef(0);
  const tried = useTrying((s) => s.id);
  const ranked = useMemo(
    () => rankPatterns(patternsAtHand(kind, style), songFacts(song, repertoire())),
    [song, kind, style],
  );
  const find = (wanted: Wanted): Entry[] =>
    ranked
      .filter(({ item }) => isPatternAsked(item, askedIn(wanted)))
      .map(({ item, reasons }) => ({
        id: item.id,
        name: item.name,
        facts: inALine(item, own.includes(item)),
        reasons,
      }));
  const genres = useMemo(
    () => [...new Set(ranked.flatMap(({ item }) => factsOf(item).genres))].sort(),
    [ranked],
  );
  const editTo = (pattern: string) => setSettings(part.id, scope, { pattern });
  const from = (): Pattern => patternOf(kind, style, tried ?? inHand);
  const fitting = ranked.filter(({ reasons }) => reasons.length === 0).map(({ item }) => item);
  return (
    <FindSheet
      title={`Patterns for ${part.name}`}
      family={kind.id}
      scope={scope}
      part={part.id}
      inHand={inHand}
      genres={genres}
      hasEnergy
      find={find}
      onTry={(id) => tryOut(id, editTo(id), part.id)}
      onKeep={(id) => change(editTo(id))}
      onClose={onClose}
      canBeAlone
      ways={[
        {
          label: 'Another that fits',
          icon: 'dice-multiple-outline',
          next: () => anotherOf(ranked, tried ?? inHand, song.seed * 1000 + throws.current++)?.id ?? null,
        },
        {
          label: 'More like it',
          icon: 'approximately-equal',
          next: () => moreLike(from(), fitting)[0]?.id ?? null,
        },
        {
          label: 'Its opposite',
          icon: 'swap-horizontal',
          next: () => opposites(from(), fitting)[0]?.id ?? null,
        },
      ]}
    />
  );
}
