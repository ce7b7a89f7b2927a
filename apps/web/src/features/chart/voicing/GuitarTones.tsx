import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../../components/Button';
import type { Chord } from '@backline/core/theory/chord';
import { degreesOnStrings, nearestShape, troubleWith } from '@backline/core/voicing/guitar/check';
import { shapesFor, type GuitarAim } from '@backline/core/voicing/guitar/path';
import type { Frets } from '@backline/core/voicing/guitar/shapes';
import { keyOf } from '@backline/core/theory/key';
import { noteGlyphs } from '@backline/core/theory/spelling';
import { Stepper } from '../../../components/Stepper';
import { TYPE } from '../../../theme/styles';
import { Diagram } from './Diagram';
import { Fretboard } from './Fretboard';
import { Words } from '../../../components/Words';

export interface GuitarTonesProps {
  readonly chord: Chord;
  readonly frets: Frets;
  readonly open: readonly number[];
  readonly keyText: string;
  readonly aim: GuitarAim;
  readonly onFrets: (frets: Frets) => void;
}

const asText = (frets: Frets): string => frets.map((f) => f ?? 'x').join(' ');
const HIGHEST_FROM = 12;

/** A chord as a guitar holds it: its diagram, the other shapes one by one, and the neck to be tapped. */
export function GuitarTones({ chord, frets, open, keyText, aim, onFrets }: GuitarTonesProps) {
  const pressed = frets.filter((f): f is number => f !== null && f > 0);
  const lowest = pressed.length ? Math.min(...pressed) : 1;
  const [moved, setMoved] = useState<number | null>(null);
  const from = moved ?? (Math.max(0, ...pressed) > 5 ? lowest : 1);
  const shapes = shapesFor(chord, aim);
  const at = shapes.findIndex((s) => asText(s.frets) === asText(frets));
  const trouble = troubleWith(frets, chord, open, keyOf(keyText), aim.bassPlays);
  const whole = trouble.length ? nearestShape(frets, chord, open) : null;
  // Where no hand holds the whole chord, the nearest may be the very shape that is here.
  const nearest = whole && asText(whole.frets) !== asText(frets) ? whole : null;
  const step = (by: 1 | -1) => {
    const next = shapes[at < 0 ? 0 : at + by];
    return next && (() => onFrets(next.frets));
  };
  return (
    <>
      <View style={styles.row}>
        <Diagram
          frets={frets}
          texts={degreesOnStrings(frets, chord, open).map((d) =>
            d ? noteGlyphs(d.replace(/b/g, '♭')) : null,
          )}
          label={`Chord diagram of ${chord.symbol}: ${frets.map((f) => (f === null ? 'muted' : f === 0 ? 'open' : `fret ${f}`)).join(', ')} from the lowest string`}
        />
        <View style={styles.grow}>
          <Stepper
            label="Shape"
            text={at < 0 ? 'your own' : `${at + 1} of ${shapes.length}`}
            less="Shape before"
            more="Next shape"
            onLess={step(-1)}
            onMore={step(1)}
          />
          <Words tone="quiet" style={styles.words}>
            {asText(frets)}
          </Words>
        </View>
      </View>
      {trouble.length ? (
        <View role="alert" style={styles.trouble}>
          {trouble.map((sentence) => (
            <Words key={sentence} tone="warning" style={styles.words}>
              {sentence}
            </Words>
          ))}
          {nearest ? (
            <Button mode="outlined" onPress={() => onFrets(nearest.frets)} style={styles.start}>
              {`Use the nearest: ${asText(nearest.frets)}`}
            </Button>
          ) : null}
        </View>
      ) : null}
      <Fretboard
        frets={frets}
        open={open}
        scope={{ chord, key: keyOf(keyText) }}
        from={from}
        onFrets={onFrets}
      />
      <Stepper
        label="Frets in sight"
        text={`from ${from}`}
        less="Towards the nut"
        more="Up the neck"
        onLess={from > 1 ? () => setMoved(from - 1) : undefined}
        onMore={from < HIGHEST_FROM ? () => setMoved(from + 1) : undefined}
      />
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1 },
  start: { alignSelf: 'flex-start' },
  trouble: { gap: 4 },
  words: TYPE.words,
});
