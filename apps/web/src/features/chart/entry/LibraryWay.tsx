import { useMemo, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { Button } from '../../../components/Button';
import { Field } from '../../../components/Field';
import useSWR from 'swr';
import { pasteClip, type Paste } from '@backline/core/edits/barRangeEdits';
import { otherMetre } from '@backline/core/edits/barRange';
import type { Search } from '@backline/core/progressions/fit';
import { PROGRESSIONS } from '@backline/core/progressions/library';
import { GENRES, MOODS, type Genre, type Mood, type Progression } from '@backline/core/progressions/schema';
import { METRE_NAMES } from '@backline/core/time/metre';
import { noteGlyphs } from '@backline/core/theory/spelling';
import { Notice } from '../../../components/Notice';
import { Picker } from '../../../components/Picker';
import { Toggle } from '../../../components/Toggle';
import { repertoireTools } from '../../../state/repertoire';
import { ApiError, PROGRESSION_LIST, deleteProgression, fetchProgressions } from '../../../state/api';
import { usePalette } from '../../../theme/usePalette';
import { TOUCH_SQUARE, TYPE } from '../../../theme/styles';
import { FONT, SIZE } from '../../../theme/tokens';
import { KeepChoice } from '../barRange/KeepChoice';
import { write, type Place } from './entry';
import { hearRun } from '../../../state/hearing';
import { Words } from '../../../components/Words';

interface Listed extends Progression {
  /** Of one's own: its id on the server. */
  readonly id: string | null;
}

const EVERYTHING: Search = { text: '', genre: null, mood: null, mode: null, bars: null, metre: null };
const LIBRARY: readonly Listed[] = PROGRESSIONS.map((p) => ({ ...p, id: null }));
const SHOWN = 12;
const any = <T extends string>(values: readonly T[]) => [
  { value: '' as const, label: 'any' },
  ...values.map((value) => ({ value, label: value })),
];

/** Progressions by degree, searched, heard in the key of the place, and put in whole or in part. */
export function LibraryWay({ place }: { place: Place }) {
  const [search, setSearch] = useState<Search>(EVERYTHING);
  const [open, setOpen] = useState<string | null>(null);
  const [count, setCount] = useState(SHOWN);
  const [filters, setFilters] = useState(false);
  const set = [search.genre, search.mood, search.bars, search.metre, search.mode].filter(Boolean).length;
  const { data: own, error } = useSWR(PROGRESSION_LIST, fetchProgressions);
  const found = useMemo(() => {
    const mine = (own ?? []).map((o): Listed => ({ ...o.progression, id: o.id }));
    return repertoireTools().searchProgressions([...mine, ...LIBRARY], search);
  }, [own, search]);
  const put = (next: Partial<Search>): void => {
    setSearch({ ...search, ...next });
    setCount(SHOWN);
  };
  return (
    <>
      <View style={styles.head}>
        <Field
          label="Search: a degree, a word"
          accessibilityLabel="Search the library"
          value={search.text}
          onChangeText={(text) => put({ text })}
          autoCapitalize="none"
          autoCorrect={false}
          style={styles.search}
        />
        <Toggle
          as="head"
          label={set ? `Filters (${set})` : 'Filters'}
          on={filters}
          onPress={() => setFilters(!filters)}
        />
      </View>
      {filters ? (
        <View style={styles.filters}>
          <Picker
            label="Genre"
            value={search.genre ?? ''}
            choices={any(GENRES)}
            onChoose={(v) => put({ genre: (v || null) as Genre | null })}
          />
          <Picker
            label="Mood"
            value={search.mood ?? ''}
            choices={any(MOODS)}
            onChoose={(v) => put({ mood: (v || null) as Mood | null })}
          />
          <Picker
            label="Length"
            value={search.bars ?? ''}
            choices={any(['up to 4', '5 to 8', 'more than 8'] as const)}
            onChoose={(v) => put({ bars: v || null })}
          />
          <Picker
            label="Metre"
            value={search.metre ?? ''}
            choices={any(METRE_NAMES)}
            onChoose={(v) => put({ metre: v || null })}
          />
          <Picker
            label="Mode"
            value={search.mode ?? ''}
            choices={any(['major', 'minor'] as const)}
            onChoose={(v) => put({ mode: v || null })}
          />
        </View>
      ) : null}
      {error ? <Notice text="Your own progressions cannot be loaded now; the library is all here." /> : null}
      <Words tone="quiet" style={styles.facts} role="status">
        {found.length === 0
          ? set
            ? 'Nothing found. Leave a filter out.'
            : `Nothing is found by “${search.text.trim()}”. Try degrees like 1 6 4 5, a word like sad, or a length like 12 bars.`
          : `${found.length} found, in ${place.bar.key}`}
      </Words>
      {found.slice(0, count).map((progression) => {
        const id = progression.id ?? progression.name;
        return (
          <Row
            key={id}
            progression={progression}
            place={place}
            open={open === id}
            onOpen={() => setOpen(open === id ? null : id)}
          />
        );
      })}
      {found.length > count ? <Button onPress={() => setCount(count + 24)}>More</Button> : null}
    </>
  );
}

interface RowProps {
  readonly progression: Listed;
  readonly place: Place;
  readonly open: boolean;
  readonly onOpen: () => void;
}

function Row({ progression, place, open, onOpen }: RowProps) {
  const { barCount, barsOfClip } = repertoireTools();
  const palette = usePalette();
  const { mutate } = useSWR(PROGRESSION_LIST, fetchProgressions);
  const [keep, setKeep] = useState<Paste['keep']>('bars');
  const [trouble, setTrouble] = useState<string | null>(null);
  /** Deleting asks once. */
  const [asked, setAsked] = useState(false);
  const [without, setWithout] = useState<readonly number[]>([]);
  const clip = useMemo(
    () => repertoireTools().fitProgression(progression, place.bar.key),
    [progression, place.bar.key],
  );
  const bars = Array.from({ length: barCount(progression) }, (_, i) => i);
  const wanted = barsOfClip(
    clip,
    bars.filter((i) => !without.includes(i)),
  );
  const symbols = clip.chords.map((c) => noteGlyphs(c.symbol ?? 'N.C.')).join('  ');
  const about = [progression.bars, ...progression.genres, ...progression.moods, progression.metre].join(
    ' · ',
  );
  const where = { section: place.section.id, bar: place.index };
  const asks = otherMetre(wanted, place.bar.metre);
  const put = (how: 'over' | 'between'): void => {
    write(place, pasteClip(where, wanted, { where: how, key: 'as it was', keep: asks ? keep : 'beats' }));
    hearRun(wanted.chords);
  };
  const remove = async (own: string): Promise<void> => {
    try {
      await deleteProgression(own);
      await mutate();
    } catch (error) {
      setTrouble(error instanceof ApiError ? error.message : 'It could not be deleted. Try again.');
    }
  };
  return (
    <View role="group" aria-label={progression.name} style={[styles.row, { borderColor: palette.line }]}>
      <View style={styles.head}>
        <View style={styles.name}>
          <Words style={styles.title}>{progression.name}</Words>
          <Words style={styles.chords} numberOfLines={open ? undefined : 1}>
            {symbols}
          </Words>
          <Pressable
            role="button"
            aria-expanded={open}
            aria-label={`${progression.name}: ${progression.bars}`}
            onPress={onOpen}
            style={StyleSheet.absoluteFill}
          />
        </View>
        <IconButton
          icon="volume-high"
          accessibilityLabel={`Hear ${progression.name}`}
          onPress={() => hearRun(wanted.chords)}
          style={styles.touch}
        />
      </View>
      {open ? (
        <>
          <Words tone="quiet" style={styles.facts}>
            {about}
          </Words>
          <View role="group" aria-label="Bars to put in" style={styles.wrap}>
            {bars.map((i) => {
              const on = !without.includes(i);
              return (
                <Toggle
                  key={i}
                  label={String(i + 1)}
                  spoken={`Bar ${i + 1}`}
                  on={on}
                  onPress={() => setWithout(on ? [...without, i] : without.filter((w) => w !== i))}
                />
              );
            })}
          </View>
          {asks ? <KeepChoice value={keep} onChoose={setKeep} /> : null}
          <View style={styles.wrap}>
            <Button mode="contained" disabled={!wanted.bars.length} onPress={() => put('over')}>
              {`Put in from bar ${place.index + 1}`}
            </Button>
            <Button mode="outlined" disabled={!wanted.bars.length} onPress={() => put('between')}>
              Between the bars
            </Button>
            {progression.id ? (
              <Button
                icon="delete-outline"
                onPress={() => (asked ? void remove(progression.id!) : setAsked(true))}
              >
                {asked ? 'Delete it for good' : 'Delete'}
              </Button>
            ) : null}
          </View>
          {trouble ? <Notice text={trouble} /> : null}
        </>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  filters: { gap: 2 },
  search: { flex: 1, minWidth: 0 },
  row: { borderTopWidth: 1, paddingVertical: 4, gap: 6 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  name: { flex: 1, minHeight: 48, justifyContent: 'center', minWidth: 0 },
  title: TYPE.strong,
  chords: { fontFamily: FONT.chord, fontSize: SIZE.body },
  facts: TYPE.tiny,
  wrap: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  touch: TOUCH_SQUARE,
});
