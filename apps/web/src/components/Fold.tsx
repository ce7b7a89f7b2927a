import { MaterialDesignIcons } from '@react-native-vector-icons/material-design-icons';
import type { ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { TOUCH } from '../theme/tokens';
import { usePalette } from '../theme/usePalette';
import { Words } from './Words';

export interface FoldProps {
  readonly title: string;
  /** What stands in it now, in a few words. */
  readonly facts?: string;
  readonly open: boolean;
  /** Of its heading: 3 within a card or a sheet, 2 right under the screen’s own. */
  readonly level?: 2 | 3;
  readonly onTurn: () => void;
  readonly children: ReactNode;
}

/** Settings that belong together, behind their heading. */
export function Fold({ title, facts, open, level = 3, onTurn, children }: FoldProps) {
  const palette = usePalette();
  return (
    <View style={[styles.fold, { borderColor: palette.line }]}>
      <View style={styles.head}>
        <Words aria-hidden size="strong">
          {title}
        </Words>
        <Words aria-hidden size="words" tone="quiet" style={styles.facts} numberOfLines={1}>
          {open ? '' : facts}
        </Words>
        <MaterialDesignIcons
          aria-hidden
          name={open ? 'chevron-up' : 'chevron-down'}
          size={22}
          color={palette.quiet}
        />
        <View role="heading" aria-level={level} style={StyleSheet.absoluteFill}>
          <Pressable
            role="button"
            aria-expanded={open}
            aria-label={title}
            aria-description={facts}
            onPress={onTurn}
            style={styles.whole}
          />
        </View>
      </View>
      {open ? <View style={styles.body}>{children}</View> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  fold: { borderTopWidth: 1 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 10, minHeight: TOUCH },
  whole: { flex: 1 },
  facts: { flex: 1, minWidth: 0 },
  body: { gap: 6, paddingBottom: 10 },
});
