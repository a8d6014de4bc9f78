import { useSyncExternalStore } from 'react';

const listen = (heard: () => void) => {
  addEventListener('online', heard);
  addEventListener('offline', heard);
  return () => {
    removeEventListener('online', heard);
    removeEventListener('offline', heard);
  };
};

/** Whether there is a network, as far as the browser can tell. */
export const useOnline = (): boolean => useSyncExternalStore(listen, () => navigator.onLine);
