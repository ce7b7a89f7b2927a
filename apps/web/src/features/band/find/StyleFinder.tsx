import { useMemo, useRef } from 'react';
import { bringStyle, endsWith, missingFrom } from '@backline/core/edits/style';
import { anotherOf } from '@backline/core/ranking/find';
import { genresOf } from '@backline/core/ranking/genres';
import { rankStyles, stylesAsked } from '@backline/core/ranking/rank';
import { songFacts } from '@backline/core/ranking/song';
import type { Song } from '@backline/core/song/schema';
import { change } from '../../../state/openSong';
import { kindHere, repertoire, styleName, usePlayed } from '../../../state/repertoire';
import { tryOut, useTrying } from '../../../state/trying';
import { FindSheet, askedIn, type Entry, type Wanted } from './FindSheet';
import { Words } from '../../../components/Words';

/** What a style brings and what it leaves, in one sentence. */
function inASentence(song: Song, id: string): string {
  const players = missingFrom(song, id, repertoire()).map((one) =>
    typeof one === 'string' ? (kindHere(one)?.name ?? one) : one.name,
  );
  const brings = [
    'patterns',
    'groove',
    ...players.map((name) => name.toLowerCase()),
    ...(endsWith(song, id, repertoire()) ? ['way to end'] : []),
  ];
  const last = brings.pop()!;
  return `${styleName(id)} brings its ${brings.join(', ')} and ${last}; your chords, voicings, parts and all you set yourself stay.`;
}

/** Any style, tried with its band in the song before it is kept. */
export function StyleFinder({ song, onClose }: { song: Song; onClose: () => void }) {
  const throws = useRef(0);
  const tried = useTrying((s) => s.id);
  const all = usePlayed((s) => s.all) ?? repertoire();
  const own = usePlayed((s) => s.documents);
  const facts = useMemo(() => songFacts(song, all), [song, all]);
  const ranked = useMemo(() => rankStyles(all.styles.all, facts), [all, facts]);
  const genres = useMemo(() => [...new Set(all.styles.all.flatMap(genresOf))].sort(), [all]);
  const isOwn = (id: string): boolean => own.some((document) => document.id === id);
  const find = (wanted: Wanted): Entry[] =>
    stylesAsked(all.styles.all, facts, askedIn(wanted)).map(({ item, because, reasons }) => ({
      id: item.id,
      name: item.name,
      facts: `${isOwn(item.id) ? 'Yours. ' : ''}${item.about} ${item.metres.includes(song.metre) ? song.metre : item.metres[0]}, ${item.tempo[0]} to ${item.tempo[1]}`,
      because,
      reasons,
    }));
  return (
    <FindSheet
      title="Styles"
      family="style"
      scope={null}
      part={null}
      inHand={song.style}
      genres={genres}
      hasEnergy={false}
      find={find}
      onTry={(id) => tryOut(id, bringStyle(id, repertoire()), null)}
      onKeep={(id) => change(bringStyle(id, repertoire()))}
      onClose={onClose}
      canBeAlone={false}
      tried={(id) => <Words size="words">{inASentence(song, id)}</Words>}
      ways={[
        {
          label: 'Another that fits',
          icon: 'dice-multiple-outline',
          next: () => anotherOf(ranked, tried ?? song.style, song.seed * 1000 + throws.current++)?.id ?? null,
        },
      ]}
    />
  );
}
