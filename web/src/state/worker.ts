import { create } from 'zustand';
import { registerSW } from 'virtual:pwa-register';

interface Worker {
  /** Whether everything is here that the page needs without a network. */
  offline: boolean;
  /** Takes a newer version into use; null while there is none. */
  renew: (() => void) | null;
}

const useWorker = create<Worker>()(() => ({ offline: Boolean(navigator.serviceWorker?.controller), renew: null }));

export const useWorksOffline = (): boolean => useWorker((worker) => worker.offline);
export const useRenewal = (): Worker['renew'] => useWorker((worker) => worker.renew);

/** Lets the browser keep the page, so that it opens without a network after the first visit. */
export function startWorker(): void {
  const renew = registerSW({
    immediate: true,
    onOfflineReady: () => useWorker.setState({ offline: true }),
    onNeedRefresh: () => useWorker.setState({ renew: () => void renew(true) }),
  });
  // Storage that the browser may not clear by itself, where it grants it.
  void navigator.storage?.persist?.();
}
