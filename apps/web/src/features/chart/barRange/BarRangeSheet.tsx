import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { HelperText } from 'react-native-paper';
import { Button } from '../../../components/Button';
import { Field } from '../../../components/Field';
import {
  clipOf,
  barRangeBetween,
  barRangeInWords,
  barRangeTicks,
  type BarRange,
} from '@backline/core/edits/barRange';
import type { BarPlace } from '@backline/core/song/barMoves';
import type { Paste } from '@backline/core/edits/barRangeEdits';
import type { Song } from '@backline/core/song/schema';
import { chordsInUse } from '@backline/core/song/inUse';
import { openStrings } from '@backline/core/voicing/guitar/tunings';
import { Choices } from '../../../components/Choices';
import { Picker } from '../../../components/Picker';
import { Sheet } from '../../../components/Sheet';
import { Stepper } from '../../../components/Stepper';
import { ApiError, createProgression } from '../../../state/api';
import { partKind, repertoireTools, settingsIn } from '../../../state/repertoire';
import { TYPE } from '../../../theme/styles';
import { hearRun } from '../../../state/hearing';
import { LEADS } from '../leads';
import { select } from '../../../state/selection';
import { layShape, useShape } from '../voicing/shapes';
import { KeepChoice } from './KeepChoice';
import {
  ask,
  clear,
  copy,
  cut,
  leadInto,
  paste,
  questions,
  repeat,
  say,
  shift,
  transpose,
  useClipboard,
} from './clipboard';
import { Words } from '../../../components/Words';

export interface BarRangeSheetProps {
  readonly song: Song;
  readonly anchor: BarPlace;
  readonly head: BarPlace;
  readonly beside: boolean;
}

/** A run of bars in hand: what can be done with it, in words and at one tap each. */
export function BarRangeSheet({ song, anchor, head, beside }: BarRangeSheetProps) {
  const { clip, said, asking } = useClipboard();
  const copied = useShape((s) => s.copied);
  const [times, setTimes] = useState(1);
  useEffect(() => () => ask(null), []);
  const run = barRangeBetween(song, anchor, head);
  const words = barRangeInWords(song, run);
  const first = run[0];
  if (!first) return null;
  const button = (icon: string, label: string, onPress: () => void, disabled = false) => (
    <Button mode="outlined" icon={icon} onPress={onPress} disabled={disabled} compact style={styles.button}>
      {label}
    </Button>
  );
  return (
    <Sheet title={words} onClose={() => select(null)} beside={beside} leavesFocus>
      <Words role="status" tone="quiet" style={styles.hint}>
        {said || 'Tap another bar and the selection reaches to it.'}
      </Words>
      <View style={styles.wrap}>
        {button('content-copy', 'Copy', () => copy(run))}
        {button('content-cut', 'Cut', () => cut(run))}
        {button('content-paste', 'Paste…', () => ask(asking === 'paste' ? null : 'paste'), !clip)}
        {button('volume-high', 'Hear', () => hearRun(clipOf(song, run).chords))}
        {button('eraser', 'Clear', () => clear(run))}
        {button('bookmark-plus-outline', 'Keep…', () => ask(asking === 'keep' ? null : 'keep'))}
        {copied ? button('vector-polyline', `Lay ${copied.symbol}’s shape`, () => layOnRun(song, run)) : null}
        {button('arrow-left', 'A bar earlier', () => shift(run, -1))}
        {button('arrow-right', 'A bar later', () => shift(run, 1))}
      </View>
      {asking === 'paste' && clip ? (
        <PasteQuestions
          song={song}
          place={{ section: first.section, bar: first.from }}
          onDone={() => ask(null)}
        />
      ) : null}
      {asking === 'keep' ? <KeepIt song={song} run={run} onDone={() => ask(null)} /> : null}
      <Stepper
        label="Transpose"
        text="semitones"
        less="A semitone down"
        more="A semitone up"
        onLess={() => transpose(run, -1)}
        onMore={() => transpose(run, 1)}
      />
      <Picker
        label="Bass leads in"
        value=""
        choices={[{ value: '', label: 'choose…' }, ...LEADS]}
        onChoose={(lead) => lead && leadInto(run, lead)}
      />
      <View style={styles.row}>
        <View style={styles.grow}>
          <Stepper
            label="Repeat"
            text={times === 1 ? 'once more' : `${times} times more`}
            less="Once less"
            more="Once more often"
            onLess={times > 1 ? () => setTimes(times - 1) : undefined}
            onMore={times < 16 ? () => setTimes(times + 1) : undefined}
          />
        </View>
        <Button mode="contained-tonal" onPress={() => repeat(run, times)}>
          Repeat
        </Button>
      </View>
      <Words tone="quiet" style={styles.hint}>
        Keys on the chart: Shift with arrows selects, Ctrl C X V copy, cut, paste, Delete clears, Alt with up
        or down transposes, Ctrl D repeats, Alt with left or right moves.
      </Words>
    </Sheet>
  );
}

/** Lays the shape in hand on every chord of a run, for the part it was copied from. */
function layOnRun(song: Song, run: BarRange): void {
  const { copied } = useShape.getState();
  const part = song.parts.find((p) => p.id === copied?.part);
  const kind = part && partKind(part);
  if (!part || !kind) return say('The part this shape was copied from is not in this song.');
  for (const piece of run) {
    const section = song.sections.find((s) => s.id === piece.section)!;
    const [from, to] = barRangeTicks(section, song, piece);
    const chords = chordsInUse(section).filter((c) => c.start >= from && c.start < to);
    const { tuning, capo } = settingsIn(song, kind, part, section.id);
    const open = kind.chordLayout === 'shapes' ? openStrings(tuning, capo) : null;
    layShape(
      song,
      section.id,
      part.id,
      chords.map((c) => c.id),
      open,
    );
  }
  say(useShape.getState().said.join(' '));
}

/** How to paste; only what the clip and the place leave open is asked. */
function PasteQuestions({ song, place, onDone }: { song: Song; place: BarPlace; onDone: () => void }) {
  const { clip, words } = useClipboard();
  const [key, setKey] = useState<Paste['key']>('fitted');
  const [keep, setKeep] = useState<Paste['keep']>('bars');
  if (!clip) return null;
  const open = questions(song, clip, place);
  const put = (where: Paste['where']): void => {
    paste(place, { where, key: open.key ? key : 'as it was', keep: open.metre ? keep : 'beats' });
    onDone();
  };
  return (
    <View role="group" aria-label="Pasting" style={styles.box}>
      <Words style={styles.words}>{`Copied: ${words}`}</Words>
      {open.key ? (
        <Choices
          label="The key is another here"
          value={key}
          choices={[
            { value: 'fitted', label: 'fit the chords to it' },
            { value: 'as it was', label: 'chords as they were' },
          ]}
          onChoose={setKey}
        />
      ) : null}
      {open.metre ? <KeepChoice value={keep} onChoose={setKeep} /> : null}
      <View style={styles.wrap}>
        <Button mode="contained" onPress={() => put('over')}>
          In place of these bars
        </Button>
        <Button mode="outlined" onPress={() => put('between')}>
          Before these bars
        </Button>
      </View>
    </View>
  );
}

/** Saves the run among one's own progressions. */
function KeepIt({ song, run, onDone }: { song: Song; run: BarRange; onDone: () => void }) {
  const [name, setName] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);
  const made = repertoireTools().progressionOf(name.trim() || 'Unnamed', clipOf(song, run));
  const reason = typeof made === 'string' ? made : null;
  const save = async (): Promise<void> => {
    if (typeof made === 'string') return;
    try {
      await createProgression(made);
      say(`Kept as ${made.name} in your library`);
      onDone();
    } catch (error) {
      setTrouble(error instanceof ApiError ? error.message : 'It could not be saved. Try again.');
    }
  };
  return (
    <View role="group" aria-label="Keep in your library" style={styles.box}>
      <Field
        label="Name of the progression"
        accessibilityLabel="Name of the progression"
        value={name}
        maxLength={80}
        onChangeText={setName}
      />
      <Words tone="quiet" style={styles.hint}>
        {typeof made === 'string' ? '' : made.bars}
      </Words>
      {(reason ?? trouble) ? (
        <View role="alert">
          <HelperText type="error">{reason ?? trouble}</HelperText>
        </View>
      ) : null}
      <Button mode="contained" disabled={reason !== null || !name.trim()} onPress={() => void save()}>
        Keep it in my library
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  wrap: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1 },
  button: { minHeight: 44, justifyContent: 'center' },
  box: { gap: 6, paddingVertical: 4 },
  words: TYPE.words,
  hint: TYPE.tiny,
});
