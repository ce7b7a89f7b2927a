import type { Kind } from '../song/kinds';
import type { Region } from '../timeline/region';
import { arpNotes } from './arp';
import { bassNotes } from './bass';
import { drumsNotes } from './drums';
import { guitarNotes } from './guitar';
import { keysNotes } from './keys';
import type { Note } from './note';
import { soloNotes } from './solo';
import { stringsNotes } from './strings';

/** The generator of each kind of part. */
export const GENERATORS: Record<Kind, (region: Region) => Note[]> = {
  bass: bassNotes,
  keys: keysNotes,
  guitar: guitarNotes,
  arp: arpNotes,
  strings: stringsNotes,
  solo: soloNotes,
  drums: drumsNotes,
};
