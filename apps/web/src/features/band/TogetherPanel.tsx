import { StyleSheet, View } from 'react-native';
import { POINTS, pointsOf, type Points } from '@backline/core/ensemble/terms';
import { setTogether } from '@backline/core/edits/together';
import { REPEAT_VARIATION_CHOICES } from '@backline/core/song/settings/playing';
import type { Section, Song } from '@backline/core/song/schema';
import { Choices } from '../../components/Choices';
import { useBand } from '../../state/band';
import { SwitchLine } from '../../components/SwitchLine';
import { change } from '../../state/openSong';
import { TYPE } from '../../theme/styles';
import { TOUCH } from '../../theme/tokens';
import { Words } from '../../components/Words';

/** Each point with its name and, for the song as a whole, what it means. */
const NAMES: { readonly [point in keyof Points]: readonly [name: string, means: string] } = {
  anticipations: ['Chords felt early', 'Now and then all take a chord an eighth early.'],
  marks: ['Pushes and stops', 'Drums mark pushed chords; where there is no chord nobody plays.'],
  lock: ['Bass and kick', 'The bass strikes where the kick does.'],
  registers: ['Room for each other', 'Each part keeps to its own place; the lead lies on top.'],
  shape: ['Strong and soft', 'Verses stand under choruses, and each section grows.'],
  fills: ['Fills', 'The drums lead into repeats, sections and the end.'],
  arc: ['Arc of the song', 'Few begin, others come in one by one, and the last chorus has all.'],
};

interface TogetherPanelProps {
  readonly song: Song;
  /** The section it is said of, or null for the whole song. */
  readonly section: Section | null;
}

/** What the players agree on: in the whole song as a rule, in a section as it turns out; each point can be let go. */
export function TogetherPanel({ song, section }: TogetherPanelProps) {
  const said = useBand((s) => s.band?.agreed.find((a) => a.section === section?.id)?.points);
  const points = pointsOf(song, section ?? {});
  // What the song says shows where the section says nothing of its own.
  const usual = section ? pointsOf(song, {}) : POINTS;
  const sectionId = section?.id ?? null;
  const repeatVariation = section?.together?.repeatVariation ?? song.together?.repeatVariation ?? 'a little';
  return (
    <View style={styles.panel}>
      <Choices
        label="Repeats of all parts"
        value={repeatVariation}
        choices={REPEAT_VARIATION_CHOICES}
        onChoose={(chosen) => change(setTogether(sectionId, { repeatVariation: chosen }))}
      />
      {(Object.keys(NAMES) as (keyof Points)[]).map((point) => {
        const [name, means] = NAMES[point];
        return (
          <View key={point} style={styles.point}>
            <View style={styles.words}>
              <Words style={styles.name}>{name}</Words>
              <Words tone="quiet" style={styles.text}>
                {points[point] ? (said?.[point] ?? means) : 'Each goes its own way.'}
              </Words>
            </View>
            <SwitchLine
              bare
              label={name}
              on={points[point]}
              onTurn={(on) =>
                void change(setTogether(sectionId, { [point]: on === usual[point] ? undefined : on }))
              }
            />
          </View>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  panel: { gap: 8, paddingTop: 4 },
  point: { flexDirection: 'row', alignItems: 'center', gap: 12, minHeight: TOUCH },
  words: { flex: 1, minWidth: 0 },
  name: TYPE.strong,
  text: TYPE.words,
});
