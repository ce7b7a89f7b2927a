import type { Paste } from '@backline/core/edits/barRangeEdits';
import { Choices } from '../../../components/Choices';

export interface KeepChoiceProps {
  readonly value: Paste['keep'];
  readonly onChoose: (value: Paste['keep']) => void;
}

/** What stays when bars come to a place of another metre. */
export function KeepChoice({ value, onChoose }: KeepChoiceProps) {
  return (
    <Choices
      label="The metre is another here"
      value={value}
      choices={[
        { value: 'bars', label: 'keep the bars' },
        { value: 'beats', label: 'keep the beats' },
      ]}
      onChoose={onChoose}
    />
  );
}
