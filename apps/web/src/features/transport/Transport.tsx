import { createElement, useCallback } from 'react';
import { StyleSheet, Text, View } from 'react-native';
import { IconButton, ProgressBar } from 'react-native-paper';
import type { Band } from '@backline/core/band/index';
import { setTempo } from '@backline/core/edits/song';
import { barIndexAt } from '@backline/core/time/bars';
import { loopRound } from '../../audio/loop';
import { player, usePlayer } from '../../audio/player';
import { usePosition } from '../../audio/usePosition';
import { Notice } from '../../components/Notice';
import { useBand } from '../../state/band';
import { hush, useHearing } from '../../state/hearing';
import { change, useOpenSong } from '../../state/openSong';
import { usePalette } from '../../theme/usePalette';
import { TOUCH_SQUARE, TYPE } from '../../theme/styles';
import { FONT, SIZE, TOUCH } from '../../theme/tokens';
import { songTempoText, tempoInWords } from '../../components/tempoText';

function Position({ band }: { band: Band }) {
  const palette = usePalette();
  const counting = usePlayer((s) => s.counting);
  const readBar = useCallback((tick: number) => barIndexAt(band.bars, tick), [band]);
  const index = usePosition(readBar);
  const bar = band.bars[Math.min(index, band.bars.length - 1)];
  if (!bar) return null;
  const words = `${bar.section}, bar ${bar.index + 1}`;
  return (
    <View style={styles.position}>
      <Text style={[styles.where, { color: palette.ink }]} numberOfLines={1}>
        {counting ? 'Count-in' : words}
      </Text>
      {createElement('input', {
        type: 'range',
        min: 0,
        max: band.bars.length - 1,
        step: 1,
        value: index,
        'aria-label': 'Position',
        'aria-valuetext': words,
        onChange: (e: React.ChangeEvent<HTMLInputElement>) =>
          player.seek(band.bars[Number(e.target.value)]!.start),
        style: { width: '100%', height: 24, accentColor: palette.action, margin: 0 },
      })}
    </View>
  );
}

export const togglePlay = (): void => {
  const { playing, starting } = usePlayer.getState();
  if (useHearing.getState().hearing) hush();
  else if (playing || starting) player.stop();
  else void player.play().catch(() => undefined);
};

/** Play, stop, position, loop, count-in and tempo: in reach on every screen of a song. */
export function Transport() {
  const palette = usePalette();
  const band = useBand((s) => s.band);
  const song = useOpenSong((s) => s.song);
  const { playing, starting, sound, loaded, toLoad, loop, countIn, problem } = usePlayer();
  const hearing = useHearing((s) => s.hearing);
  const active = playing || starting || hearing;
  if (!song) return null;
  const loading = sound === 'loading';
  const toggleLoop = (): void => {
    if (loop) return player.setLoop(null);
    const bar = band?.bars[barIndexAt(band.bars, player.tick())];
    if (band && bar) player.setLoop(loopRound(band.bars, bar.playing));
  };
  const tempo = (by: number): void => void change(setTempo(Math.max(30, Math.min(300, song.tempo + by))));
  return (
    <View
      role="region"
      aria-label="Transport"
      style={[styles.bar, { backgroundColor: palette.raised, borderColor: palette.line }]}
    >
      {problem ? <Notice text={problem} /> : null}
      {loading ? (
        <ProgressBar
          progress={toLoad ? loaded / toLoad : 0.1}
          color={palette.action}
          style={styles.progress}
          accessibilityLabel={`Loading sounds, ${loaded} of ${toLoad}`}
        />
      ) : null}
      <View style={styles.row}>
        <IconButton
          icon={active ? 'stop' : 'play'}
          mode="contained"
          size={30}
          style={styles.play}
          containerColor={palette.action}
          iconColor={palette.onAction}
          accessibilityLabel={hearing ? 'Stop hearing' : active ? 'Stop' : 'Play'}
          onPress={togglePlay}
          disabled={!band && !active}
        />
        {band ? <Position band={band} /> : <View style={styles.position} />}
        <IconButton
          icon="repeat"
          disabled={!band}
          size={22}
          selected={loop !== null}
          style={styles.touch}
          aria-pressed={loop !== null}
          accessibilityLabel={loop ? `Stop looping ${loop.name}` : 'Loop this section'}
          onPress={toggleLoop}
        />
        <IconButton
          icon="numeric-4-circle-outline"
          size={22}
          selected={countIn}
          style={styles.touch}
          aria-pressed={countIn}
          accessibilityLabel="Count-in"
          onPress={() => player.setCountIn(!countIn)}
        />
        <View role="group" aria-label="Tempo" style={styles.tempo}>
          <IconButton
            icon="minus"
            size={18}
            style={styles.small}
            accessibilityLabel="Slower"
            onPress={() => tempo(-2)}
          />
          <Text style={[styles.number, { color: palette.ink }]} aria-label={`Tempo: ${tempoInWords(song)}`}>
            {songTempoText(song)}
          </Text>
          <IconButton
            icon="plus"
            size={18}
            style={styles.small}
            accessibilityLabel="Faster"
            onPress={() => tempo(2)}
          />
        </View>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  bar: { borderTopWidth: 1 },
  row: { flexDirection: 'row', alignItems: 'center', paddingHorizontal: 6, paddingVertical: 4 },
  progress: { height: 4 },
  play: { width: 52, height: 52, margin: 2 },
  position: { flex: 1, minWidth: 0, paddingHorizontal: 6 },
  where: TYPE.strong,
  touch: TOUCH_SQUARE,
  tempo: { flexDirection: 'row', alignItems: 'center' },
  small: { width: 36, height: TOUCH, margin: 0 },
  number: { fontFamily: FONT.strong, fontSize: SIZE.body, minWidth: 30, textAlign: 'center' },
});
