import { later } from '../../components/later';

/** The page of a part's takes, fetched when it is first opened. */
export const TakesPage = later(() => import('./TakesPage').then((m) => m.TakesPage));
