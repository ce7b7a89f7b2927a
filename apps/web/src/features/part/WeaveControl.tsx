import {
  useCallback,
  useEffect,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent as Pointer,
} from 'react';
import { View } from 'react-native';
import type { PageBand } from '../../shared/sentBand';
import { barIndexAt } from '@backline/core/time/bars';
import { usePosition } from '../../audio/usePosition';
import { usePalette } from '../../theme/usePalette';
import { WeaveCell } from './WeaveCell';
import { notesWithin } from './weave';
import { gestureOf, isStill, pulledTo, type Pulled } from './pulling';

export interface WeaveControlProps {
  readonly band: PageBand;
  readonly partId: string;
  readonly name: string;
  /** What it says to who hears it: "Two-beat, density 3, mf". */
  readonly words: string;
  readonly at: Pulled;
  /** While it is held: heard, and not yet kept. */
  readonly onPull: (to: Pulled) => void;
  /** Where it is let go; null where the hold was given up. */
  readonly onRelease: (to: Pulled | null) => void;
  readonly onFlick: (way: 1 | -1) => void;
  /** Left out where its page is open already. */
  readonly onOpen?: (() => void) | undefined;
}

const HEIGHT = 52;
/** Bars in sight: those around the one that plays. */
const BARS = 4;
/** How long a finger rests until it holds the weave, milliseconds: before that it scrolls, flicks or taps. */
const HOLD = 220;

interface Touch {
  readonly x: number;
  readonly y: number;
  readonly at: number;
  readonly from: Pulled;
  held: boolean;
  /** How far it is pulled so far. */
  to: Pulled;
}

type PointerEvent = Pointer<HTMLDivElement>;

/**
 * A part's weave in the bars that play, which is also its control: held and pulled up it is stronger, out it is
 * fuller; a flick tries the next pattern; a tap opens its page. Arrow keys do the same.
 */
export function WeaveControl(props: WeaveControlProps) {
  const { band, partId, name, words, at, onPull, onRelease, onFlick, onOpen } = props;
  const palette = usePalette();
  const [width, setWidth] = useState(0);
  const [held, setHeld] = useState(false);
  const touch = useRef<Touch | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const strip = useRef<HTMLDivElement | null>(null);
  const readBars = useCallback(
    (tick: number) => Math.floor(barIndexAt(band.bars, tick) / BARS) * BARS,
    [band],
  );
  const first = usePosition(readBars);
  const bars = band.bars.slice(first, first + BARS);
  const from = bars[0]?.start ?? 0;
  const to = bars.length ? bars[bars.length - 1]!.start + bars[bars.length - 1]!.length : 1;
  const readHand = useCallback(
    (tick: number) => Math.round(((tick - from) / (to - from)) * 200) / 200,
    [from, to],
  );
  const hand = usePosition(readHand);
  const part = band.parts.find((p) => p.id === partId);
  const rests = part !== undefined && !notesWithin(part.notes, from, to).length;
  // A held weave keeps the page still under the finger.
  useEffect(() => {
    const element = strip.current;
    const still = (event: TouchEvent): void => {
      if (touch.current?.held) event.preventDefault();
    };
    element?.addEventListener('touchmove', still, { passive: false });
    return () => {
      element?.removeEventListener('touchmove', still);
      if (timer.current) clearTimeout(timer.current);
    };
  }, []);
  const begin = ({ clientX: x, clientY: y, currentTarget, pointerId, timeStamp }: PointerEvent): void => {
    const own: Touch = { x, y, at: timeStamp, from: at, held: false, to: at };
    touch.current = own;
    timer.current = setTimeout(() => {
      if (touch.current !== own) return;
      own.held = true;
      currentTarget.setPointerCapture(pointerId);
      setHeld(true);
    }, HOLD);
  };
  const end = (event: PointerEvent | null): void => {
    const { current } = touch;
    touch.current = null;
    if (timer.current) clearTimeout(timer.current);
    setHeld(false);
    if (!current) return;
    const moved = event && { dx: event.clientX - current.x, dy: event.clientY - current.y };
    if (current.held) return onRelease(moved && pulledTo(current.from, moved));
    const gesture = moved && gestureOf(moved, event.timeStamp - current.at);
    if (gesture === 'tap') onOpen?.();
    else if (gesture === 'flick') onFlick(moved!.dx > 0 ? 1 : -1);
  };
  const byKey = (event: KeyboardEvent<HTMLDivElement>): void => {
    const moves = {
      ArrowUp: { dx: 0, dy: -1 },
      ArrowDown: { dx: 0, dy: 1 },
      ArrowRight: { dx: 1, dy: 0 },
      ArrowLeft: { dx: -1, dy: 0 },
    }[event.key];
    if (moves) {
      event.preventDefault();
      event.stopPropagation();
      onRelease(pulledTo(at, moves, { across: 1, up: 1 }));
    } else if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      event.stopPropagation();
      onOpen?.();
    } else if (event.key === 'PageDown' || event.key === 'PageUp') {
      event.preventDefault();
      onFlick(event.key === 'PageDown' ? 1 : -1);
    }
  };
  return (
    <div
      ref={strip}
      role="button"
      tabIndex={0}
      aria-label={`Weave of ${name}: ${words}${rests ? '; rests here' : ''}`}
      aria-description={`${onOpen ? 'Enter opens its page. ' : ''}Up and down arrows: stronger, softer. Right and left: fuller, sparser. Page down: the next pattern that fits.`}
      onPointerDown={begin}
      onPointerMove={(event) => {
        const { current } = touch;
        if (!current) return;
        const moved = { dx: event.clientX - current.x, dy: event.clientY - current.y };
        if (!current.held) {
          // On its way somewhere it is not held any more, however long it takes.
          if (timer.current && !isStill(moved)) clearTimeout(timer.current);
          return;
        }
        const to = pulledTo(current.from, moved);
        // Between two steps there is nothing else to hear.
        if (to.density === current.to.density && to.dynamics === current.to.dynamics) return;
        current.to = to;
        onPull(to);
      }}
      onPointerUp={end}
      onPointerCancel={() => end(null)}
      onKeyDown={byKey}
      onContextMenu={(event) => event.preventDefault()}
      style={{
        position: 'relative',
        height: HEIGHT,
        borderRadius: 10,
        background: held ? palette.actionWash : palette.sunken,
        cursor: held ? 'move' : 'pointer',
        touchAction: 'pan-y',
        userSelect: 'none',
        overflow: 'hidden',
      }}
    >
      <View onLayout={(event) => setWidth(event.nativeEvent.layout.width)} style={{ height: HEIGHT }}>
        {part && width > 0 ? (
          <WeaveCell
            {...{ part, from, to, width, height: HEIGHT }}
            label={held ? words : rests ? 'rests here' : ''}
          />
        ) : null}
      </View>
      <div
        aria-hidden
        style={{
          position: 'absolute',
          top: 0,
          bottom: 0,
          width: 2,
          left: `${Math.max(0, Math.min(1, hand)) * 100}%`,
          background: palette.action,
        }}
      />
    </div>
  );
}
