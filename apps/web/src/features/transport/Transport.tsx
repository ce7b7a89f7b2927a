import { useInHistory } from '../../state/history';
import { useCallback, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { IconButton, ProgressBar } from 'react-native-paper';
import type { PageBand } from '../../shared/sentBand';
import { barIndexAt } from '@backline/core/time/bars';
import { loopRound } from '../../shared/loop';
import { player, usePlayer } from '../../audio/player';
import { usePosition } from '../../audio/usePosition';
import { later } from '../../components/later';
import { Notice } from '../../components/Notice';
import { songTempoText, tempoInWords } from '../../components/tempoText';
import { useBand } from '../../state/band';
import { stopHearing, useHearing } from '../../state/hearing';
import { useOpenSong } from '../../state/openSong';
import { usePalette } from '../../theme/usePalette';
import { useViewport } from '../../theme/useViewport';
import { TOUCH_SQUARE, TYPE } from '../../theme/styles';
import { FONT, SIZE, TOUCH } from '../../theme/tokens';
import { PositionSlider } from './PositionSlider';
import { selectionStart } from './selectionStart';
import { Words } from '../../components/Words';

const PlacesSheet = later(() => import('./PlacesSheet').then((m) => m.PlacesSheet));
const TempoSheet = later(() => import('./TempoSheet').then((m) => m.TempoSheet));

/** Where the song stands, in words. */
function usePlace(band: PageBand | null): string {
  const counting = usePlayer((s) => s.counting);
  const read = useCallback((tick: number) => (band ? barIndexAt(band.bars, tick) : 0), [band]);
  const index = usePosition(read);
  const bar = band?.bars[Math.min(index, band.bars.length - 1)];
  if (counting) return 'Count-in';
  return bar ? `${bar.section}, bar ${bar.index + 1}` : '';
}

/** From where play begins: the bar in hand, if there is one, else where the song stands. */
function begin(from: number | null = selectionStart()): void {
  void (from === null ? player.play() : player.play(from)).catch(() => undefined);
}

export const togglePlay = (): void => {
  const { playing, starting } = usePlayer.getState();
  if (useHearing.getState().hearing) stopHearing();
  else if (playing || starting) player.stop();
  else begin();
};

function PlayButton({ size }: { size: number }) {
  const palette = usePalette();
  const band = useBand((s) => s.band);
  const { playing, starting } = usePlayer();
  const hearing = useHearing((s) => s.hearing);
  const active = playing || starting || hearing;
  return (
    <IconButton
      icon={active ? 'stop' : 'play'}
      mode="contained"
      size={size > TOUCH ? 30 : 24}
      style={{ width: size, height: size, margin: 2 }}
      containerColor={palette.action}
      iconColor={palette.onAction}
      accessibilityLabel={hearing ? 'Stop hearing' : active ? 'Stop' : 'Play'}
      onPress={togglePlay}
      disabled={!band && !active}
    />
  );
}

/** Plays from the first bar, wherever the song stands. */
const FromTheTop = () => (
  <IconButton
    icon="skip-previous"
    size={22}
    style={TOUCH_SQUARE}
    accessibilityLabel="From the top"
    onPress={() => {
      const { playing, loop } = usePlayer.getState();
      if (loop) player.setLoop(null);
      if (playing) player.seek(0);
      else begin(0);
    }}
  />
);

export interface TransportProps {
  readonly folded?: boolean;
  /** True where it stands on the header's line. */
  readonly inHeader?: boolean;
}

/** The song's tempo, which opens what it is changed by. */
function TempoButton({ isOpen, onPress }: { isOpen: boolean; onPress: () => void }) {
  const palette = usePalette();
  const words = useOpenSong(({ song }) => (song ? tempoInWords(song) : ''));
  const text = useOpenSong(({ song }) => (song ? songTempoText(song) : ''));
  return (
    <Pressable
      role="button"
      aria-expanded={isOpen}
      aria-label={`Tempo: ${words}. Change it, or count in`}
      onPress={onPress}
      style={[styles.tempo, { borderColor: palette.line }]}
    >
      <Words style={styles.number}>{text}</Words>
    </Pressable>
  );
}

/** Play, stop, position, loop and tempo: in reach on every screen of a song; folded, what a bar in hand needs. */
export function Transport({ folded = false, inHeader = false }: TransportProps) {
  const palette = usePalette();
  const { wide } = useViewport();
  const band = useBand((s) => s.band);
  const isOpen = useOpenSong((s) => s.song !== null);
  const { sound, loaded, toLoad, loop, problem } = usePlayer();
  const [open, setOpen] = useState<'places' | 'tempo' | null>(null);
  const place = usePlace(band);
  useInHistory('transport', folded ? null : open, (asked) =>
    setOpen(asked === 'places' || asked === 'tempo' ? asked : null),
  );
  if (!isOpen) return null;
  const toggleLoop = (): void => {
    if (loop) return player.setLoop(null);
    const bar = band?.bars[barIndexAt(band.bars, player.tick())];
    if (band && bar) player.setLoop(loopRound(band.bars, { playing: bar.occurrenceKey }));
  };
  const close = (): void => setOpen(null);
  const where = (
    <Words style={styles.where} numberOfLines={1}>
      {place}
    </Words>
  );
  return (
    <View
      role="region"
      aria-label="Transport"
      style={[
        folded ? styles.folded : styles.bar,
        { backgroundColor: inHeader ? 'transparent' : palette.raised, borderColor: palette.line },
      ]}
    >
      {problem ? <Notice text={problem} /> : null}
      {sound === 'loading' ? (
        <ProgressBar
          progress={toLoad ? loaded / toLoad : 0.1}
          color={palette.action}
          style={styles.progress}
          accessibilityLabel={`Loading sounds, ${loaded} of ${toLoad}`}
        />
      ) : null}
      {open === 'places' && band && !folded ? <PlacesSheet band={band} onClose={close} /> : null}
      {open === 'tempo' && !folded ? <TempoSheet onClose={close} /> : null}
      <View style={styles.row}>
        <PlayButton size={folded ? TOUCH : 52} />
        <FromTheTop />
        {folded ? (
          <View style={styles.place}>{where}</View>
        ) : band ? (
          <View style={styles.position}>
            {where}
            <PositionSlider band={band} isTouched={wide} />
            {wide ? null : (
              <Pressable
                role="button"
                aria-expanded={open === 'places'}
                aria-label={`Places of the song, now ${place}`}
                onPress={() => setOpen(open === 'places' ? null : 'places')}
                style={styles.places}
              />
            )}
          </View>
        ) : (
          <View style={styles.position} />
        )}
        {folded ? null : (
          <>
            <IconButton
              icon="repeat"
              disabled={!band}
              size={22}
              selected={loop !== null}
              style={TOUCH_SQUARE}
              aria-pressed={loop !== null}
              accessibilityLabel={loop ? `Stop looping ${loop.name}` : 'Loop this section'}
              onPress={toggleLoop}
            />
            <TempoButton
              isOpen={open === 'tempo'}
              onPress={() => setOpen(open === 'tempo' ? null : 'tempo')}
            />
          </>
        )}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  bar: { borderTopWidth: 1 },
  folded: { borderTopWidth: 0 },
  row: { flexDirection: 'row', alignItems: 'center', paddingHorizontal: 6, paddingVertical: 2, gap: 2 },
  progress: { height: 4 },
  position: { flex: 1, minWidth: 0, paddingHorizontal: 4 },
  place: { flexShrink: 1, minWidth: 60, paddingHorizontal: 6 },
  places: { position: 'absolute', top: 0, bottom: 0, left: 4, right: 4, zIndex: 2 },
  where: { ...TYPE.strong, lineHeight: 24 },
  tempo: {
    minHeight: TOUCH,
    minWidth: TOUCH,
    paddingHorizontal: 10,
    borderWidth: 1.5,
    borderRadius: 12,
    justifyContent: 'center',
  },
  number: { fontFamily: FONT.strong, fontSize: SIZE.body, textAlign: 'center' },
});
