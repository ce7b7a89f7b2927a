import { HIGHEST_CAPO, TUNING_NAMES } from '@backline/core/song/choices';
import { Picker } from '../../components/Picker';
import { Stepper } from '../../components/Stepper';
import type { Setting } from './setting';

/** How a guitar's strings are tuned, and where its capo is. */
export function TuningSettings({ set, put }: Pick<Setting, 'set' | 'put'>) {
  return (
    <>
      <Picker
        label="Tuning"
        value={set.tuning}
        choices={TUNING_NAMES.map((value) => ({ value, label: value }))}
        onChoose={(tuning) => put({ tuning })}
      />
      <Stepper
        label="Capo"
        text={set.capo ? `at fret ${set.capo}` : 'none'}
        less="Capo lower"
        more="Capo higher"
        onLess={set.capo > 0 ? () => put({ capo: set.capo - 1 }) : undefined}
        onMore={set.capo < HIGHEST_CAPO ? () => put({ capo: set.capo + 1 }) : undefined}
      />
    </>
  );
}
