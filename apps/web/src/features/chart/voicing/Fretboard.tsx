import { Pressable, StyleSheet, View } from 'react-native';
import type { Frets } from '@backline/core/voicing/guitar/shapes';
import { nameIn, noteGlyphs, type SpellingContext } from '@backline/core/theory/spelling';
import { usePalette } from '../../../theme/usePalette';
import { TYPE } from '../../../theme/styles';
import { TOUCH } from '../../../theme/tokens';
import { Words } from '../../../components/Words';

export interface FretboardProps {
  readonly frets: Frets;
  /** What the open strings sound, lowest first, MIDI numbers. */
  readonly open: readonly number[];
  /** The chord and key its notes are spelt in. */
  readonly scope: SpellingContext;
  /** The first fret in sight. */
  readonly from: number;
  readonly onFrets: (frets: Frets) => void;
}

const SHOWN = 5;

/** The neck as the player sees it, the highest string on top: a tap sets a string's fret, lets it ring open or mutes it. */
export function Fretboard({ frets, open, scope, from, onFrets }: FretboardProps) {
  const palette = usePalette();
  const places: (number | null)[] = [null, 0, ...Array.from({ length: SHOWN }, (_, i) => from + i)];
  const put = (string: number, fret: number | null): void =>
    onFrets(frets.map((f, s) => (s === string ? fret : f)));
  return (
    <View>
      <View style={styles.row} aria-hidden>
        {places.map((fret) => (
          <Words key={String(fret)} tone="quiet" style={styles.head}>
            {fret === null ? 'mute' : fret === 0 ? 'open' : fret}
          </Words>
        ))}
      </View>
      {open
        .map((_, s) => open.length - 1 - s)
        .map((string) => (
          <View
            key={string}
            role="radiogroup"
            aria-label={`String ${open.length - string}, ${noteGlyphs(nameIn(open[string]!, {}))}`}
            style={styles.row}
          >
            {places.map((fret) => {
              const on = frets[string] === fret;
              const sounds = fret === null ? '' : noteGlyphs(nameIn(open[string]! + fret, scope));
              return (
                <Pressable
                  key={String(fret)}
                  role="radio"
                  aria-checked={on}
                  aria-label={
                    fret === null ? 'muted' : fret === 0 ? `open, ${sounds}` : `fret ${fret}, ${sounds}`
                  }
                  onPress={() => put(string, fret)}
                  style={[
                    styles.place,
                    {
                      borderColor: palette.line,
                      borderRightColor: fret === 0 ? palette.ink : palette.line,
                      borderRightWidth: fret === 0 ? 4 : 1,
                    },
                  ]}
                >
                  <View
                    style={[
                      styles.string,
                      { backgroundColor: palette.quiet, height: 1 + (5 - string) * 0.3 },
                    ]}
                  />
                  {on ? (
                    <View style={[styles.dot, { backgroundColor: palette.action }]}>
                      <Words tone="onAction" style={styles.text} aria-hidden>
                        {fret === null ? '×' : sounds.replace(/-?\d/, '')}
                      </Words>
                    </View>
                  ) : null}
                </Pressable>
              );
            })}
          </View>
        ))}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row' },
  head: { flex: 1, textAlign: 'center', ...TYPE.tiny },
  place: { flex: 1, height: TOUCH, alignItems: 'center', justifyContent: 'center', borderRightWidth: 1 },
  string: { position: 'absolute', left: 0, right: 0 },
  dot: { width: 30, height: 30, borderRadius: 15, alignItems: 'center', justifyContent: 'center' },
  text: TYPE.strong,
});
