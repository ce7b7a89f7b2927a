import { memo, useEffect, useRef, useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View, type LayoutChangeEvent } from 'react-native';
import { IconButton } from 'react-native-paper';
import { BackToPlaying } from '../../components/BackToPlaying';
import { Button } from '../../components/Button';
import { Seat } from '../../components/Movable';
import { addSection } from '@backline/core/edits/form';
import type { BarPlace } from '@backline/core/song/barMoves';
import { chordsInUse } from '@backline/core/song/inUse';
import type { Song } from '@backline/core/song/schema';
import { keyInWords } from '@backline/core/theory/speech';
import { keyOf, keyText } from '@backline/core/theory/key';
import { change, useOpenSong } from '../../state/openSong';
import { prefer, usePreferences } from '../../state/preferences';
import { usePalette } from '../../theme/usePalette';
import { useViewport } from '../../theme/useViewport';
import { TOUCH_SQUARE, TYPE } from '../../theme/styles';
import { TOUCH } from '../../theme/tokens';
import { ChartSheet } from './ChartSheet';
import { SectionChart } from './SectionChart';
import { barElementId, elementOfBar, useBarRangeKeys } from './barRange/useBarRangeKeys';
import { select, useSelection } from '../../state/selection';
import { useChartFollow } from './useChartFollow';
import { styleName } from '../../state/repertoire';
import { Words } from '../../components/Words';

/** Keeps the bar in hand in sight when the sheet rises over it; when it closes the keyboard is back on the bar. */
function useBarInSight(): void {
  const selection = useSelection((s) => s.selection);
  const way = useSelection((s) => s.way);
  const last = useRef<BarPlace | null>(null);
  useEffect(() => {
    const place = selection?.kind === 'bar' ? selection : selection?.kind === 'run' ? selection.head : null;
    if (!selection && last.current && document.activeElement === document.body) {
      document.getElementById(barElementId(last.current))?.focus({ preventScroll: true });
    }
    last.current = place;
    if (!place) return undefined;
    const frame = requestAnimationFrame(() => elementOfBar(place)?.scrollIntoView?.({ block: 'nearest' }));
    return () => cancelAnimationFrame(frame);
  }, [selection, way]);
}

/** Nothing has been written yet: one section, and no more in it than the chord a new song has. */
const isBlank = ({ sections }: Song): boolean =>
  sections.length === 1 && chordsInUse(sections[0]!).length < 2;

/** A song in which nothing stands yet has the keyboard on its first bar: what is typed is written there. */
function useFirstBar(song: Song | null, isDrawn: boolean): void {
  const first = song && isBlank(song) && isDrawn ? song.sections[0]!.id : null;
  useEffect(() => {
    if (first === null || document.activeElement !== document.body) return;
    document.getElementById(barElementId({ section: first, bar: 0 }))?.focus({ preventScroll: true });
  }, [first]);
}

/** Key, metre and style of the song, and how the chart is shown and heard. */
const ChartHead = memo(function ChartHead(props: { songKey: string; metre: string; styleText: string }) {
  const palette = usePalette();
  const degrees = usePreferences((s) => s.degrees);
  const facts = [keyInWords(props.songKey), props.metre, props.styleText].join(' · ');
  return (
    <View style={styles.head}>
      <Pressable
        role="button"
        aria-label={`${facts}: change key or metre of the song`}
        onPress={() => select({ kind: 'key' })}
        style={styles.key}
      >
        <Words style={styles.facts}>{facts}</Words>
      </Pressable>
      <Pressable
        role="button"
        aria-pressed={degrees}
        aria-label="ii V I: degrees under the symbols"
        onPress={() => prefer({ degrees: !degrees })}
        style={[styles.degrees, { borderColor: degrees ? palette.action : palette.line }]}
      >
        <Words tone={degrees ? 'action' : 'quiet'} style={styles.facts}>
          ii V I
        </Words>
      </Pressable>
      <IconButton
        icon="ear-hearing"
        size={20}
        accessibilityLabel="Shown and heard"
        onPress={() => select({ kind: 'guide' })}
        style={styles.touch}
      />
    </View>
  );
});

/** What comes after the last section. @param songKey the key a new section begins in. */
const ChartFoot = memo(function ChartFoot({ songKey }: { songKey: string }) {
  return (
    <View style={styles.buttons}>
      <Button
        mode="outlined"
        icon="plus"
        onPress={() => change(addSection('Section', keyText(keyOf(songKey))))}
      >
        Add a section
      </Button>
      <Button mode="outlined" icon="text-box-outline" onPress={() => select({ kind: 'text' })}>
        Chart as text
      </Button>
    </View>
  );
});

/** A chart of more bars than this draws only the lines in view. */
const LONG = 128;

const playedTimes = ({ form }: Song, section: string): number =>
  form.reduce((sum, entry) => sum + (entry.section === section ? entry.repeats : 0), 0);

/** The sections one below another, bars of chords with their length to be seen. */
export function ChartScreen() {
  const palette = usePalette();
  const { beside } = useViewport();
  const song = useOpenSong((s) => s.song);
  const [width, setWidth] = useState(0);
  const measure = (event: LayoutChangeEvent): void => setWidth(Math.floor(event.nativeEvent.layout.width));
  useBarRangeKeys();
  useBarInSight();
  useFirstBar(song, width > 0);
  const { ref, isAway, comeBack } = useChartFollow();
  if (!song) return null;
  const isLong = song.sections.reduce((sum, section) => sum + section.bars, 0) > LONG;
  return (
    <View style={styles.screen}>
      <ScrollView
        ref={(view) => ref((view?.getScrollableNode() as HTMLElement | undefined) ?? null)}
        style={{ backgroundColor: palette.paper }}
        contentContainerStyle={styles.content}
      >
        <ChartHead songKey={song.key} metre={song.metre} styleText={styleName(song.style)} />
        <View onLayout={measure}>
          {width > 0
            ? song.sections.map((section) => (
                <SectionChart
                  key={section.id}
                  section={section}
                  songKey={song.key}
                  metre={song.metre}
                  tempo={song.tempo}
                  width={width}
                  repeats={playedTimes(song, section.id)}
                  isLong={isLong}
                  parts={song.parts}
                />
              ))
            : null}
        </View>
        {isBlank(song) ? (
          <Words size="words" tone="quiet" style={styles.hint}>
            Tap a bar to write its chords, or put in a whole chart or chord sheet as text. The band plays as
            soon as they stand.
          </Words>
        ) : null}
        <ChartFoot songKey={song.key} />
      </ScrollView>
      <BackToPlaying {...{ isAway, comeBack }} />
      {beside ? null : <Seat otherwise={<ChartSheet beside={false} />} />}
    </View>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, minHeight: 0 },
  content: { paddingHorizontal: 14, paddingBottom: 24 },
  head: { flexDirection: 'row', alignItems: 'center' },
  key: { flex: 1, minHeight: TOUCH, justifyContent: 'center' },
  degrees: {
    height: TOUCH,
    minWidth: TOUCH,
    paddingHorizontal: 8,
    borderBottomWidth: 3,
    alignItems: 'center',
    justifyContent: 'center',
  },
  facts: TYPE.words,
  touch: TOUCH_SQUARE,
  hint: { paddingBottom: 12 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
