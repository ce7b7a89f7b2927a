import { useEffect } from 'react';
import { isTyping } from './isTyping';

/** Keys of the open song: space plays and stops unless a control has it, Ctrl or ⌘ with Z undoes, with Shift redoes. */
export function useShortcuts(on: { play: () => void; undo: () => void; redo: () => void }): void {
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const command = event.ctrlKey || event.metaKey;
      if (command && event.key.toLowerCase() === 'z' && !isTyping(event.target)) {
        event.preventDefault();
        if (event.shiftKey) on.redo();
        else on.undo();
      } else if (event.key === ' ' && event.target === document.body) {
        event.preventDefault();
        on.play();
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [on]);
}
