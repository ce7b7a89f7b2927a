/** The library as it is shipped: families of patterns, each a file of its own. To add one, write its file and name it here. */
import { KINDS } from '../parts';
import { libraryOf, readFamily, type Library } from '../style/patternFamily';
import arpCopperline from './arp/copperline.json' with { type: 'json' };
import arpLamplight from './arp/lamplight.json' with { type: 'json' };
import arpQuayside from './arp/quayside.json' with { type: 'json' };
import arpRipples from './arp/ripples.json' with { type: 'json' };
import arpSlowtide from './arp/slowtide.json' with { type: 'json' };
import bassCopperline from './bass/copperline.json' with { type: 'json' };
import bassDance from './bass/dance.json' with { type: 'json' };
import bassLamplight from './bass/lamplight.json' with { type: 'json' };
import bassOdd from './bass/odd.json' with { type: 'json' };
import bassQuayside from './bass/quayside.json' with { type: 'json' };
import bassRock from './bass/rock.json' with { type: 'json' };
import bassRoots from './bass/roots.json' with { type: 'json' };
import bassSlowtide from './bass/slowtide.json' with { type: 'json' };
import bassSoul from './bass/soul.json' with { type: 'json' };
import bassSouth from './bass/south.json' with { type: 'json' };
import bassSwing from './bass/swing.json' with { type: 'json' };
import bassTwoBeat from './bass/two-beat.json' with { type: 'json' };
import droneGrounds from './drone/grounds.json' with { type: 'json' };
import drumsCopperline from './drums/copperline.json' with { type: 'json' };
import drumsCountry from './drums/country.json' with { type: 'json' };
import drumsFloor from './drums/floor.json' with { type: 'json' };
import drumsLamplight from './drums/lamplight.json' with { type: 'json' };
import drumsOdd from './drums/odd.json' with { type: 'json' };
import drumsQuayside from './drums/quayside.json' with { type: 'json' };
import drumsRock from './drums/rock.json' with { type: 'json' };
import drumsSlowtide from './drums/slowtide.json' with { type: 'json' };
import drumsSoul from './drums/soul.json' with { type: 'json' };
import drumsSouth from './drums/south.json' with { type: 'json' };
import drumsSwing from './drums/swing.json' with { type: 'json' };
import guitarClean from './guitar/clean.json' with { type: 'json' };
import guitarCopperline from './guitar/copperline.json' with { type: 'json' };
import guitarDriven from './guitar/driven.json' with { type: 'json' };
import guitarLamplight from './guitar/lamplight.json' with { type: 'json' };
import guitarPicked from './guitar/picked.json' with { type: 'json' };
import guitarQuayside from './guitar/quayside.json' with { type: 'json' };
import guitarSlowtide from './guitar/slowtide.json' with { type: 'json' };
import guitarSouth from './guitar/south.json' with { type: 'json' };
import guitarStrums from './guitar/strums.json' with { type: 'json' };
import hornsBlown from './horns/blown.json' with { type: 'json' };
import hornsCopperline from './horns/copperline.json' with { type: 'json' };
import keysBroken from './keys/broken.json' with { type: 'json' };
import keysCopperline from './keys/copperline.json' with { type: 'json' };
import keysHeld from './keys/held.json' with { type: 'json' };
import keysLamplight from './keys/lamplight.json' with { type: 'json' };
import keysOdd from './keys/odd.json' with { type: 'json' };
import keysPulsed from './keys/pulsed.json' with { type: 'json' };
import keysQuayside from './keys/quayside.json' with { type: 'json' };
import keysSlowtide from './keys/slowtide.json' with { type: 'json' };
import keysSoulful from './keys/soulful.json' with { type: 'json' };
import keysSouth from './keys/south.json' with { type: 'json' };
import keysSwing from './keys/swing.json' with { type: 'json' };
import melodySlowtide from './melody/slowtide.json' with { type: 'json' };
import melodyThemes from './melody/themes.json' with { type: 'json' };
import melodyTunes from './melody/tunes.json' with { type: 'json' };
import percussionCopperline from './percussion/copperline.json' with { type: 'json' };
import percussionHands from './percussion/hands.json' with { type: 'json' };
import soloCopperline from './solo/copperline.json' with { type: 'json' };
import soloLamplight from './solo/lamplight.json' with { type: 'json' };
import soloQuayside from './solo/quayside.json' with { type: 'json' };
import soloSoloists from './solo/soloists.json' with { type: 'json' };
import soloSlowtide from './solo/slowtide.json' with { type: 'json' };
import soloSolos from './solo/solos.json' with { type: 'json' };
import stringsBowed from './strings/bowed.json' with { type: 'json' };
import stringsCopperline from './strings/copperline.json' with { type: 'json' };
import stringsLamplight from './strings/lamplight.json' with { type: 'json' };
import stringsQuayside from './strings/quayside.json' with { type: 'json' };
import stringsSlowtide from './strings/slowtide.json' with { type: 'json' };

const FILES: readonly unknown[] = [
  arpCopperline,
  arpLamplight,
  arpQuayside,
  arpRipples,
  arpSlowtide,
  bassCopperline,
  bassDance,
  bassLamplight,
  bassOdd,
  bassQuayside,
  bassRock,
  bassRoots,
  bassSlowtide,
  bassSoul,
  bassSouth,
  bassSwing,
  bassTwoBeat,
  droneGrounds,
  drumsCopperline,
  drumsCountry,
  drumsFloor,
  drumsLamplight,
  drumsOdd,
  drumsQuayside,
  drumsRock,
  drumsSlowtide,
  drumsSoul,
  drumsSouth,
  drumsSwing,
  guitarClean,
  guitarCopperline,
  guitarDriven,
  guitarLamplight,
  guitarPicked,
  guitarQuayside,
  guitarSlowtide,
  guitarSouth,
  guitarStrums,
  hornsBlown,
  hornsCopperline,
  keysBroken,
  keysCopperline,
  keysHeld,
  keysLamplight,
  keysOdd,
  keysPulsed,
  keysQuayside,
  keysSlowtide,
  keysSoulful,
  keysSouth,
  keysSwing,
  melodySlowtide,
  melodyThemes,
  melodyTunes,
  percussionCopperline,
  percussionHands,
  soloCopperline,
  soloLamplight,
  soloQuayside,
  soloSlowtide,
  soloSoloists,
  soloSolos,
  stringsBowed,
  stringsCopperline,
  stringsLamplight,
  stringsQuayside,
  stringsSlowtide,
];

function shipped(file: unknown) {
  const read = readFamily(file, KINDS);
  if (read.trouble !== null) throw new Error(read.trouble);
  return read;
}

export const LIBRARY: Library = libraryOf(FILES.map(shipped));
