import { Choices } from '../../../components/Choices';
import { STEPS, useSelection, type Step } from '../../../state/selection';

const WORDS: Record<Step, string> = { bar: 'a bar', half: 'half a bar', beat: 'a beat' };

/** How far entry goes on after each chord. */
export function StepChoice() {
  const step = useSelection((s) => s.step);
  return (
    <Choices
      label="Each chord lasts"
      value={step}
      choices={STEPS.map((value) => ({ value, label: WORDS[value] }))}
      onChoose={(next) => useSelection.setState({ step: next })}
    />
  );
}
