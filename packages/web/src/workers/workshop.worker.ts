/** The worker itself: its port, and the sign that it is alive. */
import type { ToWorker } from './messages.ts';
import { serve } from './serve.ts';

/** So often the page is told that the worker is alive, ms. */
const SIGN_MS = 1000;

const server = serve((message, transfer) => self.postMessage(message, { transfer }));
setInterval(() => server.sign(), SIGN_MS);
self.addEventListener('message', (event: MessageEvent<ToWorker>) => server.take(event.data));
