/** Every kind of part, in the order a band is built up. To add one, write its folder and name it here. */
import { arp } from './arp';
import { bass } from './bass';
import { drone } from './drone';
import { drums } from './drums';
import { guitar } from './guitar';
import { horns } from './horns';
import { keys } from './keys';
import type { Kind } from './kind';
import { melody } from './melody';
import { percussion } from './percussion';
import { solo } from './solo';
import { strings } from './strings';

export const KINDS: readonly Kind[] = [
  bass,
  keys,
  guitar,
  arp,
  strings,
  horns,
  drone,
  melody,
  solo,
  drums,
  percussion,
];
