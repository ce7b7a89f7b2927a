/** The styles the app ships, each a file of its own, checked as they are read. To add one, write its file and name it here. */
import { repertoireOf, type Repertoire } from '../band/repertoire';
import { LIBRARY } from '../patternLibrary';
import { KINDS } from '../parts';
import { SOLOISTS } from '../players';
import type { Style } from '../style/schema';
import { readStyle } from '../style/read';
import quayside from './quayside.json' with { type: 'json' };
import lamplight from './lamplight.json' with { type: 'json' };
import slowtide from './slowtide.json' with { type: 'json' };
import copperline from './copperline.json' with { type: 'json' };
import paperLantern from './paper-lantern.json' with { type: 'json' };
import highline from './highline.json' with { type: 'json' };
import firebreak from './firebreak.json' with { type: 'json' };
import millpond from './millpond.json' with { type: 'json' };
import porchlight from './porchlight.json' with { type: 'json' };
import fencepost from './fencepost.json' with { type: 'json' };
import railside from './railside.json' with { type: 'json' };
import hollowHill from './hollow-hill.json' with { type: 'json' };
import velvetRow from './velvet-row.json' with { type: 'json' };
import lateCounter from './late-counter.json' with { type: 'json' };
import morningChoir from './morning-choir.json' with { type: 'json' };
import glasshouse from './glasshouse.json' with { type: 'json' };
import arcadeRain from './arcade-rain.json' with { type: 'json' };
import undertow from './undertow.json' with { type: 'json' };
import dustjacket from './dustjacket.json' with { type: 'json' };
import saltbreeze from './saltbreeze.json' with { type: 'json' };
import skipstone from './skipstone.json' with { type: 'json' };
import terrazzo from './terrazzo.json' with { type: 'json' };
import streamers from './streamers.json' with { type: 'json' };
import courtyard from './courtyard.json' with { type: 'json' };
import lowEmber from './low-ember.json' with { type: 'json' };
import brickyard from './brickyard.json' with { type: 'json' };
import longMidnight from './long-midnight.json' with { type: 'json' };
import turnabout from './turnabout.json' with { type: 'json' };
import cradleHill from './cradle-hill.json' with { type: 'json' };
import ironbridge from './ironbridge.json' with { type: 'json' };
import fivefold from './fivefold.json' with { type: 'json' };
import crosswalk from './crosswalk.json' with { type: 'json' };

/** The first plays where a song's own style is missing. */
const FILES: readonly unknown[] = [
  quayside,
  lamplight,
  slowtide,
  copperline,
  paperLantern,
  highline,
  firebreak,
  millpond,
  porchlight,
  fencepost,
  railside,
  hollowHill,
  velvetRow,
  lateCounter,
  morningChoir,
  glasshouse,
  arcadeRain,
  undertow,
  dustjacket,
  saltbreeze,
  skipstone,
  terrazzo,
  streamers,
  courtyard,
  lowEmber,
  brickyard,
  longMidnight,
  turnabout,
  cradleHill,
  ironbridge,
  fivefold,
  crosswalk,
];

function shipped(file: unknown): Style {
  const { style, trouble } = readStyle(file, KINDS, LIBRARY);
  if (!style) throw new Error(trouble);
  return style;
}

/** Kinds, styles, patterns and soloists as they are shipped. */
export const OURS: Repertoire = repertoireOf(KINDS, FILES.map(shipped), LIBRARY, SOLOISTS);
