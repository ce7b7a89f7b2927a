import { Choices, type Choice } from '../../components/Choices';
import { Picker } from '../../components/Picker';

const AS_PATTERN = 'as its pattern';
const asPattern = { value: AS_PATTERN, label: AS_PATTERN } as const;

export interface OrItsPatternProps<T extends string | number> {
  readonly label: string;
  /** What is set; null where it is as the pattern has it. */
  readonly value: T | null;
  readonly choices: readonly Choice<T>[];
  readonly onChoose: (value: T | undefined) => void;
}

/** One of a few, or what the part's pattern has. */
export const OrItsPattern = <T extends string | number>(props: OrItsPatternProps<T>) => (
  <Choices
    label={props.label}
    value={props.value ?? AS_PATTERN}
    choices={[asPattern, ...props.choices]}
    onChoose={(value) => props.onChoose(value === AS_PATTERN ? undefined : (value as T))}
  />
);

/** One of many, or what the part's pattern has. */
export const OrItsPatternOfMany = <T extends string>(props: OrItsPatternProps<T>) => (
  <Picker
    label={props.label}
    value={props.value ?? AS_PATTERN}
    choices={[asPattern, ...props.choices]}
    onChoose={(value) => props.onChoose(value === AS_PATTERN ? undefined : (value as T))}
  />
);
