/** Of whom takes can be asked, and what is asked of them. */
import { useMemo } from 'react';
import { rankPlayers } from '@backline/core/ranking/players';
import type { Part, Settings, Song } from '@backline/core/song/schema';
import { isInFront } from '@backline/core/style/kind';
import type { PlayerFile } from '@backline/core/style/player';
import { kindHere, partKind, repertoire, settingsIn, usePlayed } from '../../state/repertoire';
import type { Asked } from './asked';

/** Whether a part leads: its lines stand in front of the band. */
export function isLead(part: Part): boolean {
  const kind = partKind(part);
  return kind !== null && isInFront(kind);
}

/** Of a player's settings, those by which he plays; whether the part plays at all is no matter of his. */
function settingsOf({ on: _on, ...settings }: Settings): Settings {
  return settings;
}

/** Players of a part's own kind, then those whose way of soloing it can take up on its own instrument. */
export function usePlayersFor(song: Song, part: Part): readonly PlayerFile[] {
  const all = usePlayed((s) => s.all) ?? repertoire();
  return useMemo(() => {
    const ranked = (isAsked: (player: PlayerFile) => boolean) =>
      rankPlayers(all.players.filter(isAsked), song, all).map(({ item }) => item);
    const stepsOut = partKind(part)?.pitched === true && !isLead(part);
    return [
      ...ranked(({ kind }) => kind === part.kind),
      ...(stepsOut ? ranked(({ kind }) => kindHere(kind)?.role === 'lead') : []),
    ];
  }, [all, part, song]);
}

/** What is asked: of a player, or of the part as it is set; over it what the writer wants. */
export function askedOf(
  song: Song,
  part: Part,
  file: PlayerFile | undefined,
  wanted: Settings = {},
  beside: Asked['beside'] = null,
): Asked {
  const kind = partKind(part);
  const isOther = file !== undefined && file.kind !== part.kind;
  return {
    player: file?.id ?? null,
    kind: isOther ? file.kind : null,
    settings: {
      ...(file && settingsOf(file.settings)),
      // Who steps out plays his own instrument.
      ...(isOther && kind && { instrument: settingsIn(song, kind, part, null).instrument }),
      ...wanted,
    },
    wanted,
    beside,
  };
}
