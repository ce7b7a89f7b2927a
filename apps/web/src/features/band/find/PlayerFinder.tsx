import { useMemo, useRef } from 'react';
import { playAs } from '@backline/core/edits/parts';
import { anotherOf } from '@backline/core/ranking/find';
import { factsOfPlayer, isPlayerAsked, playerInHand, rankPlayers } from '@backline/core/ranking/players';
import { GM_PROGRAMS } from '@backline/core/song/generalMidi';
import type { Part, Song } from '@backline/core/song/schema';
import type { PlayerFile } from '@backline/core/style/player';
import { change } from '../../../state/openSong';
import { partKind, repertoire, settingsIn, usePlayed } from '../../../state/repertoire';
import { tryOut, useTrying } from '../../../state/trying';
import { FindSheet, askedIn, type Entry, type Wanted } from './FindSheet';

/** Players for a part, the shipped soloists and those the writer kept: heard in the song before one takes its place. */
export function PlayerFinder({
  song,
  part,
  onClose,
}: {
  readonly song: Song;
  readonly part: Part;
  readonly onClose: () => void;
}) {
  const all = usePlayed((s) => s.all) ?? repertoire();
  const own = usePlayed((s) => s.documents);
  const throws = useRef(0);
  const tried = useTrying((s) => s.id);
  const ranked = useMemo(() => {
    const players = all.players.filter(({ kind }) => kind === part.kind);
    return rankPlayers(players, song, all);
  }, [all, song, part.kind]);
  const players = ranked.map(({ item }) => item);
  const kind = partKind(part);
  const inHand = (kind && playerInHand(part.kind, settingsIn(song, kind, part, null), players)?.id) ?? '';
  const genres = [...new Set(players.flatMap((item) => factsOfPlayer(item, all)?.genres ?? []))].sort();
  const instruments = [...new Set(players.map(({ settings }) => settings.instrument ?? 0))].sort(
    (a, b) => a - b,
  );
  const inALine = (item: PlayerFile): string => {
    const { instrument = 0 } = item.settings;
    const { tempo, genres: of } = factsOfPlayer(item, all)!;
    const yours = own.some(({ id }) => id === item.id) ? 'Yours. ' : '';
    return `${yours}${GM_PROGRAMS[instrument]} · ${item.about} ${of.slice(0, 3).join(', ')}, ${tempo[0]} to ${tempo[1]}`;
  };
  const find = (wanted: Wanted): Entry[] =>
    ranked
      .filter(({ item }) => isPlayerAsked(item, askedIn(wanted), all))
      .map(({ item, reasons }) => ({ id: item.id, name: item.name, facts: inALine(item), reasons }));
  const editTo = (id: string) =>
    playAs(
      part.id,
      players.find((one) => one.id === id)!,
    );
  return (
    <FindSheet
      title={`Players for ${part.name}`}
      family={`player/${part.kind}`}
      scope={null}
      part={part.id}
      inHand={inHand}
      genres={genres}
      instruments={instruments}
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
      ]}
    />
  );
}
