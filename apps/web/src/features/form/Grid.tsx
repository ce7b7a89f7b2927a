import { memo, useCallback, useRef } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import type { PageBand } from '../../shared/sentBand';
import { setSettings } from '@backline/core/edits/settings';
import type { Part, Song } from '@backline/core/song/schema';
import { PartBadge } from '../../components/PartBadge';
import { onSpace } from '../../components/onSpace';
import { useNear } from '../../components/useNear';
import { change } from '../../state/openSong';
import { playsIn } from '../../state/repertoire';
import { usePalette } from '../../theme/usePalette';
import { TYPE } from '../../theme/styles';
import { FONT, SIZE, TOUCH } from '../../theme/tokens';
import { FormCell, cellFacts } from './FormCell';
import { cellText, choosePlaying, openOver, turnCells } from './formState';
import { scopeAt, occurrenceInWords, type FormOccurrence, type ScopeLevel } from './occurrences';
import { Words } from '../../components/Words';

export const ROW = 58;
export const NAME = 124;
const HEAD = TOUCH;
/** Narrowest a playing is drawn where all of them are in sight, px. */
const NARROWEST = 60;
/** A form of more playings than this draws only those in view. */
const LONG = 40;

interface ColumnProps {
  readonly song: Song;
  readonly band: PageBand;
  readonly playing: FormOccurrence;
  readonly before: FormOccurrence | undefined;
  readonly width: number;
  readonly isChosen: boolean;
  readonly isLong: boolean;
  readonly withLabel: boolean;
  readonly withHead: boolean;
  /** Ids of the parts whose cells here are in hand, as one text; null where none are being chosen. */
  readonly several: string | null;
}

/** All parts in one playing. */
const Column = memo(function Column(props: ColumnProps) {
  const { song, band, playing, before, width, isChosen, isLong, withLabel, withHead, several } = props;
  const palette = usePalette();
  const { ref, isNear } = useNear(isLong);
  const inHand = several === null ? null : new Set(several.split(' '));
  const short = playing.of > 1 ? `${playing.name} ·${playing.time}` : playing.name;
  const isChoosing = inHand !== null;
  const press = useCallback(
    (part: string): void => {
      choosePlaying(playing.id);
      if (isChoosing) turnCells([cellText(part, playing.id)]);
      else openOver({ kind: 'cell', part });
    },
    [playing.id, isChoosing],
  );
  const pressHead = (): void => {
    choosePlaying(playing.id);
    if (inHand) turnCells(song.parts.map((p) => cellText(p.id, playing.id)));
  };
  return (
    <View
      ref={(view) => ref(view as unknown as HTMLElement | null)}
      role="group"
      aria-label={occurrenceInWords(playing)}
      style={[styles.column, { width }]}
    >
      {isNear ? (
        <>
          {withHead ? (
            <Pressable
              role="button"
              aria-label={`${short}, time ${playing.time}: ${inHand ? 'take all parts in hand' : 'bring it in sight'}`}
              onPress={pressHead}
              style={[styles.head, { borderColor: isChosen ? palette.action : 'transparent' }]}
            >
              <Words
                numberOfLines={1}
                style={{ fontSize: SIZE.tiny, fontFamily: isChosen ? FONT.strong : FONT.text }}
              >
                {short}
              </Words>
            </Pressable>
          ) : null}
          {song.parts.map((part) => (
            <View key={part.id} style={styles.cell}>
              <FormCell
                {...cellFacts(song, part, playing, before)}
                part={part.id}
                bandPart={band.parts.find((p) => p.id === part.id)}
                from={playing.start}
                to={playing.end}
                width={width}
                height={ROW}
                withLabel={withLabel}
                chosen={inHand ? inHand.has(part.id) : null}
                onPress={press}
              />
            </View>
          ))}
        </>
      ) : (
        <View style={{ height: (withHead ? HEAD : 0) + song.parts.length * (ROW + 4) }} />
      )}
    </View>
  );
});

/** A part's name and whether it plays, for what the scope says; while cells are chosen it takes all of the part's. */
function PartName({ song, part, playing, level, playings, choosing }: GridProps & { readonly part: Part }) {
  const scope = scopeAt(song, playing, level);
  // One that waits its turn in the playing in hand comes in at a tap.
  const waits = level !== 'song' && playsIn(song, part, scopeAt(song, playing, 'playing')).waits;
  const on = playsIn(song, part, scope).on && !waits;
  const place =
    level === 'song' ? 'the whole song' : level === 'section' ? playing.name : occurrenceInWords(playing);
  const turn = (): void => void change(setSettings(part.id, scope, { on: !on }));
  const name = (
    <>
      <PartBadge kind={part.kind} quiet={!on} />
      <Words numberOfLines={2} style={styles.name}>
        {part.name}
      </Words>
    </>
  );
  return choosing ? (
    <Pressable
      role="button"
      aria-label={`${part.name}: take all of it in hand`}
      onPress={() => turnCells(playings.map((p) => cellText(part.id, p.id)))}
      style={styles.part}
    >
      {name}
    </Pressable>
  ) : (
    <Pressable
      role="switch"
      aria-checked={on}
      aria-label={`${part.name} plays in ${place}`}
      onPress={turn}
      {...onSpace(turn)}
      style={styles.part}
    >
      {name}
    </Pressable>
  );
}

export interface GridProps {
  readonly song: Song;
  readonly playings: readonly FormOccurrence[];
  readonly playing: FormOccurrence;
  readonly level: ScopeLevel;
  readonly choosing: boolean;
}

/** Parts in hand in a playing, as one text. */
const handIn = (several: readonly string[] | null, song: Song, playing: string): string | null =>
  several &&
  song.parts
    .filter((p) => several.includes(cellText(p.id, playing)))
    .map((p) => p.id)
    .join(' ');

/** How far a finger goes for the next playing, px. */
const SWIPE = 60;

/** Parts by playings: one playing with its neighbours a swipe away, or where there is room all of them. */
export function Grid(
  props: GridProps & {
    readonly band: PageBand;
    readonly width: number;
    readonly several: readonly string[] | null;
  },
) {
  const { song, band, playings, playing, width, several } = props;
  const wide = width > 540;
  const touch = useRef<{ readonly x: number; readonly y: number } | null>(null);
  const at = playings.findIndex((p) => p.id === playing.id);
  const room = width - NAME - 4;
  const total = playings.reduce((sum, p) => sum + p.bars, 0);
  const widthOf = (p: FormOccurrence): number =>
    wide ? Math.max(NARROWEST, Math.floor((room * p.bars) / total) - 3) : room;
  const column = (p: FormOccurrence, i: number) => (
    <Column
      key={p.id}
      song={song}
      band={band}
      playing={p}
      before={playings[i - 1]}
      width={widthOf(p)}
      isChosen={p.id === playing.id}
      isLong={wide && playings.length > LONG}
      withLabel={!wide}
      withHead={wide}
      several={handIn(several, song, p.id)}
    />
  );
  return (
    <div
      style={{ display: 'flex', flexDirection: 'row' }}
      onTouchStart={(event) => {
        const finger = event.touches[0];
        touch.current = finger ? { x: finger.clientX, y: finger.clientY } : null;
      }}
      onTouchEnd={(event) => {
        const finger = event.changedTouches[0];
        const from = touch.current;
        if (wide || !finger || !from) return;
        const [dx, dy] = [finger.clientX - from.x, finger.clientY - from.y];
        if (Math.abs(dx) < SWIPE || Math.abs(dx) < 2 * Math.abs(dy)) return;
        const next = playings[at + (dx < 0 ? 1 : -1)];
        if (next) choosePlaying(next.id);
      }}
    >
      <View style={styles.names}>
        {wide ? <View style={styles.head} /> : null}
        {song.parts.map((part) => (
          <PartName key={part.id} {...props} part={part} />
        ))}
      </View>
      {wide ? (
        <ScrollView horizontal contentContainerStyle={styles.columns}>
          {playings.map(column)}
        </ScrollView>
      ) : (
        column(playing, at)
      )}
    </div>
  );
}

const styles = StyleSheet.create({
  names: { width: NAME },
  columns: { gap: 3 },
  column: {},
  head: {
    height: HEAD,
    justifyContent: 'flex-end',
    paddingHorizontal: 3,
    borderBottomWidth: 2.5,
    borderColor: 'transparent',
  },
  part: { height: ROW, marginBottom: 4, flexDirection: 'row', alignItems: 'center', gap: 6 },
  cell: { marginBottom: 4 },
  name: { ...TYPE.strong, flex: 1 },
});
