import { later } from '../../../components/later';

export default later(() => import('../../../features/form/FormScreen').then((m) => m.FormScreen));
