import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { MaterialDesignIcons } from '@react-native-vector-icons/material-design-icons';
import { StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { moveEntry, removeEntry, setRepeats } from '@backline/core/edits/form';
import { bringBack, letSectionGo } from '@backline/core/edits/removed';
import { LIMITS } from '@backline/core/song/limits';
import { counted } from '@backline/core/song/listed';
import type { FormEntry, Song } from '@backline/core/song/schema';
import { occurrenceKeyOf } from '@backline/core/timeline/occurrenceKey';
import { Button } from '../../../components/Button';
import { Sheet } from '../../../components/Sheet';
import { change } from '../../../state/openSong';
import { usePalette } from '../../../theme/usePalette';
import { TOUCH_SQUARE } from '../../../theme/styles';
import { TOUCH } from '../../../theme/tokens';
import { choosePlaying, openOver } from '../formState';
import { Words } from '../../../components/Words';

const times = (repeats: number): string => (repeats === 1 ? 'once' : `${repeats} times`);

/** One place of the form: held at its handle it is moved, by a finger or by Space and arrow keys. */
function Place({ song, entry, index }: { song: Song; entry: FormEntry; index: number }) {
  const palette = usePalette();
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({ id: entry.id });
  const name = song.sections.find((s) => s.id === entry.section)?.name ?? '';
  const { repeats } = entry;
  const touch = (icon: string, label: string, onPress: () => void, disabled: boolean) => (
    <IconButton
      icon={icon}
      size={20}
      accessibilityLabel={label}
      disabled={disabled}
      onPress={onPress}
      style={TOUCH_SQUARE}
    />
  );
  return (
    <div
      ref={setNodeRef}
      role="listitem"
      style={{
        transform: CSS.Translate.toString(transform),
        transition,
        display: 'flex',
        alignItems: 'center',
        borderRadius: 10,
        border: `1px solid ${palette.line}`,
        background: isDragging ? palette.actionWash : palette.paper,
        position: 'relative',
        zIndex: isDragging ? 2 : 0,
      }}
    >
      <div
        {...attributes}
        {...listeners}
        ref={setActivatorNodeRef}
        aria-label={`Move ${name}, place ${index + 1} of ${song.form.length}`}
        style={{
          width: TOUCH,
          height: TOUCH,
          display: 'flex',
          alignItems: 'center',
          justifyContent: 'center',
          cursor: 'grab',
          touchAction: 'none',
        }}
      >
        <MaterialDesignIcons aria-hidden name="drag-horizontal-variant" size={22} color={palette.quiet} />
      </div>
      <Words numberOfLines={1} size="strong" style={styles.name}>
        {name}
      </Words>
      {touch('minus', `${name} once less`, () => change(setRepeats(index, repeats - 1)), repeats < 2)}
      <Words size="words" style={styles.times}>
        {times(repeats)}
      </Words>
      {touch(
        'plus',
        `${name} once more`,
        () => change(setRepeats(index, repeats + 1)),
        repeats >= LIMITS.repeats,
      )}
      {touch(
        'playlist-remove',
        `Take ${name} out here`,
        () => change(removeEntry(index)),
        song.form.length < 2,
      )}
    </div>
  );
}

/** Sections that were taken out, the last one first: each can be brought back to where it was. */
function TakenOut({ song }: { song: Song }) {
  const removed = (song.removed ?? []).map((one, index) => ({ ...one, index })).reverse();
  if (!removed.length) return null;
  return (
    <View role="group" aria-label="Taken out" style={styles.list}>
      <Words role="heading" aria-level={3} size="strong">
        Taken out
      </Words>
      {removed.map(({ section, index }) => {
        const { name, bars } = section;
        return (
          <View key={index} style={styles.out}>
            <Words numberOfLines={1} size="words" style={styles.name}>
              {`${name}, ${counted(bars, 'bar')}`}
            </Words>
            <Button
              mode="outlined"
              accessibilityLabel={`Bring back ${name}`}
              onPress={() => change(bringBack(index))}
            >
              Bring back
            </Button>
            <IconButton
              icon="delete-outline"
              size={20}
              accessibilityLabel={`Let ${name} go for good`}
              onPress={() => change(letSectionGo(index))}
              style={TOUCH_SQUARE}
            />
          </View>
        );
      })}
    </View>
  );
}

/** The order of the form: places are dragged to where they belong, repeated, and taken out. */
export function OrderSheet({ song }: { song: Song }) {
  const sensors = useSensors(
    useSensor(PointerSensor),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const ids = song.form.map((e) => e.id);
  const nameOf = (id: string | number): string => {
    const entry = song.form.find((e) => e.id === id);
    return song.sections.find((s) => s.id === entry?.section)?.name ?? '';
  };
  const scopeAt = (id: string | number): number => ids.indexOf(String(id)) + 1;
  return (
    <Sheet tall title="Order of the sections" onClose={() => openOver(null)}>
      <Words size="words" tone="quiet">
        Hold a handle and drag. By keyboard: Space picks up and puts down, arrows move.
      </Words>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        accessibility={{
          screenReaderInstructions: {
            draggable: 'Space picks it up, arrow keys move it, Space puts it down, Escape gives up.',
          },
          announcements: {
            onDragStart: ({ active }) => `${nameOf(active.id)} is picked up.`,
            onDragOver: ({ active, over }) =>
              over ? `${nameOf(active.id)} is at place ${scopeAt(over.id)} of ${ids.length}.` : undefined,
            onDragEnd: ({ active, over }) =>
              over ? `${nameOf(active.id)} is put down at place ${scopeAt(over.id)}.` : undefined,
            onDragCancel: ({ active }) => `${nameOf(active.id)} stays where it was.`,
          },
        }}
        onDragEnd={({ active, over }) => {
          if (!over || active.id === over.id) return;
          change(moveEntry(scopeAt(active.id) - 1, scopeAt(over.id) - scopeAt(active.id)));
          choosePlaying(occurrenceKeyOf({ entry: String(active.id), repeat: 0 }));
        }}
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          <View role="list" aria-label="Form" style={styles.list}>
            {song.form.map((entry, index) => (
              <Place key={entry.id} song={song} entry={entry} index={index} />
            ))}
          </View>
        </SortableContext>
      </DndContext>
      <TakenOut song={song} />
    </Sheet>
  );
}

const styles = StyleSheet.create({
  list: { gap: 4 },
  out: { flexDirection: 'row', alignItems: 'center', gap: 6 },
  name: { flex: 1, minWidth: 0 },
  times: { minWidth: 52, textAlign: 'center' },
});
