/** The writer's own styles: sheets that come together, when one of them is opened. */
export { KeepBandSheet } from './KeepBandSheet';
export { OwnStylesSheet } from './OwnStylesSheet';
