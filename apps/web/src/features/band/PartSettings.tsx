import { StyleSheet, View } from 'react-native';
import { Button } from 'react-native-paper';
import { setSettings } from '@backline/core/edits/song';
import { DYNAMICS } from '@backline/core/song/choices';
import type { Kind } from '@backline/core/song/kinds';
import type { Part, Settings, Song } from '@backline/core/song/schema';
import { freedomOf, styleOf } from '@backline/core/style/index';
import { USUAL_INSTRUMENTS } from '@backline/core/style/instruments';
import { GM_PROGRAMS } from '@backline/core/formats/midi/programs';
import { keyOf } from '@backline/core/theory/key';
import { nameIn, noteGlyphs } from '@backline/core/theory/spelling';
import { sectionSettings, type Resolved } from '@backline/core/timeline/settings';
import { costsOf } from '@backline/core/voicing/costs';
import { voicesIn } from '@backline/core/voicing/manner';
import { Choices } from '../../components/Choices';
import { Range } from '../../components/Range';
import { change } from '../../state/openSong';
import { VoicingSettings } from './VoicingSettings';

export interface PartSettingsProps {
  readonly song: Song;
  readonly part: Part;
  /** The section the settings are for, or null for the whole song. */
  readonly sectionId: string | null;
}

/** Which settings mean something for a kind of part. */
const HAS: Record<'register' | 'voices' | 'spread' | 'strum' | 'octave', readonly Kind[]> = {
  register: ['bass', 'keys', 'guitar', 'arp', 'strings', 'solo'],
  voices: ['keys', 'guitar', 'arp', 'strings'],
  spread: ['keys', 'arp', 'strings'],
  strum: ['guitar'],
  octave: ['bass', 'keys', 'arp', 'strings', 'solo'],
};

/** Lowest and highest register to choose, MIDI numbers; a guitar's counts frets from its low string. */
const REGISTERS: Partial<Record<Kind, readonly [number, number]>> = { bass: [28, 45], guitar: [40, 51] };

const fretWords = (register: number): string =>
  register <= 40 ? 'at the nut' : `about fret ${Math.min(11, register - 40)}`;

const levels = [1, 2, 3, 4, 5].map((value) => ({ value, label: String(value) }));
const voiceCounts = (kind: Kind) =>
  (kind === 'guitar' ? [3, 4, 5, 6] : [3, 4, 5, 6, 7, 8]).map((value) => ({ value, label: String(value) }));
const octaves = [-1, 0, 1].map((value) => ({ value, label: value > 0 ? `+${value}` : String(value) }));

function patternChange(song: Song, part: Part, set: Resolved): 'restart' | 'carry on' {
  if (set.atChange !== 'as the pattern') return set.atChange;
  const patterns: readonly { id: string; atChange: 'restart' | 'carry on' }[] = styleOf(song.style).parts[
    part.kind
  ].patterns;
  return (patterns.find((p) => p.id === set.pattern) ?? patterns[0]!).atChange;
}

/** Everything that can be set for one part, in the whole song or in one section; heard as it is set. */
export function PartSettings({ song, part, sectionId }: PartSettingsProps) {
  const style = styleOf(song.style);
  const set = sectionSettings(style, song, part, sectionId ?? '');
  const { kind } = part;
  const freedom = freedomOf(style, kind, set.pattern);
  const put = (settings: Settings): void => void change(setSettings(part.id, sectionId, settings));
  const own = sectionId ? song.sections.find((s) => s.id === sectionId)?.settings[part.id] : part.settings;
  const patterns = style.parts[kind].patterns.map((p) => ({ value: p.id, label: p.name }));
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
      <Choices
        label="Dynamics"
        value={set.dynamics}
        choices={DYNAMICS.map((value) => ({ value, label: value }))}
        onChoose={(dynamics) => put({ dynamics })}
      />
      {HAS.register.includes(kind) && !(kind === 'guitar' && set.neck === 'open') ? (
        <Range
          label="Register"
          value={set.register}
          low={REGISTERS[kind]?.[0] ?? 36}
          high={REGISTERS[kind]?.[1] ?? 76}
          text={
            kind === 'guitar'
              ? fretWords(set.register)
              : `lowest near ${noteGlyphs(nameIn(set.register, { key: keyOf(song.key) }))}`
          }
          onChange={(register) => put({ register })}
        />
      ) : null}
      {HAS.spread.includes(kind) && costsOf(set.manner).spread > 0 ? (
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
      {HAS.voices.includes(kind) && voicesIn(set.manner, 3) < voicesIn(set.manner, 8) ? (
        <Choices
          label={kind === 'guitar' ? 'Strings' : 'Voices'}
          value={set.voices}
          choices={voiceCounts(kind)}
          onChoose={(voices) => put({ voices })}
        />
      ) : null}
      <VoicingSettings {...{ song, part, sectionId, set, put }} />
      {HAS.strum.includes(kind) ? (
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
      {HAS.octave.includes(kind) ? (
        <Choices label="Octave" value={set.octave} choices={octaves} onChoose={(octave) => put({ octave })} />
      ) : null}
      {freedom.restarts ? (
        <Choices
          label="At a chord change"
          value={patternChange(song, part, set)}
          choices={[
            { value: 'restart', label: 'Restart' },
            { value: 'carry on', label: 'Carry on' },
          ]}
          onChoose={(atChange) => put({ atChange })}
        />
      ) : null}
      {kind === 'drums' ? null : (
        <Choices
          label="Instrument"
          value={set.instrument}
          choices={USUAL_INSTRUMENTS[kind].map((value) => ({ value, label: GM_PROGRAMS[value]! }))}
          onChoose={(instrument) => put({ instrument })}
        />
      )}
      <View style={styles.buttons}>
        {freedom.varies ? (
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
