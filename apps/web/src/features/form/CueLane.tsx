import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { StyleSheet, View } from 'react-native';
import { changeCue, removeCue } from '@backline/core/edits/cues';
import type { Cue, Section, Song } from '@backline/core/song/schema';
import { barsLength, sectionBars } from '@backline/core/time/bars';
import { beatsBetween } from '@backline/core/time/beats';
import { cueMark } from '@backline/core/words/marks';
import { change } from '../../state/openSong';
import { repertoire, repertoireTools } from '../../state/repertoire';
import { usePalette } from '../../theme/usePalette';
import { TOUCH } from '../../theme/tokens';
import { openOver } from './formState';
import { Words } from '../../components/Words';

/** Width at a cue's end that stretches it, px. */
const GRIP = 22;
const LEAST = 480;

export interface CueLaneProps {
  readonly song: Song;
  readonly section: Section;
  readonly width: number;
}

/** Beats of a section: where cues begin and end when they are dragged. */
function beatTicks(section: Section, song: Song): number[] {
  const bars = sectionBars(section, song);
  return [...beatsBetween(bars, 0, barsLength(bars)).map((b) => b.start), barsLength(bars)];
}

const nearest = (ticks: readonly number[], tick: number): number =>
  ticks.reduce((a, b) => (Math.abs(b - tick) < Math.abs(a - tick) ? b : a), 0);

interface Held {
  readonly x: number;
  readonly stretches: boolean;
  readonly at: number;
  readonly until: number;
}

interface BlockProps extends CueLaneProps {
  readonly cue: Cue;
  readonly ticks: readonly number[];
  readonly length: number;
}

/** One cue as long as it holds: dragged it moves, at its end it stretches; arrow keys do the same beat by beat. */
function CueBlock({ song, section, width, cue, ticks, length }: BlockProps) {
  const palette = usePalette();
  const held = useRef<Held | null>(null);
  const moved = useRef(false);
  const [now, setNow] = useState<{ readonly at: number; readonly until: number } | null>(null);
  const { at, until } = now ?? { at: cue.at, until: cue.until ?? length };
  const scale = width / length;
  const mark = cueMark(cue, song.parts);
  const words = repertoireTools().cueInWords(song, section, cue, repertoire());
  const put = (to: { readonly at: number; readonly until: number }): void =>
    void change(changeCue(section.id, cue.id, to));
  const begin = (event: PointerEvent<HTMLDivElement>): void => {
    const box = event.currentTarget.getBoundingClientRect();
    event.currentTarget.setPointerCapture(event.pointerId);
    moved.current = false;
    held.current = {
      x: event.clientX,
      stretches: box.width > 2 * GRIP && event.clientX > box.right - GRIP,
      at: cue.at,
      until: cue.until ?? length,
    };
  };
  const drag = (event: PointerEvent<HTMLDivElement>): void => {
    const { current } = held;
    if (!current) return;
    const by = (event.clientX - current.x) / scale;
    if (Math.abs(event.clientX - current.x) > 5) moved.current = true;
    if (!moved.current) return;
    if (current.stretches) {
      setNow({ at: current.at, until: Math.max(current.at + LEAST, nearest(ticks, current.until + by)) });
    } else {
      const lasts = current.until - current.at;
      const to = Math.max(0, Math.min(length - lasts, nearest(ticks, current.at + by)));
      setNow({ at: to, until: to + lasts });
    }
  };
  const end = (): void => {
    held.current = null;
    if (now) put(now);
    setNow(null);
  };
  const byKey = (event: KeyboardEvent): void => {
    const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    if (by !== undefined) {
      const step = (tick: number): number =>
        ticks[Math.max(0, Math.min(ticks.length - 1, ticks.indexOf(nearest(ticks, tick)) + by))]!;
      if (event.shiftKey) put({ at, until: Math.max(at + LEAST, step(until)) });
      else {
        const to = step(at);
        put({ at: to, until: Math.min(length, to + until - at) });
      }
    } else if (event.key === 'Delete' || event.key === 'Backspace') change(removeCue(section.id, cue.id));
    else if (event.key === 'Enter' || event.key === ' ') openOver({ kind: 'cue', id: cue.id, at, parts: [] });
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div
      role="button"
      tabIndex={0}
      aria-label={`${mark}. ${words}`}
      aria-description="Arrow keys move it, with Shift they stretch it, Delete takes it out."
      onPointerDown={begin}
      onPointerMove={drag}
      onPointerUp={end}
      onPointerCancel={() => {
        held.current = null;
        setNow(null);
      }}
      onClick={() => {
        if (!moved.current) openOver({ kind: 'cue', id: cue.id, at: cue.at, parts: [] });
      }}
      onKeyDown={byKey}
      style={{
        position: 'absolute',
        left: at * scale,
        width: Math.max(TOUCH, (until - at) * scale),
        top: 0,
        height: TOUCH,
        boxSizing: 'border-box',
        border: `1.5px solid ${palette.action}`,
        borderRight: `5px solid ${palette.action}`,
        borderRadius: 8,
        background: cue.hit ? palette.actionWash : palette.raised,
        cursor: 'grab',
        touchAction: 'pan-y',
        overflow: 'hidden',
        display: 'flex',
        alignItems: 'center',
      }}
    >
      <Words numberOfLines={2} size="tiny" style={styles.words}>
        {mark}
      </Words>
    </div>
  );
}

/** Rows in which no two cues lie over each other. */
function rowsOf(cues: readonly Cue[], length: number, least: number): Cue[][] {
  const rows: Cue[][] = [];
  for (const cue of [...cues].sort((a, b) => a.at - b.at)) {
    const free = rows.find((row) => {
      const last = row[row.length - 1]!;
      return Math.max(last.at + least, last.until ?? length) <= cue.at;
    });
    if (free) free.push(cue);
    else rows.push([cue]);
  }
  return rows;
}

/** The cues of a section over its bars. */
export function CueLane({ song, section, width }: CueLaneProps) {
  const palette = usePalette();
  if (!section.cues.length || width <= 0) return null;
  const bars = sectionBars(section, song);
  const length = barsLength(bars);
  const ticks = beatTicks(section, song);
  const rows = rowsOf(section.cues, length, (TOUCH * length) / width);
  return (
    <View role="group" aria-label={`Cues of ${section.name}`} style={{ width }}>
      <View style={styles.ruler} aria-hidden>
        {bars.map((bar, i) => (
          <View
            key={i}
            style={[styles.bar, { left: (bar.start / length) * width, borderColor: palette.line }]}
          />
        ))}
      </View>
      {rows.map((row) => (
        <View key={row[0]!.id} style={styles.row}>
          {row.map((cue) => (
            <CueBlock key={cue.id} {...{ song, section, width, cue, ticks, length }} />
          ))}
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  ruler: { position: 'absolute', top: 0, bottom: 0, left: 0, right: 0 },
  bar: { position: 'absolute', top: 0, bottom: 0, borderLeftWidth: 1 },
  row: { height: TOUCH + 3 },
  words: { paddingHorizontal: 6, pointerEvents: 'none' },
});
