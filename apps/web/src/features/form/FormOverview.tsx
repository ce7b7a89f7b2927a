import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Circle, Path } from 'react-native-svg';
import type { PageBand } from '../../shared/sentBand';
import { setCurve } from '@backline/core/edits/lift';
import { MOST_LIFT } from '@backline/core/song/choices';
import type { Song } from '@backline/core/song/schema';
import { liftInScope } from '@backline/core/timeline/scopes';
import { SongCurve, type Plot } from '../../components/curves';
import { player, usePlayer } from '../../audio/player';
import { change } from '../../state/openSong';
import { repertoireTools } from '../../state/repertoire';
import { usePalette } from '../../theme/usePalette';
import { choosePlaying } from './formState';
import { isOfForm, occurrenceInWords, type FormOccurrence } from './occurrences';

/** Px, without the names of the sections. */
const HEIGHT = 88;
const DRAWN = 150;

const percent = (share: number): string => `${Math.round(100 * share)} %`;
/** The axis has its ends only: there is room for no more. */
const axisText = (share: number): string => (share === 0 || share === 1 ? String(100 * share) : '');

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

/** The highest and the lowest lift stay so far from the edges, px. */
const EDGE = 12;

interface LiftsProps {
  readonly plot: Plot;
  readonly playings: readonly FormOccurrence[];
  readonly byOf: (playing: FormOccurrence) => number;
  /** Of the song, ticks. */
  readonly length: number;
}

/** How far each playing is lifted, as the finger draws it. */
function Lifts({ plot: { width, height }, playings, byOf, length }: LiftsProps) {
  const palette = usePalette();
  const middle = height / 2;
  const points = playings.map((p) => ({
    id: p.id,
    x: ((p.start + p.end) / 2 / Math.max(1, length)) * width,
    y: middle - (byOf(p) / MOST_LIFT) * (middle - EDGE),
  }));
  const line = points.map(({ x, y }, i) => `${i ? 'L' : 'M'}${x.toFixed(1)},${y.toFixed(1)}`).join('');
  return (
    <Svg width={width} height={height} aria-hidden style={styles.lifts}>
      <Path d={`M0,${middle}H${width}`} stroke={palette.line} strokeWidth={1.5} strokeDasharray="4 4" />
      <Path d={line} stroke={palette.action} strokeWidth={2.5} fill="none" />
      {points.map(({ id, x, y }) => (
        <Circle key={id} cx={x} cy={y} r={6} fill={palette.action} />
      ))}
    </Svg>
  );
}

/**
 * The song at a glance: its playings as long as they last, and over them how much is going on, from the notes. One taps
 * to go there; while a build is drawn, a finger or the up and down arrows set how far each playing is lifted.
 */
export function FormOverview({ song, band, playings, chosen, width, drawing }: FormOverviewProps) {
  const palette = usePalette();
  const strip = useRef<HTMLDivElement | null>(null);
  /** The curve while it is drawn, by playing. */
  const [curve, setDrawn] = useState<ReadonlyMap<string, number> | null>(null);
  const tension = useMemo(() => repertoireTools().tensionOf(band, song.key), [band, song.key]);
  const points = useMemo(() => {
    const values = band.bars.map(({ start }, i) => ({ at: start, value: tension[i]!.tension }));
    const last = values.at(-1);
    return last ? [...values, { at: band.length, value: last.value }] : [];
  }, [band, tension]);
  const spans = useMemo(
    () => playings.map(({ id, name, start, end }) => ({ id, name, from: start, until: end })),
    [playings],
  );
  const byOf = (p: FormOccurrence): number => curve?.get(p.id) ?? liftOf(song, p);
  const at = playings.findIndex((p) => p.id === chosen.id);
  const heard = repertoireTools().tensionBetween(band, song.key, chosen.start, chosen.end);
  const words = [
    occurrenceInWords(chosen),
    `${heard.players} of ${band.parts.length} play`,
    `${strong(heard.tension)}, ${percent(heard.tension)}`,
    ...(byOf(chosen) ? [repertoireTools().liftInWords(byOf(chosen)).toLowerCase()] : []),
  ].join(', ');

  const playingAt = (clientX: number): FormOccurrence | undefined => {
    const left = strip.current?.getBoundingClientRect().left ?? 0;
    const tick = ((clientX - left) / Math.max(1, strip.current?.clientWidth ?? 1)) * band.length;
    return playings.findLast((p) => p.start <= tick) ?? playings[0];
  };
  const byAt = (clientY: number): number => {
    const { top = 0, height = 1 } = strip.current?.getBoundingClientRect() ?? {};
    const by = ((height / 2 - (clientY - top)) / (height / 2 - EDGE)) * MOST_LIFT;
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
  /** The control lies over the plot: one taps into the curve itself. */
  const control = (plot: Plot) => (
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
        position: 'absolute',
        left: plot.x,
        top: plot.y,
        width: plot.width,
        height: plot.height,
        cursor: drawing ? 'crosshair' : 'pointer',
        touchAction: drawing ? 'none' : 'pan-y',
        userSelect: 'none',
      }}
    >
      <View
        aria-hidden
        style={[
          styles.chosen,
          {
            left: (chosen.start / Math.max(1, band.length)) * plot.width,
            width: Math.max(4, ((chosen.end - chosen.start) / Math.max(1, band.length)) * plot.width),
            borderColor: palette.action,
          },
        ]}
      />
      {drawing ? <Lifts {...{ plot, playings, byOf }} length={band.length} /> : null}
    </div>
  );
  return (
    <SongCurve
      label="How much goes on"
      points={points}
      spans={spans}
      low={0}
      high={1}
      text={percent}
      axisText={axisText}
      facts={words}
      level={2}
      width={width}
      height={drawing ? DRAWN : HEIGHT}
      isStepped
      over={control}
    />
  );
}

const styles = StyleSheet.create({
  lifts: { position: 'absolute', left: 0, top: 0, pointerEvents: 'none' },
  chosen: { position: 'absolute', top: 0, bottom: 0, borderWidth: 2, borderRadius: 6 },
});
