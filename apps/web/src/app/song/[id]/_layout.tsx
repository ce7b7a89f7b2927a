export { SongShell as default } from '../../../features/song/SongShell';
