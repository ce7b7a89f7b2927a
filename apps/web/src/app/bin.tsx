export { BinScreen as default } from '../features/songbook/BinScreen';
