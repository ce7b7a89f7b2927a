import { useWindowDimensions } from 'react-native';
import { WIDE } from './tokens';

/** Below this height a phone lies, or its keyboard is up: what is worked on has the screen. */
const LOW = 540;
/** From this width on a low screen has room for a sheet beside the chart. */
const BESIDE = 640;

export interface Viewport {
  /** Little height: a phone that lies, or its keyboard is up. */
  readonly low: boolean;
  /** Room for a sheet beside what it is about. */
  readonly beside: boolean;
  /** Room for two screens of a song side by side. */
  readonly wide: boolean;
}

/** The room there is: of what can be seen, without what a phone's keyboard covers. */
export function useViewport(): Viewport {
  const { width, height } = useWindowDimensions();
  const low = height < LOW;
  const wide = width >= WIDE;
  return { low, wide, beside: wide || (low && width >= BESIDE) };
}
