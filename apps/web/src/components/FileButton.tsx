import { createElement, useRef } from 'react';
import { Button } from './Button';

export interface FileButtonProps {
  readonly label: string;
  readonly icon: string;
  /** Kinds of file, as the browser's own dialog takes them. */
  readonly accept: string;
  readonly onFile: (file: File) => void;
  readonly mode?: 'outlined' | 'text';
}

/** Asks for a file by the browser's own dialog. */
export function FileButton({ label, icon, accept, onFile, mode = 'outlined' }: FileButtonProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button mode={mode} icon={icon} onPress={() => input.current?.click()}>
        {label}
      </Button>
      {createElement('input', {
        ref: input,
        type: 'file',
        accept,
        hidden: true,
        'aria-label': label,
        tabIndex: -1,
        onChange: (event: React.ChangeEvent<HTMLInputElement>) => {
          const file = event.target.files?.[0];
          // The same file chosen again is asked for again.
          event.target.value = '';
          if (file) onFile(file);
        },
      })}
    </>
  );
}
