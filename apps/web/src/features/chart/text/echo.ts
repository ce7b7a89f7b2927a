/**
 * What a field has said itself comes back to it as its new text, later than it is typed on a busy device: that is no text
 * of somebody else's, and must not be written over what has been typed since.
 */
export interface Echo {
  /** The field says what it holds now. */
  readonly said: (text: string) => void;
  /** Whether a text that comes to it is its own, said before or just now. */
  readonly isOwn: (text: string, holds: string) => boolean;
  /** The field holds what was written elsewhere: nothing of its own is under way any more. */
  readonly settled: () => void;
}

/** Keeps what a field has said until the last of it has come back. */
export function newEcho(): Echo {
  const underWay = new Set<string>();
  return {
    said: (text) => void underWay.add(text),
    isOwn(text, holds) {
      if (text === holds) {
        underWay.clear();
        return true;
      }
      return underWay.has(text);
    },
    settled: () => underWay.clear(),
  };
}
