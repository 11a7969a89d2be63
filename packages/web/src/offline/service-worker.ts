/**
 * Keeps the application in the browser, so that it opens without a network. It is not bundled: the build (`offline-files.ts`) puts
 * the list of files before it. A newer version is fetched whole beside the one in use, and taken at the next start.
 */
interface FileList {
  /** Changes with every build that changes a file. */
  readonly version: string;
  /** What the first page needs. */
  readonly first: readonly string[];
  /** What is fetched when the page rests. */
  readonly rest: readonly string[];
  /** SHA-256 of each file, in hexadecimal digits. */
  readonly hashes: Readonly<Record<string, string>>;
}
declare const FILES: FileList;

/** All caches of the application begin so; each version has its own. */
const NAME = 'sashiko-';
const CACHE = `${NAME}${FILES.version}`;
const worker = self as unknown as ServiceWorkerGlobalScope;

/** Puts files into the cache of this version: from an older cache where the name carries a hash, else from the server. */
async function keep(files: readonly string[]): Promise<void> {
  const cache = await caches.open(CACHE);
  await Promise.all(
    files.map(async (file) => {
      if ((await cache.match(file)) !== undefined) return;
      const isLasting = file.startsWith('/assets/');
      const older = isLasting ? await caches.match(file) : undefined;
      const fresh = older ?? (await fetch(file, { cache: isLasting ? 'default' : 'no-cache' }));
      if (!fresh.ok) throw new Error(`${file}: ${fresh.status}`);
      await cache.put(file, fresh);
    }),
  );
}

/** Caches of versions before this one. */
async function olderCaches(): Promise<readonly string[]> {
  return (await caches.keys()).filter((key) => key.startsWith(NAME) && key !== CACHE);
}

/** What is kept and sound; what is damaged or not kept comes from the server. */
async function answer(request: Request): Promise<Response> {
  const cache = await caches.open(CACHE);
  const file = request.mode === 'navigate' ? '/index.html' : new URL(request.url).pathname;
  // All encodings of a file are the same file here.
  const known = await cache.match(file, { ignoreVary: true });
  if (known === undefined) return fetch(request);
  if (await isSound(file, known)) return known;
  return (await fetchAnew(cache, file)) ?? known;
}

/** Files that were looked at since this worker was started: once is enough. */
const sound = new Set<string>();

/** Whether a file is what was built: what a disk has damaged would break the application at every start. */
async function isSound(file: string, kept: Response): Promise<boolean> {
  if (sound.has(file)) return true;
  const bytes = await kept.clone().arrayBuffer();
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
  const hash = [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('');
  if (hash !== FILES.hashes[file]) return false;
  sound.add(file);
  return true;
}

/** A damaged file from the server again, kept if it is sound; undefined where the server cannot be reached. */
async function fetchAnew(cache: Cache, file: string): Promise<Response | undefined> {
  try {
    const fresh = await fetch(file, { cache: 'reload' });
    if (!fresh.ok) return undefined;
    if (await isSound(file, fresh)) await cache.put(file, fresh.clone());
    return fresh;
  } catch {
    return undefined;
  }
}

worker.addEventListener('install', (event) => {
  const all = async (): Promise<void> => {
    await keep(FILES.first);
    // An update is complete before it is used; the first visit takes the rest when its page is at rest.
    if ((await olderCaches()).length > 0) await keep(FILES.rest);
  };
  event.waitUntil(all());
});

worker.addEventListener('activate', (event) => {
  const takeOver = async (): Promise<void> => {
    for (const key of await olderCaches()) await caches.delete(key);
    await worker.clients.claim();
  };
  event.waitUntil(takeOver());
});

worker.addEventListener('message', (event) => {
  if ((event.data as { readonly kind?: unknown } | null)?.kind !== 'keep-rest') return;
  const [port] = event.ports;
  event.waitUntil(
    keep(FILES.rest).then(
      () => port?.postMessage({ isKept: true }),
      () => port?.postMessage({ isKept: false }),
    ),
  );
});

worker.addEventListener('fetch', (event) => {
  const { method, url } = event.request;
  if (method === 'GET' && new URL(url).origin === worker.location.origin)
    event.respondWith(answer(event.request));
});
