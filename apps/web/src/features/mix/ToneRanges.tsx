import type { Tone } from '@backline/core/song/schema';
import { Range } from '../../components/Range';
import { decibelText } from '../part/decibels';

const FLAT: Tone = { low: 0, middle: 0, high: 0 };
const BANDS = [
  ['low', 'Low'],
  ['middle', 'Middle'],
  ['high', 'High'],
] as const;

export interface ToneRangesProps {
  readonly tone: Tone | undefined;
  readonly onMove: (tone: Tone) => void;
  readonly onChange: (tone: Tone) => void;
}

/** Lows, middle and highs, each up or down. */
export function ToneRanges({ tone = FLAT, onMove, onChange }: ToneRangesProps) {
  return BANDS.map(([band, label]) => (
    <Range
      key={band}
      label={label}
      value={tone[band]}
      low={-12}
      high={12}
      text={decibelText}
      onMove={(value) => onMove({ ...tone, [band]: value })}
      onChange={(value) => onChange({ ...tone, [band]: value })}
    />
  ));
}
