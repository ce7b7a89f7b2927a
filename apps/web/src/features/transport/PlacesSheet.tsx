import { useCallback } from 'react';
import { Pressable, StyleSheet, View, useWindowDimensions } from 'react-native';
import type { PageBand } from '../../shared/sentBand';
import { barIndexAt } from '@backline/core/time/bars';
import { player } from '../../audio/player';
import { usePosition } from '../../audio/usePosition';
import { Sheet } from '../../components/Sheet';
import { Toggle } from '../../components/Toggle';
import { TOUCH } from '../../theme/tokens';
import { usePalette } from '../../theme/usePalette';
import { occurrencesOf } from '../../shared/occurrences';
import { Words } from '../../components/Words';

/** The form, large enough for a thumb: a section's playing at a tap, then the bar in it. */
export function PlacesSheet({ band, onClose }: { band: PageBand; onClose: () => void }) {
  const palette = usePalette();
  const { height } = useWindowDimensions();
  const read = useCallback((tick: number) => barIndexAt(band.bars, tick), [band]);
  const now = band.bars[Math.min(usePosition(read), band.bars.length - 1)];
  const playings = occurrencesOf(band.bars);
  const here = playings.find(({ occurrenceKey }) => occurrenceKey === now?.occurrenceKey);
  return (
    <View style={{ maxHeight: height * 0.6 }}>
      <Sheet title="Places of the song" onClose={onClose} inFlow>
        <View role="group" aria-label="Sections as they are played" style={styles.form}>
          {playings.map(({ occurrenceKey, name, bars }) => {
            const on = occurrenceKey === now?.occurrenceKey;
            return (
              <Pressable
                key={occurrenceKey}
                role="button"
                aria-pressed={on}
                aria-label={`${name}, ${bars.length} bars`}
                onPress={() => player.seek(bars[0]!.start)}
                style={[
                  styles.piece,
                  {
                    flexGrow: bars.length,
                    backgroundColor: on ? palette.playing : palette.sunken,
                    borderColor: on ? palette.action : palette.line,
                  },
                ]}
              >
                <Words numberOfLines={1} size="strong">
                  {`${name} `}
                </Words>
                <Words size="tiny">{bars.length}</Words>
              </Pressable>
            );
          })}
        </View>
        {here ? (
          <View role="group" aria-label={`Bars of ${here.name}`} style={styles.bars}>
            {here.bars.map((bar) => (
              <Toggle
                key={bar.start}
                label={String(bar.index + 1)}
                spoken={`Bar ${bar.index + 1}`}
                on={bar === now}
                onPress={() => player.seek(bar.start)}
              />
            ))}
          </View>
        ) : null}
      </Sheet>
    </View>
  );
}

const styles = StyleSheet.create({
  form: { flexDirection: 'row', flexWrap: 'wrap', gap: 4 },
  piece: {
    flexBasis: 64,
    minHeight: TOUCH,
    paddingHorizontal: 8,
    paddingVertical: 4,
    borderWidth: 1.5,
    borderRadius: 8,
  },
  bars: { flexDirection: 'row', flexWrap: 'wrap', gap: 4, paddingTop: 4 },
});
