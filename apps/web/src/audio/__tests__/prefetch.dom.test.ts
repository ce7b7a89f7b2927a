/** Sounds are read before they are asked for, each once, and what another song does not play is let go. */
import type { DecodedBank } from '@backline/sound/engine/messages';
import { Prefetch } from '../prefetch';

const bank = (id: string): DecodedBank => ({ id, bank: new ArrayBuffer(1), samples: [] });

function loader(failing: readonly string[] = []) {
  const asked: string[] = [];
  const load = (id: string): Promise<DecodedBank> => {
    asked.push(id);
    return failing.includes(id) ? Promise.reject(new Error('gone')) : Promise.resolve(bank(id));
  };
  return { asked, ahead: new Prefetch({ load }) };
}

it('is read once, given away once', async () => {
  const { asked, ahead } = loader();
  ahead.want(['0', '33']);
  ahead.want(['0', '33']);
  expect(asked).toEqual(['0', '33']);
  expect((await ahead.take('0')).id).toBe('0');
  expect(asked).toHaveLength(2);
  await ahead.take('0');
  expect(asked).toEqual(['0', '33', '0']);
});

it('what another song does not play is let go; what failed is asked for anew', async () => {
  const { asked, ahead } = loader(['48']);
  ahead.want(['0', '48']);
  await Promise.resolve();
  await Promise.resolve();
  ahead.want(['25']);
  await ahead.take('0');
  await expect(ahead.take('48')).rejects.toThrow('gone');
  expect(asked).toEqual(['0', '48', '25', '0', '48']);
});

it('where the line is to be spared nothing is read ahead', async () => {
  Object.assign(navigator, { connection: { saveData: true } });
  const { asked, ahead } = loader();
  ahead.want(['0']);
  expect(asked).toEqual([]);
  expect((await ahead.take('0')).id).toBe('0');
  Object.assign(navigator, { connection: undefined });
});
