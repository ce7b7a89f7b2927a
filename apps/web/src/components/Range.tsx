import { createElement, useEffect, useId, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { usePalette } from '../theme/usePalette';
import { TYPE } from '../theme/styles';
import { TOUCH } from '../theme/tokens';
import { SliderTouch } from './sliderTouch';
import { Words } from './Words';

export interface RangeProps {
  readonly label: string;
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly step?: number;
  /** A value in words: "G3", "30 ms". */
  readonly text: string | ((value: number) => string);
  /** Called for every step; where there is `onMove`, only for where the slider comes to rest. */
  readonly onChange: (value: number) => void;
  /** Called for every step on the way, for what is to be heard at once and is not yet decided. */
  readonly onMove?: (value: number) => void;
}

/** A slider: the browser's own, so that keyboard, touch and screen readers all know it. */
export function Range({ label, value, low, high, step = 1, text, onChange, onMove }: RangeProps) {
  const palette = usePalette();
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const [touch] = useState(() => new SliderTouch());
  /** Where the slider is while it is moved; null at rest. */
  const [moving, setMoving] = useState<number | null>(null);
  const rests = useRef(onChange);
  useEffect(() => {
    rests.current = onChange;
  }, [onChange]);
  const isLive = onMove !== undefined;
  useEffect(() => {
    const slider = input.current;
    if (!slider || !isLive) return undefined;
    // The browser's own event for a slider that has come to rest; React's fires at every step.
    const rest = (): void => {
      setMoving(null);
      if (!touch.takesRest()) return;
      rests.current(Number(slider.value));
    };
    slider.addEventListener('change', rest);
    return () => slider.removeEventListener('change', rest);
  }, [isLive, touch]);
  const shown = moving ?? value;
  const slide = (to: number): void => {
    if (!onMove) {
      setMoving(null);
      return onChange(to);
    }
    setMoving(to);
    onMove(to);
  };
  const words = typeof text === 'string' ? text : text(shown);
  return (
    <View style={styles.row}>
      <View style={styles.words}>
        <Words style={styles.label}>{label}</Words>
        <Words tone="quiet" style={styles.value}>
          {words}
        </Words>
      </View>
      {createElement('input', {
        id,
        ref: input,
        type: 'range',
        min: low,
        max: high,
        step,
        value: shown,
        'aria-label': label,
        'aria-valuetext': words,
        onChange: (event: React.ChangeEvent<HTMLInputElement>) => {
          const to = Number(event.target.value);
          if (touch.isOpen) return setMoving(to);
          slide(to);
        },
        onPointerDown: (event: React.PointerEvent) =>
          touch.begin(event.pointerType, event.clientX, event.clientY, value),
        onPointerMove: (event: React.PointerEvent) => {
          if (touch.settles(event.clientX, event.clientY)) slide(Number(input.current!.value));
        },
        // A tap sets the slider where it was tapped.
        onPointerUp: () => {
          if (!touch.end()) return;
          const to = Number(input.current!.value);
          setMoving(null);
          if (to !== value) onChange(to);
        },
        onPointerCancel: () => {
          const before = touch.cancel();
          setMoving(null);
          if (before === null) return;
          input.current!.value = String(before);
          onMove?.(before);
        },
        style: {
          touchAction: 'pan-y',
          flex: 1,
          minWidth: 0,
          width: '100%',
          height: TOUCH,
          accentColor: palette.action,
          margin: 0,
        },
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 12, minHeight: TOUCH },
  words: { width: 112 },
  label: TYPE.strong,
  value: TYPE.tiny,
});
