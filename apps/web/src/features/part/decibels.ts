/** Levels in words. */
const signed = (decibels: number): string =>
  `${decibels < 0 ? '−' : decibels > 0 ? '+' : ''}${Math.abs(decibels).toFixed(1)} dB`;

/** A level of 0–127 as decibels under its top (General MIDI: 40 dB to a tenth); −∞ where it is silent. */
export const levelDecibels = (level: number): number => 40 * Math.log10(level / 127);

export const levelText = (level: number): string => (level === 0 ? 'silent' : signed(levelDecibels(level)));

/** What came between two levels. */
export const changeText = (before: number, after: number): string =>
  before === after ? 'as it was' : signed(40 * Math.log10(after / before));

export const decibelText = signed;

/** A sample's size as decibels under full scale. */
export const peakText = (peak: number): string => (peak > 1e-4 ? signed(20 * Math.log10(peak)) : '–');

export const loudnessText = (lufs: number): string => `${lufs.toFixed(1).replace('-', '−')} LUFS`;

export const percentText = (value: number): string => `${Math.round((value / 127) * 100)} %`;

/** Where a part stands from left to right. */
export function panText(pan: number): string {
  if (pan === 64) return 'middle';
  const share = Math.round((Math.abs(pan - 64) / (pan < 64 ? 64 : 63)) * 100);
  return `${share} % ${pan < 64 ? 'left' : 'right'}`;
}
