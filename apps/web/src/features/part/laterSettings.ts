import { later } from '../../components/later';

/** Everything that can be set for a part: in one piece for all screens that show it. */
export const PartSettings = later(() => import('./PartSettings').then((m) => m.PartSettings));

/** A part's name and place in the band, where nothing else can be set for it. */
export const PartMenu = later(() => import('./PartSettings').then((m) => m.PartMenu));
