import { later } from '../../../components/later';

export default later(() => import('../../../features/annotations/NotesScreen').then((m) => m.NotesScreen));
