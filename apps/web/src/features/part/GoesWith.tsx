import { GOES_HOW, type GoesHow } from '@backline/core/song/choices';
import type { Part, Settings, Song } from '@backline/core/song/schema';
import type { Resolved } from '@backline/core/timeline/settings';
import { Choices } from '../../components/Choices';
import { Picker } from '../../components/Picker';
import { Words } from '../../components/Words';
import { partKind } from '../../state/repertoire';
import { GOES_HOW_WORDS } from './goesHowWords';

export interface GoesWithProps {
  readonly song: Song;
  readonly part: Part;
  readonly set: Resolved;
  readonly put: (settings: Settings) => void;
}

const NOBODY = '';

/** Whether a part goes, by what is set for the song, with another that is asked for, directly or by way of others. */
function leadsTo(song: Song, from: Part, to: string, seen: readonly string[] = []): boolean {
  const next = song.parts.find(({ id }) => id === from.settings.goesWith);
  if (!next || seen.includes(next.id)) return false;
  return next.id === to || leadsTo(song, next, to, [...seen, next.id]);
}

/** Those with whom a part can go: of the pitched ones whoever does not go with it. */
export const canGoWith = (song: Song, part: Part): readonly Part[] =>
  song.parts.filter((one) => one.id !== part.id && partKind(one)?.pitched && !leadsTo(song, one, part.id));

/** With whom a part goes, and how: in its gaps, or as a second line to it. */
export function GoesWith({ song, part, set, put }: GoesWithProps) {
  const others = canGoWith(song, part);
  const other = song.parts.find(({ id }) => id === set.goesWith && id !== part.id);
  if (!others.length && !other) return null;
  const offered = other && !others.includes(other) ? [...others, other] : others;
  return (
    <>
      <Picker
        label="Goes with"
        value={other?.id ?? NOBODY}
        choices={[
          { value: NOBODY, label: 'nobody: it plays its pattern' },
          ...offered.map(({ id, name }) => ({ value: id, label: name })),
        ]}
        onChoose={(id) => put(id === NOBODY ? { goesWith: undefined, goesHow: undefined } : { goesWith: id })}
      />
      {other ? (
        <>
          <Choices<GoesHow>
            label={`How it goes with ${other.name}`}
            value={set.goesHow}
            choices={GOES_HOW.map((value) => ({ value, label: GOES_HOW_WORDS[value] }))}
            onChoose={(goesHow) => put({ goesHow })}
          />
          <Words size="words" tone="quiet">
            {set.goesHow === 'in its gaps'
              ? `It plays its pattern where ${other.name} rests for a beat or longer.`
              : `It follows ${other.name} note for note, whatever that comes to play. Where ${other.name} rests, so does it.`}
          </Words>
        </>
      ) : null}
    </>
  );
}
