import { Pressable, StyleSheet, Text, View } from 'react-native';
import { usePalette } from '../theme/usePalette';
import { FONT, SIZE, TOUCH } from '../theme/tokens';

export interface Choice<T extends string | number> {
  readonly value: T;
  readonly label: string;
}

export interface ChoicesProps<T extends string | number> {
  readonly label: string;
  readonly value: T | null;
  readonly choices: readonly Choice<T>[];
  readonly onChoose: (value: T) => void;
  /** True where the label is read out but not shown, since the choices say it. */
  readonly bare?: boolean;
}

/** One of a few: all in sight, the chosen one filled. */
export function Choices<T extends string | number>({
  label,
  value,
  choices,
  onChoose,
  bare = false,
}: ChoicesProps<T>) {
  const palette = usePalette();
  return (
    <View style={styles.group}>
      {bare ? null : (
        <Text style={[styles.label, { color: palette.ink }]} aria-hidden>
          {label}
        </Text>
      )}
      <View role="radiogroup" aria-label={label} style={styles.row}>
        {choices.map((choice) => {
          const chosen = choice.value === value;
          return (
            <Pressable
              key={choice.value}
              role="radio"
              aria-checked={chosen}
              aria-label={choice.label}
              onPress={() => onChoose(choice.value)}
              style={[
                styles.choice,
                {
                  borderColor: chosen ? palette.action : palette.line,
                  backgroundColor: chosen ? palette.actionWash : palette.raised,
                },
              ]}
            >
              <Text
                style={[styles.text, { color: palette.ink, fontFamily: chosen ? FONT.strong : FONT.text }]}
              >
                {choice.label}
              </Text>
            </Pressable>
          );
        })}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  group: { gap: 4, paddingVertical: 4 },
  label: { fontFamily: FONT.strong, fontSize: SIZE.small },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  choice: {
    minHeight: TOUCH,
    minWidth: TOUCH,
    paddingHorizontal: 12,
    borderWidth: 1.5,
    borderRadius: 12,
    alignItems: 'center',
    justifyContent: 'center',
  },
  text: { fontSize: SIZE.small },
});
