import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { StyleSheet, Text } from 'react-native';
import Svg, { Circle, Path, Rect } from 'react-native-svg';
import type { PageBand } from '../../shared/sentBand';
import { setCurve } from '@backline/core/edits/lift';
import { MOST_LIFT } from '@backline/core/song/choices';
import type { Song } from '@backline/core/song/schema';
import { liftInScope } from '@backline/core/timeline/scopes';
import { player, usePlayer } from '../../audio/player';
import { change } from '../../state/openSong';
import { repertoireTools } from '../../state/repertoire';
import { usePalette } from '../../theme/usePalette';
import { TYPE } from '../../theme/styles';
import { choosePlaying } from './formState';
import { isOfForm, occurrenceInWords, type FormOccurrence } from './occurrences';

const HEIGHT = 58;
const DRAWN = 132;
/** A playing narrower than this has no room for its name, px. */
const NAMED = 36;

export interface FormOverviewProps {
  readonly song: Song;
  readonly band: PageBand;
  readonly playings: readonly FormOccurrence[];
  readonly chosen: FormOccurrence;
  readonly width: number;
  /** True while a build is drawn over the playings. */
  readonly drawing: boolean;
}

const liftOf = (song: Song, playing: FormOccurrence): number =>
  liftInScope(song, { entry: playing.entry, repeat: playing.repeat })?.by ?? 0;

const strong = (tension: number): string => (tension > 0.66 ? 'full' : tension > 0.4 ? 'moderate' : 'sparse');

/** Goes to a playing; where nothing plays, playing starts there next. */
function goTo(playing: FormOccurrence): void {
  choosePlaying(playing.id);
  if (!usePlayer.getState().playing) player.seek(playing.start);
}

/**
 * The song at a glance: its playings as long as they last, and over them how much is going on, from the notes. One taps
 * to go there; while a build is drawn, a finger or the up and down arrows set how far each playing is lifted.
 */
export function FormOverview({ song, band, playings, chosen, width, drawing }: FormOverviewProps) {
  const palette = usePalette();
  const height = drawing ? DRAWN : HEIGHT;
  const strip = useRef<HTMLDivElement | null>(null);
  /** The curve while it is drawn, by playing. */
  const [curve, setDrawn] = useState<ReadonlyMap<string, number> | null>(null);
  const x = (tick: number): number => (tick / Math.max(1, band.length)) * width;
  const tension = useMemo(() => repertoireTools().tensionOf(band, song.key), [band, song.key]);
  const area = useMemo(() => {
    const tops = band.bars.map(({ start, length }, i) => {
      const y = (height - 4 - tension[i]!.tension * (height - 18)).toFixed(1);
      const at = (tick: number): string => ((tick / Math.max(1, band.length)) * width).toFixed(1);
      return `L${at(start)},${y}L${at(start + length)},${y}`;
    });
    return `M0,${height}${tops.join('')}L${width},${height}Z`;
  }, [band, tension, width, height]);
  const byOf = (p: FormOccurrence): number => curve?.get(p.id) ?? liftOf(song, p);
  const yOf = (by: number): number => height / 2 - (by / MOST_LIFT) * (height / 2 - 12);
  const line = playings
    .map((p, i) => `${i ? 'L' : 'M'}${x((p.start + p.end) / 2).toFixed(1)},${yOf(byOf(p)).toFixed(1)}`)
    .join('');
  const edges = playings.map((p) => `M${x(p.start).toFixed(1)},0V${height}`).join('');
  const at = playings.findIndex((p) => p.id === chosen.id);
  const heard = repertoireTools().tensionBetween(band, song.key, chosen.start, chosen.end);
  const words = [
    occurrenceInWords(chosen),
    `${heard.players} of ${band.parts.length} play`,
    strong(heard.tension),
    ...(byOf(chosen) ? [repertoireTools().liftInWords(byOf(chosen)).toLowerCase()] : []),
  ].join(', ');

  const playingAt = (clientX: number): FormOccurrence | undefined => {
    const left = strip.current?.getBoundingClientRect().left ?? 0;
    const tick = ((clientX - left) / Math.max(1, width)) * band.length;
    return playings.findLast((p) => p.start <= tick) ?? playings[0];
  };
  const byAt = (clientY: number): number => {
    const top = strip.current?.getBoundingClientRect().top ?? 0;
    const by = ((height / 2 - (clientY - top)) / (height / 2 - 12)) * MOST_LIFT;
    return Math.max(-MOST_LIFT, Math.min(MOST_LIFT, Math.round(by)));
  };
  const drawTo = ({ clientX, clientY }: PointerEvent): void => {
    const playing = playingAt(clientX);
    if (!playing || !isOfForm(song, playing)) return;
    setDrawn((before) => new Map(before ?? []).set(playing.id, byAt(clientY)));
  };
  const settle = (): void => {
    if (curve) {
      const points = playings.flatMap((p) => {
        const by = curve.get(p.id);
        return by === undefined ? [] : [{ entry: p.entry, repeat: p.repeat, by }];
      });
      change(setCurve(points));
    }
    setDrawn(null);
  };
  const byKey = (event: KeyboardEvent): void => {
    const { key } = event;
    const way = { ArrowRight: 1, ArrowLeft: -1 }[key];
    const up = { ArrowUp: 1, ArrowDown: -1 }[key];
    const edge = { Home: 0, End: playings.length - 1 }[key];
    const next = way === undefined ? (edge === undefined ? undefined : playings[edge]) : playings[at + way];
    if (next) goTo(next);
    else if (up !== undefined && drawing && isOfForm(song, chosen)) {
      const { entry, repeat } = chosen;
      change(setCurve([{ entry, repeat, by: liftOf(song, chosen) + up }]));
    } else if (way === undefined && up === undefined) return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div
      ref={strip}
      role="slider"
      tabIndex={0}
      aria-label={drawing ? 'The build of the song' : 'The song at a glance'}
      aria-description={drawing ? 'Up and down arrows lift and calm the playing.' : undefined}
      aria-valuemin={1}
      aria-valuemax={playings.length}
      aria-valuenow={at + 1}
      aria-valuetext={words}
      onKeyDown={byKey}
      onPointerDown={(event) => {
        if (!drawing) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        drawTo(event);
      }}
      onPointerMove={(event) => {
        if (drawing && curve) drawTo(event);
      }}
      onPointerUp={settle}
      onPointerCancel={() => setDrawn(null)}
      onClick={({ clientX }) => {
        const playing = playingAt(clientX);
        if (playing) goTo(playing);
      }}
      style={{
        position: 'relative',
        height,
        width,
        cursor: drawing ? 'crosshair' : 'pointer',
        touchAction: drawing ? 'none' : 'pan-y',
        userSelect: 'none',
      }}
    >
      <Svg width={width} height={height} aria-hidden style={StyleSheet.absoluteFill}>
        <Path d={area} fill={palette.sunken} stroke={palette.quiet} strokeWidth={1} />
        <Path d={edges} stroke={palette.line} strokeWidth={1} />
        <Rect
          x={x(chosen.start) + 1}
          y={1}
          width={Math.max(4, x(chosen.end) - x(chosen.start) - 2)}
          height={height - 2}
          rx={6}
          fill="none"
          stroke={palette.action}
          strokeWidth={2}
        />
        {drawing ? (
          <>
            <Path
              d={`M0,${height / 2}H${width}`}
              stroke={palette.line}
              strokeWidth={1.5}
              strokeDasharray="4 4"
            />
            <Path d={line} stroke={palette.action} strokeWidth={2.5} fill="none" />
            {playings.map((p) => (
              <Circle
                key={p.id}
                cx={x((p.start + p.end) / 2)}
                cy={yOf(byOf(p))}
                r={6}
                fill={palette.action}
              />
            ))}
          </>
        ) : null}
      </Svg>
      {playings.map((p) =>
        x(p.end) - x(p.start) > NAMED ? (
          <Text
            key={p.id}
            aria-hidden
            numberOfLines={1}
            style={[
              TYPE.tiny,
              styles.name,
              { color: palette.ink, left: x(p.start), width: x(p.end) - x(p.start) },
            ]}
          >
            {p.name}
          </Text>
        ) : null,
      )}
    </div>
  );
}

const styles = StyleSheet.create({
  name: { position: 'absolute', top: 1, paddingHorizontal: 3, pointerEvents: 'none' },
});
