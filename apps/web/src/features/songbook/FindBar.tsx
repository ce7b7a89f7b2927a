import { StyleSheet, View } from 'react-native';
import useSWR from 'swr';
import { SORTS, type Sort } from '@backline/core/song/wire';
import { Choices } from '../../components/Choices';
import { Field } from '../../components/Field';
import { Picker } from '../../components/Picker';
import { TAGS, fetchTags, type Wanted } from '../../state/api';

const SORT_WORDS: Readonly<Record<Sort, string>> = {
  'worked on': 'Last worked on',
  title: 'Title',
  key: 'Key',
  tempo: 'Tempo',
  style: 'Style',
};
const ALL = '';

export interface FindBarProps {
  readonly wanted: Wanted;
  readonly onWant: (wanted: Wanted) => void;
}

/** Finds songs by words and tags, and puts them in an order. */
export function FindBar({ wanted, onWant }: FindBarProps) {
  const { data: tags = [] } = useSWR(TAGS, fetchTags);
  return (
    <View style={styles.bar}>
      <View style={styles.row}>
        <Field
          placeholder="Find a song"
          accessibilityLabel="Find a song by title, key, style or tag"
          value={wanted.find ?? ''}
          onChangeText={(find) => onWant({ ...wanted, find })}
          autoCorrect={false}
          style={styles.field}
        />
        <View style={styles.sort}>
          <Picker
            label="Order"
            bare
            value={wanted.sort ?? 'worked on'}
            choices={SORTS.map((value) => ({ value, label: SORT_WORDS[value] }))}
            onChoose={(sort) => onWant({ ...wanted, sort })}
          />
        </View>
      </View>
      {tags.length ? (
        <Choices
          label="Tag"
          bare
          inARow
          value={wanted.tag ?? ALL}
          choices={[
            { value: ALL, label: 'All' },
            ...tags.map((tag) => ({ value: tag, label: `#${tag}`, spoken: `#${tag}` })),
          ]}
          onChoose={(tag) => onWant({ ...wanted, tag: tag || null })}
        />
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  bar: { gap: 6 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  field: { flex: 1, minWidth: 0 },
  sort: { width: 148 },
});
