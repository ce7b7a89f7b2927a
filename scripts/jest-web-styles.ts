/** Components are tested as they are once a song is open: with the styles at hand. */
import { loadRepertoire } from '../apps/web/src/state/repertoire';

beforeAll(async () => {
  await loadRepertoire();
});
