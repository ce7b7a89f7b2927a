import { useEffect, useRef, useState } from 'react';
import { StyleSheet, Text, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { Button } from '../../components/Button';
import { Field } from '../../components/Field';
import { setTempo } from '@backline/core/edits/song';
import { FASTEST, SLOWEST } from '@backline/core/song/fields';
import { player, usePlayer } from '../../audio/player';
import { Sheet } from '../../components/Sheet';
import { SwitchLine } from '../../components/SwitchLine';
import { tempoInWords } from '../../components/tempoText';
import { change, useOpenSong } from '../../state/openSong';
import { TOUCH_SQUARE, TYPE } from '../../theme/styles';
import { usePalette } from '../../theme/usePalette';
import { tappedTempo } from './tapping';

const inRange = (tempo: number): number => Math.max(SLOWEST, Math.min(FASTEST, tempo));

/** One beat a minute faster or slower than the song is now. */
function step(by: 1 | -1): void {
  const { song } = useOpenSong.getState();
  if (song) change(setTempo(inRange(Math.round(song.tempo) + by)));
}

/** Time until a button that is held goes on by itself, then between its steps, milliseconds. */
const HOLD = 400;
const EVERY = 70;

/** A step at a press; held, one after another. */
function Stepping({ by }: { by: 1 | -1 }) {
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const held = useRef(false);
  const stop = (): void => {
    if (timer.current) clearTimeout(timer.current);
    timer.current = null;
  };
  useEffect(() => stop, []);
  const run = (): void => {
    held.current = true;
    step(by);
    timer.current = setTimeout(run, EVERY);
  };
  return (
    <IconButton
      icon={by > 0 ? 'plus' : 'minus'}
      mode="outlined"
      style={TOUCH_SQUARE}
      accessibilityLabel={by > 0 ? 'Faster' : 'Slower'}
      onPressIn={() => {
        held.current = false;
        timer.current = setTimeout(run, HOLD);
      }}
      onPressOut={stop}
      onPress={() => {
        if (!held.current) step(by);
      }}
    />
  );
}

/** The tempo: typed, tapped in, or stepped; and whether playing counts in. */
export function TempoSheet({ onClose }: { onClose: () => void }) {
  const palette = usePalette();
  const song = useOpenSong((s) => s.song);
  const countIn = usePlayer((s) => s.countIn);
  const [typed, setTyped] = useState<string | null>(null);
  const taps = useRef<readonly number[]>([]);
  const [said, setSaid] = useState('');
  if (!song) return null;
  const wanted = typed === null ? song.tempo : Number(typed.replace(',', '.'));
  const isTempo = wanted >= SLOWEST && wanted <= FASTEST;
  const take = (): void => {
    if (typed !== null && typed.trim() !== '' && isTempo) change(setTempo(wanted));
    setTyped(null);
  };
  const tap = (): void => {
    const { taps: now, tempo } = tappedTempo(taps.current, performance.now());
    taps.current = now;
    if (tempo === null) return setSaid('Go on: tap each beat.');
    change(setTempo(inRange(tempo)));
    setSaid(`${inRange(tempo)} beats a minute`);
  };
  return (
    <Sheet title="Tempo" onClose={onClose} inFlow>
      <Text style={[TYPE.words, { color: palette.quiet }]}>{tempoInWords(song)}</Text>
      <View style={styles.row}>
        <Stepping by={-1} />
        <Field
          accessibilityLabel="Beats a minute"
          inputMode="decimal"
          value={typed ?? String(song.tempo)}
          onChangeText={setTyped}
          onBlur={take}
          onSubmitEditing={take}
          error={!isTempo}
          selectTextOnFocus
          style={styles.field}
        />
        <Stepping by={1} />
        <Button mode="contained" icon="gesture-tap" onPress={tap} contentStyle={styles.tap}>
          Tap
        </Button>
      </View>
      <Text
        role={isTempo ? 'status' : 'alert'}
        style={[TYPE.words, { color: isTempo ? palette.quiet : palette.warning }]}
      >
        {isTempo ? said : `A tempo lies between ${SLOWEST} and ${FASTEST}.`}
      </Text>
      <SwitchLine label="Count-in" on={countIn} onTurn={(on) => player.setCountIn(on)} />
    </Sheet>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  field: { width: 96, textAlign: 'center' },
  tap: { minHeight: 44 },
});
