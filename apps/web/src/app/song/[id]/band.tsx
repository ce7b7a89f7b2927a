export { BandScreen as default } from '../../../features/band/BandScreen';
