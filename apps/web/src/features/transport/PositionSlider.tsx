import { createElement, useCallback } from 'react';
import { StyleSheet, View } from 'react-native';
import type { PageBand } from '../../shared/sentBand';
import { barIndexAt } from '@backline/core/time/bars';
import { player } from '../../audio/player';
import { usePosition } from '../../audio/usePosition';
import { TOUCH } from '../../theme/tokens';
import { usePalette } from '../../theme/usePalette';
import { occurrencesOf } from '../../shared/occurrences';

const HEIGHT = 20;

/** The form as a line, each playing of a section as long as it lasts, with the place that plays; arrow keys go bar by bar. */
export function PositionSlider({ band, isTouched }: { band: PageBand; isTouched: boolean }) {
  const palette = usePalette();
  const read = useCallback((tick: number) => barIndexAt(band.bars, tick), [band]);
  const index = usePosition(read);
  const bar = band.bars[Math.min(index, band.bars.length - 1)];
  if (!bar) return null;
  const playings = occurrencesOf(band.bars);
  return (
    <View style={styles.strip}>
      <View style={styles.form} aria-hidden>
        {playings.map(({ occurrenceKey, bars }) => (
          <View
            key={occurrenceKey}
            style={[
              styles.piece,
              {
                flexGrow: bars.length,
                backgroundColor: occurrenceKey === bar.occurrenceKey ? palette.playing : palette.sunken,
                borderColor: palette.paper,
              },
            ]}
          />
        ))}
      </View>
      {createElement('input', {
        type: 'range',
        className: 'place-in-form',
        min: 0,
        max: band.bars.length - 1,
        step: 1,
        value: index,
        'aria-label': 'Position',
        'aria-valuetext': `${bar.section}, bar ${bar.index + 1}`,
        onChange: (e: React.ChangeEvent<HTMLInputElement>) =>
          player.seek(band.bars[Number(e.target.value)]!.start),
        style: {
          position: 'absolute',
          // Where it is touched, as high as a fingertip, over a line that is not.
          top: isTouched ? (HEIGHT - TOUCH) / 2 : 0,
          left: 0,
          width: '100%',
          height: isTouched ? TOUCH : HEIGHT,
          margin: 0,
          pointerEvents: isTouched ? 'auto' : 'none',
        },
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  strip: { height: HEIGHT },
  form: { flex: 1, flexDirection: 'row', borderRadius: 6, overflow: 'hidden' },
  piece: { flexBasis: 0, borderRightWidth: 1.5 },
});
