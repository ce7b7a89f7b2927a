import { useEffect, useState } from 'react';
import type { Room } from '@backline/engraving/engraver';
import type { ReadPassage } from '../../shared/staffWish';
import { bandWorker } from '../../state/bandWorker';
import { engrave } from '../../state/engraver';
import type { ReadStaff } from './usePassages';

export interface Engraved {
  readonly svg: string | null;
  /** What went wrong the last time it was asked for, as a sentence. */
  readonly failed: string | null;
}

interface Made {
  readonly svg: string | null;
  readonly failed: { readonly why: string; readonly tries: number } | null;
}

/** A passage as SVG, once it is wanted; the one before stays until the new one is there. @param tries counts what is asked for again. */
export function useEngraved(
  { wish, band }: ReadStaff,
  { from, to }: ReadPassage,
  { width, space }: Room,
  isWanted: boolean,
  tries: number,
): Engraved {
  const [engraved, setEngraved] = useState<Made>({ svg: null, failed: null });
  useEffect(() => {
    let current = true;
    if (!isWanted || width <= 0) return undefined;
    const made = async (): Promise<void> => {
      const text = await bandWorker.ask((worker) => worker.passage(wish, { from, to }));
      if (text === null || !current) return;
      const svg = await engrave(text, { width, space });
      if (current) setEngraved({ svg, failed: null });
    };
    made().catch(
      (error: Error) => current && setEngraved(({ svg }) => ({ svg, failed: { why: error.message, tries } })),
    );
    return () => {
      current = false;
    };
  }, [band, wish, from, to, width, space, isWanted, tries]);
  const { svg, failed } = engraved;
  return { svg, failed: failed?.tries === tries ? failed.why : null };
}
