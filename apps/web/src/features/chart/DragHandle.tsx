import { createElement, useState } from 'react';
import { usePalette } from '../../theme/usePalette';

export interface DragHandleProps {
  readonly id: string;
  /** What is moved: "Boundary between C and F". */
  readonly label: string;
  /** Where it stands, in words, and as a number between two ends. */
  readonly text: string;
  readonly value: number;
  readonly low: number;
  readonly high: number;
  /** One step of the keyboard. */
  readonly step: number;
  /** Place and height on the line, px. */
  readonly x: number;
  readonly height: number;
  /** Which of two rows of grips it stands in: neighbours stand apart. */
  readonly row: 0 | 1;
  readonly pxPerUnit: number;
  /** The nearest place it may come to. */
  readonly snap: (value: number) => number;
  readonly onMove: (value: number) => void;
}

/** What a fingertip needs; the rest of the row is left to scrolling. */
const REACH = 44;

/**
 * A grip on the chart that is dragged sideways or moved by the arrow keys. While it is dragged
 * only the grip moves; the song changes once, where it is let go.
 */
export function DragHandle(props: DragHandleProps) {
  const { id, label, text, value, low, high, step, x, height, row, pxPerUnit, snap, onMove } = props;
  const palette = usePalette();
  const [drag, setDrag] = useState<{ readonly from: number; readonly to: number } | null>(null);
  const clamp = (to: number): number => Math.max(low, Math.min(high, to));
  const placeAt = (from: number, clientX: number): number =>
    clamp(snap(value + (clientX - from) / pxPerUnit));
  const end = (): void => {
    if (drag && drag.to !== value) onMove(drag.to);
    setDrag(null);
  };
  return createElement(
    'div',
    {
      id,
      role: 'slider',
      tabIndex: 0,
      'aria-label': label,
      'aria-orientation': 'horizontal',
      'aria-valuenow': value,
      'aria-valuemin': low,
      'aria-valuemax': high,
      'aria-valuetext': text,
      onPointerDown: (event: React.PointerEvent<HTMLElement>) => {
        event.preventDefault();
        event.currentTarget.setPointerCapture(event.pointerId);
        event.currentTarget.focus({ preventScroll: true });
        setDrag({ from: event.clientX, to: value });
      },
      onPointerMove: (event: React.PointerEvent) => {
        if (drag) setDrag({ from: drag.from, to: placeAt(drag.from, event.clientX) });
      },
      onPointerUp: end,
      onPointerCancel: () => setDrag(null),
      onKeyDown: (event: React.KeyboardEvent) => {
        const by = { ArrowRight: step, ArrowUp: step, ArrowLeft: -step, ArrowDown: -step }[event.key];
        if (by === undefined) return;
        event.preventDefault();
        event.stopPropagation();
        if (clamp(value + by) === value) return;
        onMove(clamp(value + by));
        // The line may be laid out anew; the grip under the keys stays the same one.
        requestAnimationFrame(() => document.getElementById(id)?.focus({ preventScroll: true }));
      },
      style: {
        position: 'absolute',
        left: x + ((drag?.to ?? value) - value) * pxPerUnit - REACH / 2,
        top: row === 0 ? 0 : height - REACH,
        width: REACH,
        height: REACH,
        cursor: 'ew-resize',
        touchAction: 'none',
        display: 'flex',
        alignItems: 'center',
        justifyContent: 'center',
        zIndex: 3,
      },
    },
    createElement('div', {
      style: {
        width: drag === null ? 6 : 4,
        height: drag === null ? 34 : REACH,
        borderRadius: 3,
        background: palette.action,
        border: `1.5px solid ${palette.raised}`,
      },
    }),
  );
}
