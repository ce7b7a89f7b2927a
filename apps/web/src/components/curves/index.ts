/** Charts, loaded when the first of them is shown; where that does not come, words do. */
import { later } from '../later';
import { CurveInWords } from './CurveInWords';

export type { Plot } from './CurvePicture';

export const SongCurve = later(() => import('./charts').then((m) => m.SongCurve), undefined, CurveInWords);

/** The lines beside it say the same. */
const Nothing = (): null => null;

export const LevelsChart = later(() => import('./charts').then((m) => m.LevelsChart), undefined, Nothing);
