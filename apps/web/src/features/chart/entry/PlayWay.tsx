import { useEffect, useState } from 'react';
import { StyleSheet, Text, View } from 'react-native';
import { Button } from '../../../components/Button';
import { Field } from '../../../components/Field';
import { clusterSymbol } from '@backline/core/theory/cluster';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { parseMidi } from '@backline/core/theory/pitch';
import { spokenChord } from '@backline/core/theory/speech';
import { USUAL_GUIDE } from '@backline/core/song/create';
import { keyOf } from '@backline/core/theory/key';
import { nameIn, noteGlyphs } from '@backline/core/theory/spelling';
import { ChordSymbol } from '../../../components/ChordSymbol';
import { Choices } from '../../../components/Choices';
import { Notice } from '../../../components/Notice';
import { OctaveKeys } from '../../../components/OctaveKeys';
import { Picker } from '../../../components/Picker';
import { SwitchLine } from '../../../components/SwitchLine';
import { useComputerKeys } from '../../../midi/computerKeys';
import { simulatedKeyboard } from '../../../midi/devices';
import {
  chooseInput,
  forgetLast,
  lookForInputs,
  setProgram,
  silenceAll,
  take,
  usePlaying,
} from '../../../midi/playing';
import { useAnswer } from '../../../state/analysis';
import { useTrouble } from '../../../components/useTrouble';
import { usePalette } from '../../../theme/usePalette';
import { TYPE } from '../../../theme/styles';
import { TOUCH } from '../../../theme/tokens';
import { StepChoice } from './StepChoice';
import { enter, type Place } from './entry';
import { Words } from '../../../components/Words';

/** Chords played on the keys of the screen, of the computer or of a MIDI keyboard, named as they sound. */
export function PlayWay({ place }: { place: Place }) {
  const { notes, last, inputs, input, trouble } = usePlaying();
  const [low, setLow] = useState(48);
  const [stay, setStay] = useState(true);
  const instrument = (place.song.guide ?? USUAL_GUIDE).instrument;
  useComputerKeys(low + 12);
  useEffect(() => setProgram(instrument), [instrument]);
  useEffect(() => {
    void lookForInputs();
    return () => {
      chooseInput(null);
      forgetLast();
    };
  }, []);
  const played = notes.length ? notes : last;

  const down = (pitch: number): void => {
    const isDown = usePlaying.getState().held.screen.down.includes(pitch);
    if (stay && isDown) take('screen', { kind: 'off', pitch });
    else take('screen', { kind: 'on', pitch, velocity: 84 });
  };
  const up = (pitch: number): void => {
    if (!stay) take('screen', { kind: 'off', pitch });
  };
  const taken = (symbol: string, voicing?: readonly number[]): void => {
    forgetLast();
    enter(symbol, { voicing, heard: true });
  };

  return (
    <>
      <Names notes={played} keyText={place.bar.key} onTake={taken} />
      <OctaveKeys
        label="Keys"
        low={low}
        onLow={setLow}
        down={notes}
        where={{ key: keyOf(place.bar.key) }}
        onDown={down}
        onUp={up}
      >
        <SwitchLine
          label="Keys stay down"
          on={stay}
          onTurn={(next) => {
            silenceAll();
            setStay(next);
          }}
        />
        <Button icon="volume-off" onPress={forgetLast}>
          All notes off
        </Button>
      </OctaveKeys>
      <StepChoice />
      <Picker
        label="MIDI keyboard"
        value={input?.id ?? ''}
        choices={[
          { value: '', label: 'none' },
          ...inputs.map((i) => ({ value: i.id, label: i.name ?? i.id })),
        ]}
        onChoose={(id) => chooseInput(id || null)}
      />
      {trouble ? <Notice text={trouble} /> : null}
      {input === simulatedKeyboard ? <Simulated /> : null}
      <Words tone="quiet" style={styles.hint}>
        On the computer’s keyboard A S D F G H J K L are the white keys, W E T Y U O the black ones.
      </Words>
    </>
  );
}

interface NamesProps {
  readonly notes: readonly number[];
  readonly keyText: string;
  readonly onTake: (symbol: string, voicing?: readonly number[]) => void;
}

/** The best name of what sounds, its alternatives, and taking one of them with or without its exact tones. */
function Names({ notes, keyText, onTake }: NamesProps) {
  const palette = usePalette();
  const [wanted, setWanted] = useState<string | null>(null);
  const { answer } = useAnswer('recognise', notes.length ? { notes, key: keyText } : null);
  const names = notes.length && answer ? answer.names.slice(0, 6) : [];
  const chosen = names.find((n) => n === wanted) ?? names[0] ?? null;
  const cluster = notes.length > 1 && !names.length && answer ? clusterSymbol(notes) : null;
  const symbol = chosen ?? cluster;
  const where = { chord: chosen === null ? null : parseChord(chosen), key: keyOf(keyText) };
  const tones = notes.map((n) => noteGlyphs(nameIn(n, where))).join(' ');
  const title = !notes.length
    ? 'Play some notes'
    : chosen
      ? spokenChord(parseChord(chosen))
      : cluster
        ? 'No name: a cluster'
        : tones;
  return (
    <View style={styles.names}>
      <View style={styles.line} aria-live="polite">
        {symbol ? <ChordSymbol symbol={symbol} keyText={keyText} size={30} color={palette.ink} /> : null}
        <View style={styles.grow}>
          <Words style={styles.words}>{title}</Words>
          <Words tone="quiet" style={styles.hint}>
            {tones}
          </Words>
        </View>
      </View>
      {names.length > 1 ? (
        <Choices
          label="Names"
          bare
          value={chosen}
          choices={names.map((value) => ({
            value,
            label: noteGlyphs(value),
            spoken: `Call it ${spokenChord(parseChord(value))}`,
          }))}
          onChoose={setWanted}
        />
      ) : null}
      <View style={styles.wrap}>
        <Button mode={symbol ? 'contained' : 'outlined'} onPress={() => symbol && onTake(symbol)}>
          {cluster ? 'Take the cluster' : 'Take the name'}
        </Button>
        {cluster ? null : (
          <Button mode="outlined" onPress={() => chosen && onTake(chosen, notes)}>
            Take these tones
          </Button>
        )}
      </View>
    </View>
  );
}

/** Plays the keyboard that ships with the app: notes by name, pressed, let go, unplugged. */
function Simulated() {
  const [text, setText] = useState('E3 A3 C4 E4');
  const pitches = text.trim().split(/\s+/).map(parseMidi);
  const readable = pitches.every((p) => p !== null);
  const said = useTrouble(!readable);
  return (
    <View role="group" aria-label="Simulated keyboard" style={styles.names}>
      <Field
        label="Notes it plays"
        accessibilityLabel="Notes it plays"
        value={text}
        onChangeText={setText}
        {...said.field}
        autoCapitalize="none"
        autoCorrect={false}
      />
      {readable ? null : (
        <Text id={said.id} role="alert" style={styles.words}>
          Write notes like E3 A3 C4, or numbers from 0 to 127.
        </Text>
      )}
      <View style={styles.wrap}>
        <Button
          mode="outlined"
          disabled={!readable}
          onPress={() => simulatedKeyboard.press(pitches.filter((p) => p !== null))}
        >
          Press
        </Button>
        <Button mode="outlined" onPress={() => simulatedKeyboard.release()}>
          Let go
        </Button>
        <Button mode="outlined" onPress={() => simulatedKeyboard.unplug()}>
          Unplug
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  line: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8, minHeight: TOUCH },
  wrap: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  grow: { flex: 1 },
  names: { gap: 6 },
  words: TYPE.words,
  hint: TYPE.tiny,
});
