/** How the bass leads into a chord, as it is chosen. */
import type { LeadIn } from '@backline/core/song/choices';

/** Left to the bass's own pattern. */
export const AS_PATTERN = 'pattern';

type Lead = LeadIn | typeof AS_PATTERN;

export const LEADS: readonly { value: Lead; label: string }[] = [
  { value: AS_PATTERN, label: 'as its pattern' },
  { value: 'none', label: 'not' },
  { value: 'scale', label: 'by the scale' },
  { value: 'chromatic', label: 'by half steps' },
  { value: 'fifth', label: 'by the fifth' },
  { value: 'octave', label: 'by the octave' },
];

/** What a chord keeps of a choice. */
export const leadOf = (lead: Lead): LeadIn | null => (lead === AS_PATTERN ? null : lead);
