import { moveBoundary, boundaryRoom } from '@backline/core/edits/chords';
import { setSectionLength } from '@backline/core/edits/bars';
import { LIMITS } from '@backline/core/song/limits';
import type { Section } from '@backline/core/song/schema';
import type { Bar } from '@backline/core/time/bars';
import { beatPosition } from '@backline/core/time/beats';
import { change } from '../../state/openSong';
import { DragHandle } from './DragHandle';
import type { Line, SectionLayout } from './layout';
import { gridTicks, useSelection } from '../../state/selection';

export interface BoundariesProps {
  readonly section: Section;
  readonly line: Line;
  readonly layout: SectionLayout;
  readonly bar: Bar;
  readonly height: number;
  readonly scale: number;
}

const name = (symbol: string | null): string => symbol ?? 'no chord';

/** The room of a boundary as far as the grid reaches in it; all of it where no line of the grid does. */
function onGrid(
  [low, high]: readonly [number, number],
  origin: number,
  grid: number,
): readonly [number, number] {
  const first = origin + Math.ceil((low - origin) / grid) * grid;
  const last = origin + Math.floor((high - origin) / grid) * grid;
  return first <= last ? [first, last] : [low, high];
}

/** Grips on the boundaries in and around the bar in hand, and on the section's end where it is the last bar. */
export function Boundaries({ section, line, layout, bar, height, scale }: BoundariesProps) {
  const grid = gridTicks(
    useSelection((s) => s.grid),
    bar,
  );
  const { chords } = layout;
  const end = bar.start + bar.length;
  let shown = 0;
  return (
    <>
      {chords.map((chord, i) => {
        const room = boundaryRoom(chords, i);
        const before = chords[i - 1];
        if (!room || !before || chord.start < bar.start || chord.start > end) return null;
        const [low, high] = onGrid(room, bar.start, grid);
        const beat = Math.round(beatPosition(bar, chord.start) * 100) / 100 + 1;
        return (
          <DragHandle
            key={chord.id}
            id={`boundary-${chord.id}`}
            label={`Boundary between ${name(before.symbol)} and ${name(chord.symbol)}`}
            text={chord.start === end ? 'at the next bar line' : `beat ${beat}`}
            value={chord.start}
            low={low}
            high={high}
            step={grid}
            x={(chord.start - line.start) * scale}
            height={height}
            row={shown++ % 2 === 0 ? 1 : 0}
            pxPerUnit={scale}
            snap={(tick) => bar.start + Math.round((tick - bar.start) / grid) * grid}
            onMove={(tick) => change(moveBoundary(section.id, chord.id, tick))}
          />
        );
      })}
    </>
  );
}

/** The section's end: dragged or moved by arrow keys it makes the section longer or shorter by whole bars. */
export function SectionEnd({
  section,
  bar,
  x,
  height,
  scale,
}: Omit<BoundariesProps, 'line' | 'layout'> & { readonly x: number }) {
  return (
    <DragHandle
      id={`end-${section.id}`}
      label={`End of ${section.name}`}
      text={section.bars === 1 ? '1 bar' : `${section.bars} bars`}
      value={section.bars}
      low={1}
      high={Math.min(LIMITS.barsPerSection, section.bars + 16)}
      step={1}
      x={x}
      height={height}
      row={0}
      pxPerUnit={bar.length * scale}
      snap={Math.round}
      onMove={(bars) => change(setSectionLength(section.id, bars))}
    />
  );
}
