import { act, fireEvent, render, screen } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { NewVersion } from '../../components/NewVersion';
import { keepForOffline, keepOldVersion, takeNewVersion, useNewVersion } from '../offline';

/** A browser's service workers, as far as they are used. */
class Workers extends EventTarget {
  registration = Object.assign(new EventTarget(), {
    waiting: null as EventTarget | null,
    installing: null as (EventTarget & { state: string }) | null,
  });
  constructor(public controller: object | null) {
    super();
  }
  register = jest.fn(() => Promise.resolve(this.registration));
}

const posted = jest.fn();
const worker = (state: string) => Object.assign(new EventTarget(), { state, postMessage: posted });

function browserWith(workers: Workers): void {
  Object.defineProperty(navigator, 'serviceWorker', { value: workers, configurable: true });
}

beforeEach(() => {
  posted.mockClear();
  useNewVersion.setState({ waiting: null });
});

it('a version that comes while another is in use is told, and used when the writer says so', async () => {
  const workers = new Workers({});
  browserWith(workers);
  render(
    <PaperProvider>
      <NewVersion />
    </PaperProvider>,
  );
  await act(() => keepForOffline());
  expect(screen.queryByRole('region')).toBeNull();
  const coming = worker('installing');
  workers.registration.installing = coming;
  act(() => {
    workers.registration.dispatchEvent(new Event('updatefound'));
    coming.state = 'installed';
    coming.dispatchEvent(new Event('statechange'));
  });
  expect(screen.getByRole('status').textContent).toBe(
    'A new version is here. Nothing is lost by using it now.',
  );
  const reload = jest.fn();
  act(() => takeNewVersion(reload));
  expect(posted).toHaveBeenCalledWith({ type: 'SKIP_WAITING' });
  expect(reload).not.toHaveBeenCalled();
  workers.dispatchEvent(new Event('controllerchange'));
  expect(reload).toHaveBeenCalledTimes(1);
});

it('one that waits already is told too, and can be left for the next visit', async () => {
  const workers = new Workers({});
  workers.registration.waiting = worker('installed');
  browserWith(workers);
  await keepForOffline();
  expect(useNewVersion.getState().waiting).not.toBeNull();
  render(
    <PaperProvider>
      <NewVersion />
    </PaperProvider>,
  );
  fireEvent.click(screen.getByRole('button', { name: 'Next time' }));
  expect(useNewVersion.getState().waiting).toBeNull();
  expect(posted).not.toHaveBeenCalled();
  keepOldVersion();
});

it('on a first visit there is no other version; what was asked for is asked for once more, to be kept', async () => {
  const workers = new Workers(null);
  browserWith(workers);
  const asked = jest.fn(() => Promise.resolve());
  globalThis.fetch = asked as unknown as typeof fetch;
  const had = ['/api/own', '/api/own', '/api/songs/1', '/sound/bass.sf3', '/_expo/entry.js'];
  Object.assign(performance, { getEntriesByType: () => had.map((name) => ({ name })) });
  await keepForOffline();
  workers.dispatchEvent(new Event('controllerchange'));
  expect(asked.mock.calls).toEqual([['/api/own'], ['/sound/bass.sf3']]);
  expect(useNewVersion.getState().waiting).toBeNull();
});

it('where the browser has no room for that, or none at all, it goes on as it is', async () => {
  const workers = new Workers(null);
  workers.register.mockRejectedValue(new Error('no room'));
  browserWith(workers);
  await keepForOffline();
  Object.defineProperty(navigator, 'serviceWorker', { value: undefined, configurable: true });
  await keepForOffline();
  expect(useNewVersion.getState().waiting).toBeNull();
});
