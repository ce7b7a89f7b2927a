/** The writer's own styles and players: sheets that come together, when one of them is opened. */
export { KeepBandSheet } from './KeepBandSheet';
export { KeepPlayerSheet } from './KeepPlayerSheet';
export { UserStylesSheet as OwnStylesSheet } from './UserStylesSheet';
