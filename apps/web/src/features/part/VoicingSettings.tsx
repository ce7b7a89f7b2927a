import { sectionOfScope, type Scope } from '@backline/core/timeline/scopes';
import { StyleSheet } from 'react-native';
import type { Kind } from '@backline/core/parts/kind';
import type { Part, Song } from '@backline/core/song/schema';
import { numbers } from '@backline/core/song/settings/specification';
import { chordsInUse } from '@backline/core/song/inUse';
import { keyOf } from '@backline/core/theory/key';
import { nameIn, noteGlyphs } from '@backline/core/theory/spelling';
import { costsOf } from '@backline/core/voicing/costs';
import { voicesIn } from '@backline/core/voicing/voicingType';
import { soundsChords } from '@backline/core/style/kind';
import { VOICING_TYPES, type VoicingType } from '@backline/core/song/choices';
import { Choices } from '../../components/Choices';
import { Picker } from '../../components/Picker';
import { Range } from '../../components/Range';
import { TYPE } from '../../theme/styles';
import type { Setting } from './setting';
import { SettingsOf } from './SettingControl';
import { VoicingMoves } from './VoicingMoves';
import { Words } from '../../components/Words';

const MANNER_WORDS: Record<VoicingType, string> = {
  free: 'as it flows best',
  close: 'close',
  open: 'open',
  'drop 2': 'drop 2',
  'drop 3': 'drop 3',
  shell: 'shell: root, third, seventh',
  rootless: 'rootless',
  quartal: 'quartal: in fourths',
  'two hands': 'two hands',
  guitar: 'as a guitar lies',
  power: 'power: root, fifth, octave',
  root: 'root only',
  'root and fifth': 'root and fifth',
  'root and octave': 'root and octave',
};
const ON_GUITAR: readonly VoicingType[] = ['free', 'power', 'root', 'root and fifth', 'root and octave'];
/** Manners a kind of part has; two hands only where it has them. */
const mannersOf = (kind: Kind): readonly VoicingType[] =>
  kind.chordLayout === 'shapes'
    ? ON_GUITAR
    : VOICING_TYPES.filter((m) => m !== 'two hands' || kind.controls.includes('hands'));

/** How many chords of a part a setting moves, and how many stay as they were set by hand. */
function countChords(song: Song, part: Part, scope: Scope): readonly [number, number] {
  const sounding = song.sections
    .filter((s) => scope === null || s.id === sectionOfScope(song, scope))
    .flatMap((s) => chordsInUse(s))
    .filter((c) => c.symbol !== null);
  const fixed = sounding.filter((c) => c.voicing || c.byHand?.[part.id]).length;
  return [sounding.length - fixed, fixed];
}

const fretWords = (register: number): string =>
  register <= 40 ? 'at the nut' : `about fret ${Math.min(11, register - 40)}`;

/** How high its tones lie: in frets on a neck, else by the lowest. */
function Register({ song, kind, set, put }: Setting) {
  const text =
    kind.chordLayout === 'shapes'
      ? fretWords(set.register)
      : `lowest near ${noteGlyphs(nameIn(set.register, { key: keyOf(song.key) }))}`;
  return (
    <Range
      label="Register"
      value={set.register}
      low={kind.registers[0]}
      high={kind.registers[1]}
      text={text}
      onChange={(register) => put({ register })}
    />
  );
}

/** In which manner chords are laid out, over how they move. */
function MannerOf({ song, part, kind, scope, set, put }: Setting) {
  const section =
    song.sections.find((s) => s.id === (sectionOfScope(song, scope) ?? song.form[0]?.section)) ??
    song.sections[0]!;
  return (
    <>
      <VoicingMoves key={`${section.id}/${part.id}`} song={song} section={section} part={part.id} />
      <Picker
        label="Manner"
        value={set.voicingType}
        choices={mannersOf(kind).map((value) => ({
          value,
          label: kind.chordLayout === 'shapes' && value === 'free' ? 'full shapes' : MANNER_WORDS[value],
        }))}
        onChoose={(voicingType) => put({ voicingType })}
      />
    </>
  );
}

/** How a part lays out chords: where, in which manner, richness, hands; a guitar's tuning, capo and place on the neck. */
export function VoicingSettings(setting: Setting) {
  const { song, part, kind, scope, set, put } = setting;
  const fretted = kind.chordLayout === 'shapes';
  const [moving, fixed] = countChords(song, part, scope);
  const drawn = {
    register: fretted && set.neck === 'open' ? null : <Register {...setting} />,
    ...(costsOf(set.voicingType).spread > 0 ? {} : { spread: null }),
    voices:
      voicesIn(set.voicingType, 3) < voicesIn(set.voicingType, 8) ? (
        <Choices
          label={fretted ? 'Strings' : 'Voices'}
          value={set.voices}
          choices={numbers(3, fretted ? 6 : 8)}
          onChoose={(voices) => put({ voices })}
        />
      ) : null,
    voicingType: <MannerOf {...setting} />,
  };
  return (
    <>
      <SettingsOf setting={setting} group="voicing" drawn={drawn} />
      {soundsChords(kind) ? (
        <Words tone="quiet" style={styles.words}>
          {`Moves ${moving} ${moving === 1 ? 'chord' : 'chords'}${fixed ? `; ${fixed} set by hand ${fixed === 1 ? 'stays' : 'stay'}` : ''}.`}
        </Words>
      ) : null}
    </>
  );
}

const styles = StyleSheet.create({ words: TYPE.words });
