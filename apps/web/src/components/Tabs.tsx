import { memo } from 'react';
import { Pressable, ScrollView, StyleSheet } from 'react-native';
import { Icon } from 'react-native-paper';
import { usePalette } from '../theme/usePalette';
import { FONT, SIZE, TOUCH } from '../theme/tokens';
import { Words } from './Words';

export interface Tab<T extends string> {
  readonly value: T;
  readonly label: string;
  readonly icon: string;
}

export interface TabsProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly tabs: readonly Tab<T>[];
  readonly onChoose: (value: T) => void;
}

/** Ways to do one thing, side by side; the chosen one is underlined. Arrow keys go along them. */
function AllTabs<T extends string>({ label, value, tabs, onChoose }: TabsProps<T>) {
  const palette = usePalette();
  const step = (event: { key: string; preventDefault: () => void }, index: number): void => {
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    const next = tabs[index + by];
    if (!by || !next) return;
    event.preventDefault();
    onChoose(next.value);
    document.getElementById(`tab-${label}-${next.value}`)?.focus();
  };
  return (
    <ScrollView horizontal showsHorizontalScrollIndicator={false} style={styles.strip}>
      <TabList label={label}>
        {tabs.map((tab, index) => {
          const chosen = tab.value === value;
          return (
            <Pressable
              key={tab.value}
              id={`tab-${label}-${tab.value}`}
              role="tab"
              aria-selected={chosen}
              aria-label={tab.label}
              tabIndex={chosen ? 0 : -1}
              onPress={() => onChoose(tab.value)}
              {...{ onKeyDown: (event: React.KeyboardEvent) => step(event, index) }}
              style={[styles.tab, { borderColor: chosen ? palette.action : 'transparent' }]}
            >
              <Icon source={tab.icon} size={20} color={chosen ? palette.action : palette.quiet} />
              <Words
                tone={chosen ? 'ink' : 'quiet'}
                style={[styles.text, { fontFamily: chosen ? FONT.strong : FONT.text }]}
              >
                {tab.label}
              </Words>
            </Pressable>
          );
        })}
      </TabList>
    </ScrollView>
  );
}

export const Tabs = memo(AllTabs) as typeof AllTabs;

function TabList({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <div role="tablist" aria-label={label} style={{ display: 'flex', flexDirection: 'row', flex: 1 }}>
      {children}
    </div>
  );
}

const styles = StyleSheet.create({
  strip: { flexGrow: 0, flexShrink: 0, paddingHorizontal: 8 },
  tab: {
    minWidth: 52,
    minHeight: TOUCH,
    paddingHorizontal: 6,
    paddingVertical: 2,
    alignItems: 'center',
    justifyContent: 'center',
    borderBottomWidth: 3,
    flexGrow: 1,
  },
  text: { fontSize: SIZE.tiny },
});
