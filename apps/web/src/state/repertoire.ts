import { OURS } from '@backline/core/styles/index';
import type { Repertoire } from '@backline/core/band/repertoire';

/** Kinds of part and styles that songs are played by. */
export const REPERTOIRE: Repertoire = OURS;
