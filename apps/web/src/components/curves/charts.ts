/** All that draws with the chart library, in one piece: it comes when the first chart is shown. */
export { LevelsChart } from './LevelsChart';
export { SongCurve } from './SongCurve';
