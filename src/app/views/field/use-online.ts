import useSWR from 'swr';

/** How often a page that is looked at asks whether anybody answers, milliseconds. */
const EVERY = 20_000;

/** Any answer will do, a refusal too: a static host knows no such address, and is there all the same. */
const answers = (): Promise<boolean> =>
  fetch('/api/here', { method: 'HEAD', cache: 'no-store' }).then(
    () => true,
    () => false,
  );

/** Whether the app's server answers: a phone with a signal and no server is offline too, whatever the browser says of its network. */
export const useOnline = (): boolean =>
  useSWR('/api/here', answers, { refreshInterval: EVERY, refreshWhenOffline: true, dedupingInterval: 1000 }).data ??
  navigator.onLine;
