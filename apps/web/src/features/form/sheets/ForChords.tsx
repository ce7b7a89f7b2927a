import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { setForChords } from '@backline/core/edits/perChord';
import type { Kind } from '@backline/core/parts/kind';
import type { Part, Song } from '@backline/core/song/schema';
import { chordsInUse } from '@backline/core/song/inUse';
import { patternOf, patternsAtHand } from '@backline/core/timeline/settings';
import { Choices } from '../../../components/Choices';
import { Picker } from '../../../components/Picker';
import { Toggle } from '../../../components/Toggle';
import { change } from '../../../state/openSong';
import { settingsIn, songStyle } from '../../../state/repertoire';
import { Words } from '../../../components/Words';

/** What holds for the chords as for those around them. */
const AS_AROUND = 'as around';

interface ForChordsProps {
  readonly song: Song;
  readonly part: Part;
  readonly kind: Kind;
  readonly sectionId: string;
}

/** A pattern for chosen chords of a section only, and whether it begins anew at them. */
export function ForChords({ song, part, kind, sectionId }: ForChordsProps) {
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const section = song.sections.find((s) => s.id === sectionId);
  if (!section) return null;
  const chords = chordsInUse(section).filter((c) => c.symbol !== null);
  const own = chords.filter((c) => chosen.includes(c.id)).map((c) => c.settings?.[part.id] ?? {});
  const style = songStyle(song);
  const pattern = own[0]?.pattern;
  const plays = patternOf(kind, style, pattern ?? settingsIn(song, kind, part, sectionId).pattern);
  const put = (settings: Parameters<typeof setForChords>[3]): void =>
    void change(setForChords(sectionId, chosen, part.id, settings));
  return (
    <View style={styles.all}>
      <View role="group" aria-label={`Chords of ${section.name}`} style={styles.chords}>
        {chords.map((chord, i) => (
          <Toggle
            key={chord.id}
            label={`${chord.symbol!}${chord.settings?.[part.id] ? ' *' : ''}`}
            spoken={`${chord.symbol!}${chord.settings?.[part.id] ? ' *' : ''}, chord ${i + 1}`}
            on={chosen.includes(chord.id)}
            onPress={() =>
              setChosen(
                chosen.includes(chord.id) ? chosen.filter((id) => id !== chord.id) : [...chosen, chord.id],
              )
            }
          />
        ))}
      </View>
      {chosen.length ? (
        <>
          <Picker
            label="Pattern"
            value={pattern ? patternOf(kind, style, pattern).id : AS_AROUND}
            choices={[
              { value: AS_AROUND, label: 'As around it' },
              ...patternsAtHand(kind, style).map((p) => ({ value: p.id, label: p.name })),
            ]}
            onChoose={(value) => put({ pattern: value === AS_AROUND ? undefined : value })}
          />
          {kind.restarts(plays) ? (
            <Choices
              label="At the change"
              value={own[0]?.atChange ?? AS_AROUND}
              choices={[
                { value: AS_AROUND, label: 'As around it' },
                { value: 'restart', label: 'Restart' },
                { value: 'carry on', label: 'Carry on' },
              ]}
              onChoose={(value) =>
                put({ atChange: value === 'restart' || value === 'carry on' ? value : undefined })
              }
            />
          ) : null}
        </>
      ) : (
        <Words size="words" tone="quiet">
          Choose chords; those with a pattern of their own have a star.
        </Words>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: 6 },
  chords: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
});
