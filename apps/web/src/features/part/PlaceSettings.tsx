import { LevelRange, PlaceRanges, type StripRangeProps } from './StripRanges';

/** Where a part stands in the sound: how loud, where from left to right, how far back in the room. */
export const PlaceSettings = (strip: StripRangeProps) => (
  <>
    <LevelRange {...strip} />
    <PlaceRanges {...strip} />
  </>
);
