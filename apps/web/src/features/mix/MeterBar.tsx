import { useEffect, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { meterOf } from '../../audio/meters';
import { usePlayer } from '../../audio/player';
import { TYPE } from '../../theme/styles';
import { usePalette } from '../../theme/usePalette';
import { peakText } from '../part/decibels';
import { Words } from '../../components/Words';

/** dB at the left end; the right end is full scale. */
const FLOOR = -48;
/** Milliseconds between two looks at the number of the highest peak. */
const LOOKS = 300;

const share = (peak: number): number =>
  peak > 0 ? Math.max(0, Math.min(1, 1 - (20 * Math.log10(peak)) / FLOOR)) : 0;

export interface MeterBarProps {
  /** The strip, or {@link OUT}. */
  readonly id: string;
  readonly label: string;
  readonly ink: string;
}

/** How loud something is at the moment, as a stroke along its line; a mark stays where it was loudest. */
export function MeterBar({ id, label, ink }: MeterBarProps) {
  const palette = usePalette();
  const playing = usePlayer((s) => s.playing);
  const bar = useRef<View>(null);
  const mark = useRef<View>(null);
  const [most, setMost] = useState(() => meterOf(id).most);
  useEffect(() => {
    const draw = (): void => {
      const { now, most: loudest } = meterOf(id);
      const [stroke, tick] = [bar.current, mark.current] as unknown as (HTMLElement | null)[];
      // Many times a second: past the drawing of the screen.
      if (stroke) stroke.style.width = `${(share(now) * 100).toFixed(1)}%`;
      if (tick) tick.style.left = `${(share(loudest) * 100).toFixed(1)}%`;
    };
    draw();
    if (!playing) return undefined;
    let frame = requestAnimationFrame(function step() {
      draw();
      frame = requestAnimationFrame(step);
    });
    const look = setInterval(() => setMost(meterOf(id).most), LOOKS);
    return () => {
      cancelAnimationFrame(frame);
      clearInterval(look);
    };
  }, [id, playing]);
  return (
    <View style={styles.row}>
      <View
        role="img"
        aria-label={`Meter of ${label}`}
        style={[styles.line, { backgroundColor: palette.sunken }]}
      >
        <View ref={bar} style={[styles.bar, { backgroundColor: ink, borderColor: palette.ink }]} />
        <View ref={mark} style={[styles.mark, { backgroundColor: palette.ink }]} />
      </View>
      <Words tone="quiet" style={styles.number} accessibilityLabel={`Loudest ${peakText(most)}`}>
        {peakText(most)}
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 10, height: 20 },
  line: { flex: 1, height: 8, borderRadius: 4 },
  bar: { position: 'absolute', left: 0, top: 0, bottom: 0, width: 0, borderRadius: 4 },
  mark: { position: 'absolute', top: -2, bottom: -2, width: 2, left: 0, marginLeft: -1 },
  number: { ...TYPE.tiny, minWidth: 58, textAlign: 'right', fontVariant: ['tabular-nums'] },
});
