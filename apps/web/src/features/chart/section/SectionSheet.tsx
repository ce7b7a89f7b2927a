import { useTrouble } from '../../../components/useTrouble';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../../components/Button';
import { Field } from '../../../components/Field';
import { setSectionLength } from '@backline/core/edits/bars';
import { LIMITS } from '@backline/core/song/limits';
import type { Section, Song } from '@backline/core/song/schema';
import { Sheet } from '../../../components/Sheet';
import { Stepper } from '../../../components/Stepper';
import { change } from '../../../state/openSong';
import { SectionActions, SectionName } from '../../section/SectionBasics';
import { select } from '../../../state/selection';

/** A section's name, length, key, drafts; and doubling, playing again or removing it. */
export function SectionSheet({ song, section, beside }: { song: Song; section: Section; beside: boolean }) {
  const { id, bars } = section;
  return (
    <Sheet title={section.name} onClose={() => select(null)} beside={beside}>
      <SectionName section={section} />
      <View style={styles.row}>
        <View style={styles.grow}>
          <Stepper
            label="Length"
            text={bars === 1 ? '1 bar' : `${bars} bars`}
            less="A bar shorter"
            more="A bar longer"
            onLess={bars > 1 ? () => change(setSectionLength(id, bars - 1)) : undefined}
            onMore={bars < LIMITS.barsPerSection ? () => change(setSectionLength(id, bars + 1)) : undefined}
            number={{
              value: bars,
              least: 1,
              most: LIMITS.barsPerSection,
              onSet: (wanted) => change(setSectionLength(id, wanted)),
            }}
          />
        </View>
        <LengthField key={bars} section={section} />
      </View>
      <View style={styles.buttons}>
        <Button mode="outlined" icon="layers-outline" onPress={() => select({ kind: 'drafts', section: id })}>
          {section.drafts.length === 1 ? 'Drafts' : `Drafts (${section.drafts.length})`}
        </Button>
        <Button
          mode="outlined"
          icon="key-variant"
          onPress={() => select({ kind: 'section key', section: id, bar: 0 })}
        >
          Key, metre and tempo
        </Button>
        <Button
          mode="outlined"
          icon="select-drag"
          onPress={() =>
            select({ kind: 'run', anchor: { section: id, bar: 0 }, head: { section: id, bar: bars - 1 } })
          }
        >
          Select all bars
        </Button>
        <SectionActions song={song} section={section} onRemoved={() => select(null)} />
      </View>
    </Sheet>
  );
}

/** The length typed as a number of bars. */
function LengthField({ section }: { section: Section }) {
  const [typed, setTyped] = useState(String(section.bars));
  const bars = Number(typed);
  const fits = Number.isInteger(bars) && bars >= 1 && bars <= LIMITS.barsPerSection;
  const take = (): void => {
    if (fits) change(setSectionLength(section.id, bars));
    else setTyped(String(section.bars));
  };
  const said = useTrouble(!fits);
  return (
    <Field
      accessibilityLabel={`Length in bars, 1 to ${LIMITS.barsPerSection}`}
      value={typed}
      onChangeText={setTyped}
      {...said.field}
      onSubmitEditing={take}
      onBlur={take}
      inputMode="numeric"
      style={styles.length}
    />
  );
}

const styles = StyleSheet.create({
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, paddingTop: 6 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1 },
  length: { width: 72, textAlign: 'center' },
});
