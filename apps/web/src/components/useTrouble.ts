import { useId } from 'react';

/**
 * What is wrong with what stands in a field, for who reads it by ear: the field says that it is, and is described by
 * the sentence.
 * @returns what the field takes, and the id of what says the sentence.
 */
export function useTrouble(isWrong: boolean) {
  const id = useId();
  return {
    id,
    field: {
      error: isWrong,
      'aria-invalid': isWrong,
      'aria-describedby': isWrong ? id : undefined,
    } as const,
  };
}
