import type { ReactElement } from 'react';
import { Button } from './Button';

/** Something to do, as a small button among others like it. */
export const act = (label: string, icon: string, onPress: () => void, disabled = false): ReactElement => (
  <Button compact mode="outlined" icon={icon} disabled={disabled} onPress={onPress}>
    {label}
  </Button>
);
