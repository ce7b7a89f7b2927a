import { later } from '../../../components/later';

export default later(() => import('../../../features/notes/NotesScreen').then((m) => m.NotesScreen));
