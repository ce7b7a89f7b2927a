import { StyleSheet, View } from 'react-native';
import { Button } from 'react-native-paper';
import { setSettings } from '@backline/core/edits/song';
import { DYNAMICS, FEELS, TELLINGS } from '@backline/core/song/choices';
import type { Part, Settings, Song } from '@backline/core/song/schema';
import type { Control, Kind } from '@backline/core/parts/kind';
import { keyOf } from '@backline/core/theory/key';
import { nameIn, noteGlyphs } from '@backline/core/theory/spelling';
import { patternOf, patternsOf, type Resolved } from '@backline/core/timeline/settings';
import { costsOf } from '@backline/core/voicing/costs';
import { voicesIn } from '@backline/core/voicing/manner';
import { Choices, asNamed } from '../../components/Choices';
import { Range } from '../../components/Range';
import { change } from '../../state/openSong';
import { settingsIn, songStyle } from '../../state/repertoire';
import { TELLING_WORDS } from './telling';
import { Instruments } from './Instruments';
import { RhythmOf } from './RhythmOf';
import { TouchSettings } from './TouchSettings';
import { VoicingSettings } from './VoicingSettings';

export interface PartSettingsProps {
  readonly song: Song;
  readonly part: Part;
  readonly kind: Kind;
  /** The section the settings are for, or null for the whole song. */
  readonly sectionId: string | null;
}

const fretWords = (register: number): string =>
  register <= 40 ? 'at the nut' : `about fret ${Math.min(11, register - 40)}`;

const levels = [1, 2, 3, 4, 5].map((value) => ({ value, label: String(value) }));
const voiceCounts = (fretted: boolean) =>
  (fretted ? [3, 4, 5, 6] : [3, 4, 5, 6, 7, 8]).map((value) => ({ value, label: String(value) }));
const octaves = [-1, 0, 1].map((value) => ({ value, label: value > 0 ? `+${value}` : String(value) }));

/** What a pattern does at a chord change, as it is set. */
const changeOf = (pattern: { atChange: 'restart' | 'carry on' }, set: Resolved): 'restart' | 'carry on' =>
  set.atChange === 'as the pattern' ? pattern.atChange : set.atChange;

/** Everything that can be set for one part, in the whole song or in one section; heard as it is set. */
export function PartSettings({ song, part, kind, sectionId }: PartSettingsProps) {
  const style = songStyle(song);
  const set = settingsIn(song, kind, part, sectionId);
  const pattern = patternOf(kind, style, set.pattern);
  const has = (control: Control): boolean => kind.controls.includes(control);
  const fretted = kind.nature === 'fretted';
  const put = (settings: Settings): void => void change(setSettings(part.id, sectionId, settings));
  const own = sectionId ? song.sections.find((s) => s.id === sectionId)?.settings[part.id] : part.settings;
  const ofStyle = patternsOf(kind, style);
  // One of the library stands beside the style's own.
  const patterns = [...(ofStyle.includes(pattern) ? [] : [pattern]), ...ofStyle].map((p) => ({
    value: p.id,
    label: p.name,
  }));
  return (
    <View style={styles.panel}>
      <Choices
        label="Pattern"
        value={set.pattern}
        choices={patterns}
        onChoose={(pattern) => put({ pattern })}
      />
      <Choices
        label="Density, 1 sparse to 5 busy"
        value={set.density}
        choices={levels}
        onChoose={(density) => put({ density })}
      />
      {has('rhythm') ? <RhythmOf {...{ song, part, set, put }} /> : null}
      <Choices label="Feel" value={set.feel} choices={asNamed(FEELS)} onChoose={(feel) => put({ feel })} />
      <Choices
        label="Dynamics"
        value={set.dynamics}
        choices={asNamed(DYNAMICS)}
        onChoose={(dynamics) => put({ dynamics })}
      />
      <Choices
        label="Repeats"
        value={set.telling}
        choices={TELLINGS.map((value) => ({ value, label: TELLING_WORDS[value] }))}
        onChoose={(telling) => put({ telling })}
      />
      <Choices
        label="Listens to the others"
        value={set.listens ? 'yes' : 'no'}
        choices={[
          { value: 'yes', label: 'Yes' },
          { value: 'no', label: 'Keeps to itself' },
        ]}
        onChoose={(listens) => put({ listens: listens === 'yes' })}
      />
      {has('register') && !(fretted && set.neck === 'open') ? (
        <Range
          label="Register"
          value={set.register}
          low={kind.registers[0]}
          high={kind.registers[1]}
          text={
            fretted
              ? fretWords(set.register)
              : `lowest near ${noteGlyphs(nameIn(set.register, { key: keyOf(song.key) }))}`
          }
          onChange={(register) => put({ register })}
        />
      ) : null}
      {has('spread') && costsOf(set.manner).spread > 0 ? (
        <Range
          label="Spread"
          value={set.spread}
          low={2}
          high={12}
          step={0.5}
          text={`${set.spread} semitones apart`}
          onChange={(spread) => put({ spread })}
        />
      ) : null}
      {has('voices') && voicesIn(set.manner, 3) < voicesIn(set.manner, 8) ? (
        <Choices
          label={fretted ? 'Strings' : 'Voices'}
          value={set.voices}
          choices={voiceCounts(fretted)}
          onChoose={(voices) => put({ voices })}
        />
      ) : null}
      <VoicingSettings {...{ song, part, kind, sectionId, set, put }} />
      {has('strum') ? (
        <Range
          label="Strum"
          value={set.strum}
          low={0}
          high={120}
          step={5}
          text={`${set.strum} ms across`}
          onChange={(strum) => put({ strum })}
        />
      ) : null}
      <TouchSettings {...{ kind, set, put }} />
      {has('octave') ? (
        <Choices label="Octave" value={set.octave} choices={octaves} onChoose={(octave) => put({ octave })} />
      ) : null}
      {kind.restarts(pattern) ? (
        <Choices
          label="At a chord change"
          value={changeOf(pattern, set)}
          choices={[
            { value: 'restart', label: 'Restart' },
            { value: 'carry on', label: 'Carry on' },
          ]}
          onChoose={(atChange) => put({ atChange })}
        />
      ) : null}
      {kind.instruments.length === 0 ? null : (
        <Instruments
          usual={kind.instruments}
          value={set.instrument}
          onChoose={(instrument) => put({ instrument })}
        />
      )}
      <View style={styles.buttons}>
        {set.telling !== 'exactly' || kind.varies(pattern) ? (
          <Button
            mode="outlined"
            icon="dice-multiple-outline"
            onPress={() => put({ variation: (set.variation + 1) % 10000 })}
          >
            Another variation
          </Button>
        ) : null}
        <Button
          mode="outlined"
          icon="restore"
          disabled={!own || Object.keys(own).length === 0}
          onPress={() => put(Object.fromEntries(Object.keys(own ?? {}).map((k) => [k, undefined])))}
        >
          {sectionId ? 'As in the whole song' : 'As the style has it'}
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  panel: { gap: 6 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, paddingTop: 6 },
});
