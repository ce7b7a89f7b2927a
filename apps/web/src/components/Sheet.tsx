import { memo, useEffect, useRef, type ReactNode } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { usePalette } from '../theme/usePalette';
import { useEscape } from './useEscape';
import { useReturnFocus } from './useReturnFocus';
import { FONT, SIZE } from '../theme/tokens';
import { Words } from './Words';

export interface SheetProps {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
  /** What stays in sight above what scrolls. */
  readonly top?: ReactNode;
  /** What stands in the place of the title, beside the way to close it; the title is read out all the same. */
  readonly head?: ReactNode;
  /** Tall sheets take most of the height, others what they need. */
  readonly tall?: boolean;
  /** Height that it leaves to what it is about, px; in place of a share of the screen. */
  readonly leaves?: number;
  /** True where it takes its place among others and never more than they leave. */
  readonly inFlow?: boolean;
  /** True where it stands beside the chart on a wide screen rather than below it. */
  readonly beside?: boolean;
  /** True where the keyboard stays outside, as it goes on selecting. */
  readonly leavesFocus?: boolean;
}

const TITLE = 'sheet-title';

/** Moves the focus to the title of the open sheet; its controls come next by Tab. */
export const focusSheet = (): void => document.getElementById(TITLE)?.focus();

/** True where a sheet was opened by key, and the keyboard is not in it yet. */
const comesByKey = (sheet: HTMLElement | null): boolean => {
  const { activeElement } = document;
  return activeElement?.matches(':focus-visible') === true && !sheet?.contains(activeElement);
};

const Close = memo(function Close({ title, onClose }: Pick<SheetProps, 'title' | 'onClose'>) {
  return (
    <IconButton
      icon="close"
      size={22}
      accessibilityLabel={`Close ${title}`}
      onPress={onClose}
      style={styles.close}
    />
  );
});

/** A panel at the thumb that leaves what it is about in sight. Escape closes it; who opens it by key stands in it. */
export function Sheet(props: SheetProps) {
  const { title, onClose, children, head, leaves } = props;
  const { top = null, tall = false, beside = false, inFlow = false, leavesFocus = false } = props;
  const palette = usePalette();
  const sheet = useRef<View>(null);
  useReturnFocus();
  useEffect(() => {
    if (!leavesFocus && comesByKey(sheet.current as unknown as HTMLElement | null)) focusSheet();
  }, [leavesFocus]);
  useEscape(onClose);
  return (
    <View
      ref={sheet}
      role="dialog"
      aria-label={title}
      style={[
        styles.sheet,
        tall && styles.tall,
        inFlow && styles.inFlow,
        leaves !== undefined && { maxHeight: `calc(100% - ${leaves}px)` as `${number}%` },
        beside && styles.beside,
        { backgroundColor: palette.raised, borderColor: palette.line },
      ]}
    >
      <View style={styles.head}>
        {head ? (
          <>
            <View role="heading" aria-level={2} aria-label={title} style={styles.unseen} />
            <View id={TITLE} role="group" aria-label={title} tabIndex={-1} style={styles.grow}>
              {head}
            </View>
          </>
        ) : (
          <View id={TITLE} role="heading" aria-level={2} tabIndex={-1} style={styles.grow}>
            <Words style={styles.title}>{title}</Words>
          </View>
        )}
        <Close {...{ title, onClose }} />
      </View>
      {top}
      <ScrollView contentContainerStyle={styles.body} keyboardShouldPersistTaps="handled">
        {children}
      </ScrollView>
    </View>
  );
}

const styles = StyleSheet.create({
  sheet: {
    borderTopWidth: 1,
    borderTopLeftRadius: 18,
    borderTopRightRadius: 18,
    maxHeight: '58%',
    flexShrink: 0,
  },
  tall: { maxHeight: '82%' },
  inFlow: { maxHeight: '100%', flexShrink: 1 },
  beside: { maxHeight: '100%', flex: 1, borderTopWidth: 0, borderTopLeftRadius: 0, borderTopRightRadius: 0 },
  head: { flexDirection: 'row', alignItems: 'center', paddingLeft: 16, paddingRight: 4 },
  grow: { flex: 1, minWidth: 0 },
  unseen: { width: 1, height: 1, overflow: 'hidden' },
  title: { fontFamily: FONT.strong, fontSize: SIZE.body },
  close: { width: 44, height: 44, margin: 0 },
  body: { paddingHorizontal: 16, paddingTop: 4, paddingBottom: 12, gap: 6 },
});
