/** The styles the app ships, each a file of its own, checked as they are read. To add one, write its file and name it here. */
import { repertoireOf, type Repertoire } from '../band/repertoire';
import { KINDS } from '../parts';
import type { Style } from '../style/schema';
import { readStyle } from '../style/read';
import lamplight from './lamplight.json' with { type: 'json' };
import copperline from './copperline.json' with { type: 'json' };
import slowtide from './slowtide.json' with { type: 'json' };
import quayside from './quayside.json' with { type: 'json' };

const FILES: readonly unknown[] = [quayside, lamplight, slowtide, copperline];

function shipped(file: unknown): Style {
  const { style, trouble } = readStyle(file, KINDS);
  if (!style) throw new Error(trouble);
  return style;
}

/** Kinds and styles as they are shipped. */
export const OURS: Repertoire = repertoireOf(KINDS, FILES.map(shipped));
