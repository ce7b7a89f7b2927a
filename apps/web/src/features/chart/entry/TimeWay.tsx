import { StyleSheet, View } from 'react-native';
import { Button } from '../../../components/Button';
import { insertBar, removeBars, splitBar } from '@backline/core/edits/bars';
import {
  SHORTEST,
  boundaryRoom,
  moveBoundary,
  removeChord,
  setLeadIn,
  setPush,
} from '@backline/core/edits/chords';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { spokenChord } from '@backline/core/theory/speech';
import type { ChordEvent } from '@backline/core/song/schema';
import { sectionBars } from '@backline/core/time/bars';
import { spokenBeats } from '@backline/core/theory/speech';
import { beatsAcross } from '@backline/core/time/beats';
import { Choices } from '../../../components/Choices';
import { Stepper } from '../../../components/Stepper';
import { change } from '../../../state/openSong';
import { AS_PATTERN, LEADS, leadOf } from '../leads';
import {
  GRIDS,
  gridTicks,
  reachTo,
  select,
  selectBar,
  useSelection,
  type Grid,
} from '../../../state/selection';
import type { Place } from './entry';

const PUSHES = [
  { value: 0, label: 'on the beat' },
  { value: 120, label: 'a sixteenth' },
  { value: 240, label: 'an eighth' },
  { value: 480, label: 'a quarter' },
];
const GRID_WORDS: Record<Grid, string> = {
  beat: 'beats',
  eighth: 'eighths',
  triplet: 'eighth triplets',
  sixteenth: 'sixteenths',
};

/** How long a chord lasts, in the beats of the bars it goes through. */
function beatsText({ start, length }: ChordEvent, { song, section }: Place): string {
  return spokenBeats(beatsAcross(sectionBars(section, song), start, start + length));
}

/** Lengths, pushes and bars around the chord in hand. */
export function TimeWay({ place }: { place: Place }) {
  const grid = useSelection((s) => s.grid);
  const { section, index, chord, chordIndex, chords } = place;
  const name = chord.symbol === null ? 'No chord' : spokenChord(parseChord(chord.symbol));
  const next = chords[chordIndex + 1];
  const unit = gridTicks(grid, place.bar);
  const longer = lengthened(place, unit);
  const shorter = lengthened(place, -unit);
  return (
    <>
      <Stepper
        label={`${name} lasts`}
        text={beatsText(chord, place)}
        less="Shorter"
        more="Longer"
        onLess={shorter === null ? undefined : () => change(moveBoundary(section.id, next!.id, shorter))}
        onMore={longer === null ? undefined : () => change(moveBoundary(section.id, next!.id, longer))}
      />
      <Choices
        label="Boundaries move by"
        value={grid}
        choices={GRIDS.map((value) => ({ value, label: GRID_WORDS[value] }))}
        onChoose={(value) => useSelection.setState({ grid: value })}
      />
      <Choices
        label="Played early by (push)"
        value={chord.anticipation ?? 0}
        choices={PUSHES}
        onChoose={(ticks) => change(setPush(section.id, chord.id, ticks))}
      />
      <Choices
        label="The bass leads into it"
        value={chord.leadIn ?? AS_PATTERN}
        choices={LEADS}
        onChoose={(way) => change(setLeadIn(section.id, [chord.id], leadOf(way)))}
      />
      <View style={styles.buttons}>
        <Button
          mode="outlined"
          icon="arrow-split-vertical"
          onPress={() => change(splitBar(section.id, index))}
        >
          Split the bar
        </Button>
        <Button
          mode="outlined"
          icon="arrow-collapse-horizontal"
          disabled={chords.length < 2}
          onPress={() => change(removeChord(section.id, chord.id))}
        >
          Take this chord out
        </Button>
        <Button
          mode="outlined"
          icon="plus"
          onPress={() => change(insertBar(section.id, index)) && selectBar(section.id, index + 1)}
        >
          Insert a bar after
        </Button>
        <Button
          mode="outlined"
          icon="delete-outline"
          disabled={section.bars < 2}
          onPress={() => {
            change(removeBars(section.id, index, index));
          }}
        >
          Remove this bar
        </Button>
        <Button mode="outlined" icon="select-drag" onPress={() => reachTo(section.id, index)}>
          Select bars
        </Button>
        <Button
          mode="outlined"
          icon="key-variant"
          onPress={() => select({ kind: 'section key', section: section.id, bar: index })}
        >
          Key, metre or tempo from here
        </Button>
      </View>
    </>
  );
}

/** Where the end of the chord in hand comes when it moves by so many ticks; null where it cannot. */
function lengthened({ chords, chordIndex }: Place, by: number): number | null {
  const next = chords[chordIndex + 1];
  const room = boundaryRoom(chords, chordIndex + 1);
  if (!next || !room) return null;
  const to = next.start + by;
  return to >= room[0] && to <= room[1] && Math.abs(by) >= SHORTEST ? to : null;
}

const styles = StyleSheet.create({
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, paddingTop: 4 },
});
