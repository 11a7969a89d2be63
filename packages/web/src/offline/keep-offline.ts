/** Sees to it that the application opens without a network from the first visit on. */
import { useOfflineStore } from '../stores/offline-store.ts';

/** The page is left in peace for so long after it was loaded. */
const REST_MS = 1500;

/** Registers the service worker once the page is at rest, and has it fetch what this page did not need. */
export function keepOffline(): void {
  // A browser without one, or a page that is being worked on, is as good as ever with a network.
  if (import.meta.env.DEV || !('serviceWorker' in navigator)) return;
  const begin = (): void => {
    setTimeout(() => void register().catch(() => undefined), REST_MS);
  };
  if (document.readyState === 'complete') begin();
  else window.addEventListener('load', begin, { once: true });
}

/** A newer version lies ready: it is taken at the next start, and the page says so. */
function tellOfUpdate(): void {
  useOfflineStore.setState({ isUpdateWaiting: true });
}

/** Registers the service worker and watches for newer versions of it. */
async function register(): Promise<void> {
  const { setState } = useOfflineStore;
  const wasKept = navigator.serviceWorker.controller !== null;
  const registration = await navigator.serviceWorker.register('/service-worker.js');
  const watch = (fresh: ServiceWorker | null): void => {
    const look = (): void => {
      if (fresh?.state === 'installed' && navigator.serviceWorker.controller !== null) tellOfUpdate();
    };
    look();
    fresh?.addEventListener('statechange', look);
  };
  watch(registration.waiting);
  if (wasKept) watch(registration.installing);
  registration.addEventListener('updatefound', () => watch(registration.installing));
  const { active } = await navigator.serviceWorker.ready;
  const channel = new MessageChannel();
  channel.port1.onmessage = ({ data }: MessageEvent<{ readonly isKept: boolean }>) =>
    setState({ isKept: data.isKept });
  active?.postMessage({ kind: 'keep-rest' }, [channel.port2]);
}
