import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
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
import { TOUCH_SQUARE } from '../../theme/styles';
import { TOUCH } from '../../theme/tokens';
import { useHeld } from '../../components/useHeld';
import { useTrouble } from '../../components/useTrouble';
import { tappedTempo } from './tapping';
import { Words } from '../../components/Words';

const inRange = (tempo: number): number => Math.max(SLOWEST, Math.min(FASTEST, tempo));

/** One beat a minute faster or slower than the song is now. */
function step(by: 1 | -1): void {
  const { song } = useOpenSong.getState();
  if (song) change(setTempo(inRange(Math.round(song.tempo) + by)));
}

/** A step at a press; held, one after another. */
function Stepping({ by }: { by: 1 | -1 }) {
  const press = (): void => step(by);
  const held = useHeld(press);
  return (
    <IconButton
      icon={by > 0 ? 'plus' : 'minus'}
      mode="outlined"
      style={styles.step}
      accessibilityLabel={by > 0 ? 'Faster' : 'Slower'}
      onPress={press}
      {...held}
    />
  );
}

/** The tempo: typed, tapped in, or stepped; and whether playing counts in. */
export function TempoSheet({ onClose }: { onClose: () => void }) {
  const song = useOpenSong((s) => s.song);
  const countIn = usePlayer((s) => s.countIn);
  const [typed, setTyped] = useState<string | null>(null);
  const taps = useRef<readonly number[]>([]);
  const [heard, setHeard] = useState('');
  const wanted = typed === null ? (song?.tempo ?? 0) : Number(typed.replace(',', '.'));
  const isTempo = wanted >= SLOWEST && wanted <= FASTEST;
  const said = useTrouble(!isTempo);
  if (!song) return null;
  const take = (): void => {
    // What cannot be a tempo stays in the field, and is said.
    if (!isTempo && typed?.trim()) return;
    if (typed?.trim()) change(setTempo(wanted));
    setTyped(null);
  };
  const tap = (): void => {
    const { taps: now, tempo } = tappedTempo(taps.current, performance.now());
    taps.current = now;
    if (tempo === null) return setHeard('Go on: tap each beat.');
    change(setTempo(inRange(tempo)));
    setHeard(`${inRange(tempo)} beats a minute`);
  };
  return (
    <Sheet title="Tempo" onClose={onClose} inFlow>
      <Words size="words" tone="quiet">
        {tempoInWords(song)}
      </Words>
      <View style={styles.row}>
        <Stepping by={-1} />
        <Field
          accessibilityLabel="Beats a minute"
          inputMode="decimal"
          value={typed ?? String(song.tempo)}
          onChangeText={setTyped}
          onBlur={take}
          onSubmitEditing={take}
          {...said.field}
          selectTextOnFocus
          style={styles.field}
        />
        <Stepping by={1} />
        <Button mode="contained" icon="gesture-tap" onPress={tap} contentStyle={styles.tap}>
          Tap
        </Button>
      </View>
      <Words
        id={said.id}
        role={isTempo ? 'status' : 'alert'}
        size="words"
        tone={isTempo ? 'quiet' : 'warning'}
      >
        {isTempo
          ? heard
          : `${typed?.trim() || 'That'} is no tempo: it lies between ${SLOWEST} and ${FASTEST}. The song stays at ${song.tempo}.`}
      </Words>
      <SwitchLine label="Count-in" on={countIn} onTurn={(on) => player.setCountIn(on)} />
    </Sheet>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  field: { width: 96, textAlign: 'center' },
  tap: { minHeight: 44 },
  // Its border takes a pixel on either side of what is touched.
  step: { ...TOUCH_SQUARE, width: TOUCH + 2, height: TOUCH + 2 },
});
