import { useState } from 'react';
import { Pressable, ScrollView, StyleSheet, Text, View, type LayoutChangeEvent } from 'react-native';
import { IconButton } from 'react-native-paper';
import type { Band } from '@backline/core/band/index';
import { moveEntry, removeEntry, setRepeats } from '@backline/core/edits/form';
import { setSettings } from '@backline/core/edits/settings';
import type { Part, Song } from '@backline/core/song/schema';
import { Choices } from '../../components/Choices';
import { Notice } from '../../components/Notice';
import { PartBadge } from '../../components/PartBadge';
import { Sheet } from '../../components/Sheet';
import { useBand } from '../../state/band';
import { change, useOpenSong } from '../../state/openSong';
import { partKind, playsIn } from '../../state/repertoire';
import { usePalette } from '../../theme/usePalette';
import { TYPE } from '../../theme/styles';
import { FONT, SIZE } from '../../theme/tokens';
import { PartSettings } from '../band/laterSettings';
import { WeaveCell } from './WeaveCell';
import { passesOf } from './weave';

/** An entry of the form with the ticks of its first playing. */
interface Column {
  readonly index: number;
  readonly sectionId: string;
  readonly name: string;
  readonly bars: number;
  readonly repeats: number;
  readonly start: number;
  readonly end: number;
}

function columnsOf(song: Song, band: Band): Column[] {
  const passes = passesOf(band);
  let pass = 0;
  return song.form.flatMap((entry, index): Column[] => {
    const section = song.sections.find((s) => s.id === entry.section);
    const found = passes[pass];
    if (!section || !found) return [];
    pass += entry.repeats;
    const { id: sectionId, name, bars } = section;
    return [{ index, sectionId, name, bars, repeats: entry.repeats, start: found.start, end: found.end }];
  });
}

interface CellProps {
  readonly song: Song;
  readonly part: Part;
  readonly band: Band;
  readonly column: Column;
  readonly width: number;
  readonly height: number;
  readonly withLabel: boolean;
  readonly onOpen: () => void;
}

/** Who plays what in one section: its rhythm to be seen, its settings one tap away. */
function Cell({ song, part, band, column, width, height, withLabel, onOpen }: CellProps) {
  const palette = usePalette();
  const plays = playsIn(song, part, column.sectionId);
  const bandPart = band.parts.find((p) => p.id === part.id);
  const words = plays.on ? `${plays.pattern}, density ${plays.density}` : 'rests';
  return (
    <Pressable
      role="button"
      aria-label={`${part.name} in ${column.name}: ${words}`}
      onPress={onOpen}
      style={[
        styles.cell,
        {
          width,
          height,
          borderColor: palette.line,
          backgroundColor: plays.on ? palette.raised : palette.paper,
        },
      ]}
    >
      {bandPart && width > 6 ? (
        <WeaveCell
          part={bandPart}
          from={column.start}
          to={column.end}
          width={width - 2}
          height={height - 2}
          label={withLabel ? words : ''}
        />
      ) : null}
    </Pressable>
  );
}

/** Order and repeats of one entry. */
function EntryControls({
  song,
  column,
  onMoved,
}: {
  song: Song;
  column: Column;
  onMoved: (to: number) => void;
}) {
  const palette = usePalette();
  const { index, repeats, name } = column;
  // What is moved stays in hand: pressed again it goes on.
  const move = (by: -1 | 1): void => {
    if (change(moveEntry(index, by))) onMoved(index + by);
  };
  const touch = (icon: string, label: string, onPress: () => void, disabled = false) => (
    <IconButton
      icon={icon}
      accessibilityLabel={label}
      onPress={onPress}
      disabled={disabled}
      size={22}
      style={styles.touch}
    />
  );
  return (
    <View style={styles.controls}>
      {touch('arrow-left', `Play ${name} earlier`, () => move(-1), index === 0)}
      {touch('arrow-right', `Play ${name} later`, () => move(1), index + 1 >= song.form.length)}
      {touch('minus', `${name} once less`, () => change(setRepeats(index, repeats - 1)), repeats < 2)}
      <Text style={[styles.repeats, { color: palette.ink }]} aria-live="polite">
        {repeats === 1 ? 'once' : `${repeats} times`}
      </Text>
      {touch('plus', `${name} once more`, () => change(setRepeats(index, repeats + 1)), repeats >= 16)}
      {touch(
        'playlist-remove',
        `Take ${name} out here`,
        () => change(removeEntry(index)),
        song.form.length < 2,
      )}
    </View>
  );
}

const ROW = 58;
const NAME = 124;

/** Who plays where: parts by sections. One section at a time on a narrow screen, all of them on a wide one. */
export function FormScreen() {
  const palette = usePalette();
  const song = useOpenSong((s) => s.song);
  const { band, failed } = useBand();
  const [chosen, setChosen] = useState(0);
  const [open, setOpen] = useState<string | null>(null);
  const [width, setWidth] = useState(0);
  if (!song) return null;
  if (failed) return <Notice text={failed} />;
  if (!band) return null;
  const columns = columnsOf(song, band);
  const column = columns.find((c) => c.index === chosen) ?? columns[0];
  if (!column)
    return <Notice text="No section is played. On the chart, open a section and let it play again." />;
  const wide = width > 540;
  const total = columns.reduce((sum, c) => sum + c.bars, 0);
  const room = width - NAME - 4;
  const shown = wide ? columns : [column];
  const widthOf = (c: Column): number => Math.floor(wide ? (room * c.bars) / total : room);
  const part = song.parts.find((p) => p.id === open);
  const kind = part && partKind(part);
  const openCell = (c: Column, p: Part): void => {
    setChosen(c.index);
    setOpen(p.id);
  };
  return (
    <View style={[styles.screen, { backgroundColor: palette.paper }]}>
      <ScrollView contentContainerStyle={styles.content}>
        <Choices
          label="Form"
          value={column.index}
          choices={columns.map((c) => ({
            value: c.index,
            label: c.repeats > 1 ? `${c.name} ×${c.repeats}` : c.name,
          }))}
          onChoose={setChosen}
        />
        <EntryControls song={song} column={column} onMoved={setChosen} />
        <View onLayout={(e: LayoutChangeEvent) => setWidth(Math.floor(e.nativeEvent.layout.width))}>
          {wide ? (
            <View style={styles.row} aria-hidden>
              <View style={styles.part} />
              {columns.map((c) => (
                <Text
                  key={c.index}
                  numberOfLines={1}
                  style={[
                    styles.column,
                    {
                      width: widthOf(c),
                      color: palette.ink,
                      fontFamily: c === column ? FONT.strong : FONT.text,
                    },
                    { borderColor: c === column ? palette.action : 'transparent' },
                  ]}
                >
                  {c.name}
                </Text>
              ))}
            </View>
          ) : null}
          {width > 0
            ? song.parts.map((p) => {
                const on = playsIn(song, p, column.sectionId).on;
                return (
                  <View key={p.id} role="group" aria-label={p.name} style={styles.row}>
                    <Pressable
                      role="switch"
                      aria-checked={on}
                      aria-label={`${p.name} plays in ${column.name}`}
                      onPress={() => change(setSettings(p.id, column.sectionId, { on: !on }))}
                      style={styles.part}
                    >
                      <PartBadge kind={p.kind} quiet={!on} />
                      <Text style={[styles.name, { color: palette.ink }]}>{p.name}</Text>
                    </Pressable>
                    {shown.map((c) => (
                      <Cell
                        key={c.index}
                        song={song}
                        part={p}
                        band={band}
                        column={c}
                        width={widthOf(c)}
                        height={ROW}
                        withLabel={!wide}
                        onOpen={() => openCell(c, p)}
                      />
                    ))}
                  </View>
                );
              })
            : null}
        </View>
      </ScrollView>
      {part ? (
        <Sheet title={`${part.name} in ${column.name}`} onClose={() => setOpen(null)}>
          {kind ? <PartSettings {...{ song, part, kind }} sectionId={column.sectionId} /> : null}
        </Sheet>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, minHeight: 0 },
  content: { padding: 14, gap: 8, paddingBottom: 24 },
  controls: { flexDirection: 'row', alignItems: 'center' },
  touch: { width: 44, height: 44, margin: 0 },
  repeats: { ...TYPE.words, minWidth: 52, textAlign: 'center' },
  row: { flexDirection: 'row', alignItems: 'center', marginBottom: 4 },
  part: { width: NAME, flexDirection: 'row', alignItems: 'center', gap: 6, minHeight: 44 },
  name: TYPE.strong,
  column: { fontSize: SIZE.tiny, paddingHorizontal: 3, borderBottomWidth: 2.5 },
  cell: { borderWidth: 1, borderRadius: 6, overflow: 'hidden' },
});
