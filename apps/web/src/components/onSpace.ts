import type { KeyboardEvent } from 'react';

/** Switches and radios are turned by the space bar, as the browser's own are; what presses buttons leaves it to them. */
export const onSpace = (turn: () => void) => ({
  onKeyDown: (event: KeyboardEvent) => {
    if (event.key !== ' ' || event.repeat) return;
    event.preventDefault();
    event.stopPropagation();
    turn();
  },
});
