import { StyleSheet, View } from 'react-native';
import { counted } from '@backline/core/song/listed';
import type { Song } from '@backline/core/song/schema';
import { sectionBars, wholeBar, type Bar } from '@backline/core/time/bars';
import { sectionOfScope, type Scope } from '@backline/core/timeline/scopes';
import { patternOf, type Resolved } from '@backline/core/timeline/settings';
import { Button } from '../../components/Button';
import { Toggle } from '../../components/Toggle';
import { songStyle } from '../../state/repertoire';
import { leaders } from './RhythmOf';
import type { Setting } from './setting';
import { SettingsOf } from './SettingControl';
import { Words } from '../../components/Words';

/** What of the steps is set, in a few words. */
export const stepFacts = ({ order, rate, octaves }: Resolved): string | undefined => {
  const facts = [order, rate, octaves && counted(octaves, 'octave')].filter(Boolean);
  return facts.length ? facts.join(', ') : undefined;
};

/** The longest bar of a place has all of its steps. */
function longestBar(song: Song, scope: Scope): Pick<Bar, 'groups' | 'length'> {
  const section = song.sections.find((s) => s.id === sectionOfScope(song, scope));
  const bars = section ? sectionBars(section, song) : [];
  return bars.reduce<Pick<Bar, 'groups' | 'length'>>(
    (a, b) => (b.length > a.length ? b : a),
    bars[0] ?? wholeBar(song.metre, song.key),
  );
}

/** How many steps stand in a row, as they fall on the beats: threes where a beat has three, fours where the bar has. */
function widthOf(count: number, beats: number): number {
  if ((count / beats) % 3 === 0) return 3;
  if (count % 4 === 0) return 4;
  return count % 6 === 0 ? 6 : count % 3 === 0 ? 3 : 4;
}

function inRows(count: number, beats: number): readonly (readonly number[])[] {
  const width = widthOf(count, beats);
  const all = Array.from({ length: count }, (_, step) => step);
  return Array.from({ length: Math.ceil(count / width) }, (_, row) =>
    all.slice(row * width, (row + 1) * width),
  );
}

/** The steps of a bar, each of which can rest. */
function Rests({ song, kind, scope, set, put }: Setting) {
  const pattern = patternOf(kind, songStyle(song), set.pattern);
  const bar = longestBar(song, scope);
  const beats = bar.groups.reduce((sum, group) => sum + group.beats.length, 0);
  const { rests, count } = kind.steps!(pattern, set, bar);
  const turn = (step: number): void =>
    put({
      rests: rests.includes(step) ? rests.filter((s) => s !== step) : [...rests, step].sort((a, b) => a - b),
    });
  return (
    <View role="group" aria-label="Steps that sound" style={styles.group}>
      <Words size="strong">Steps of a bar that sound</Words>
      {inRows(count, beats).map((row) => (
        <View key={row[0]} style={styles.row}>
          {row.map((step) => (
            <Toggle
              key={step}
              label={`${step + 1}`}
              spoken={`Step ${step + 1}`}
              on={!rests.includes(step)}
              onPress={() => turn(step)}
            />
          ))}
        </View>
      ))}
      {set.rests ? (
        <Button mode="outlined" style={styles.start} onPress={() => put({ rests: undefined })}>
          Rest as its pattern does
        </Button>
      ) : null}
    </View>
  );
}

/** In which order, through how many octaves and in which steps an arpeggio goes, and which of them are accented. */
export function StepSettings(setting: Setting) {
  const { song, part, set } = setting;
  const leader = leaders(song, part).find(({ id }) => id === set.rhythmOf);
  const drawn = leader
    ? {
        rate: (
          <Words size="words" tone="quiet">
            {`Its steps fall where ${leader.name} strikes: the rhythm is set under “What it plays”.`}
          </Words>
        ),
        accentEvery: null,
        rests: null,
      }
    : { rests: <Rests {...setting} /> };
  return <SettingsOf setting={setting} group="steps" drawn={drawn} />;
}

const styles = StyleSheet.create({
  group: { gap: 4 },
  row: { flexDirection: 'row', gap: 6 },
  start: { alignSelf: 'flex-start', minHeight: 44, justifyContent: 'center' },
});
