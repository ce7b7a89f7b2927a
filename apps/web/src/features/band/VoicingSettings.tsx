import { sectionOfPlace, type Where } from '@backline/core/timeline/places';
import { StyleSheet, Text } from 'react-native';
import type { Control, Kind } from '@backline/core/parts/kind';
import type { Part, Song } from '@backline/core/song/schema';
import { RICHNESS } from '@backline/core/theory/dress';
import { chordsInUse } from '@backline/core/song/inUse';
import { keyOf } from '@backline/core/theory/key';
import { nameIn, noteGlyphs } from '@backline/core/theory/spelling';
import { costsOf } from '@backline/core/voicing/costs';
import { voicesIn } from '@backline/core/voicing/manner';
import { soundsChords } from '@backline/core/style/kind';
import { NECKS, type Neck, MANNERS, type Manner } from '@backline/core/song/choices';
import { Choices } from '../../components/Choices';
import { Picker } from '../../components/Picker';
import { Range } from '../../components/Range';
import { usePalette } from '../../theme/usePalette';
import { TYPE } from '../../theme/styles';
import type { Setting } from './setting';
import { TuningSettings } from './TuningSettings';
import { VoicingMoves } from './VoicingMoves';

const MANNER_WORDS: Record<Manner, string> = {
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
const ON_GUITAR: readonly Manner[] = ['free', 'power', 'root', 'root and fifth', 'root and octave'];
const NECK_WORDS: Record<Neck, string> = {
  open: 'low, open strings',
  position: 'at the register',
  smooth: 'least travel',
};

/** Manners a kind of part has; two hands only where it has them. */
const mannersOf = (kind: Kind): readonly Manner[] =>
  kind.nature === 'fretted'
    ? ON_GUITAR
    : MANNERS.filter((m) => m !== 'two hands' || kind.controls.includes('hands'));

/** How many chords of a part a setting moves, and how many stay as they were set by hand. */
function countChords(song: Song, part: Part, where: Where): readonly [number, number] {
  const sounding = song.sections
    .filter((s) => where === null || s.id === sectionOfPlace(song, where))
    .flatMap((s) => chordsInUse(s))
    .filter((c) => c.symbol !== null);
  const fixed = sounding.filter((c) => c.voicing || c.byHand?.[part.id]).length;
  return [sounding.length - fixed, fixed];
}

const fretWords = (register: number): string =>
  register <= 40 ? 'at the nut' : `about fret ${Math.min(11, register - 40)}`;
const voiceCounts = (fretted: boolean) =>
  (fretted ? [3, 4, 5, 6] : [3, 4, 5, 6, 7, 8]).map((value) => ({ value, label: String(value) }));
const octaves = [-1, 0, 1].map((value) => ({ value, label: value > 0 ? `+${value}` : String(value) }));

/** How high a part lies, how far its tones stand apart, how many they are. */
function Where({ song, kind, set, put }: Setting) {
  const has = (control: Control): boolean => kind.controls.includes(control);
  const fretted = kind.nature === 'fretted';
  return (
    <>
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
      {has('octave') ? (
        <Choices label="Octave" value={set.octave} choices={octaves} onChoose={(octave) => put({ octave })} />
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
    </>
  );
}

/** Whether a kind of part has anything to say of where its tones lie. */
export const hasVoicing = (kind: Kind): boolean =>
  soundsChords(kind) ||
  (['register', 'octave', 'spread', 'voices'] as const).some((c) => kind.controls.includes(c));

/** How a part lays out chords: where, in which manner, richness, hands; a guitar's tuning, capo and place on the neck. */
export function VoicingSettings(props: Setting) {
  return (
    <>
      <Where {...props} />
      {soundsChords(props.kind) ? <Laid {...props} /> : null}
    </>
  );
}

function Laid({ song, part, kind, where, set, put }: Setting) {
  const palette = usePalette();
  const [moving, fixed] = countChords(song, part, where);
  const guitar = kind.controls.includes('neck');
  const section =
    song.sections.find((s) => s.id === (sectionOfPlace(song, where) ?? song.form[0]?.section)) ??
    song.sections[0]!;
  return (
    <>
      <VoicingMoves key={`${section.id}/${part.id}`} song={song} section={section} part={part.id} />
      <Picker
        label="Manner"
        value={set.manner}
        choices={mannersOf(kind).map((value) => ({
          value,
          label: guitar && value === 'free' ? 'full shapes' : MANNER_WORDS[value],
        }))}
        onChoose={(manner) => put({ manner })}
      />
      <Choices
        label="Richness"
        value={set.richness}
        choices={RICHNESS.map((value) => ({ value, label: value }))}
        onChoose={(richness) => put({ richness })}
      />
      {kind.controls.includes('hands') ? (
        <Choices
          label="Hands"
          value={set.hands}
          choices={(['both', 'left', 'right'] as const).map((value) => ({ value, label: value }))}
          onChoose={(hands) => put({ hands })}
        />
      ) : null}
      {guitar ? (
        <>
          <TuningSettings set={set} put={put} />
          <Choices
            label="On the neck"
            value={set.neck}
            choices={NECKS.map((value) => ({ value, label: NECK_WORDS[value] }))}
            onChoose={(neck) => put({ neck })}
          />
        </>
      ) : null}
      <Text style={[styles.words, { color: palette.quiet }]}>
        {`Moves ${moving} ${moving === 1 ? 'chord' : 'chords'}${fixed ? `; ${fixed} set by hand ${fixed === 1 ? 'stays' : 'stay'}` : ''}.`}
      </Text>
    </>
  );
}

const styles = StyleSheet.create({ words: TYPE.words });
