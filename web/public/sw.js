// Opens Kavrell with no network: the page and its parts from the cache, and the rows as they were last read.
const SHELL = 'kavrell-shell-1';
const ROWS = 'kavrell-rows-1';
// Stills of the scouting walk and of boards; sounds are too large to keep.
const STILLS = 'kavrell-stills-1';
// Personal sheets, each by its own link.
const SHEETS = 'kavrell-sheets-1';
const LARGEST_STILL = 2_000_000;

self.addEventListener('install', (event) =>
  event.waitUntil(
    caches
      .open(SHELL)
      .then((cache) => cache.addAll(['/', '/theme.js', '/icon.svg', '/sheet.js']))
      .then(() => self.skipWaiting()),
  ),
);
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

// Signing out forgets what was read.
self.addEventListener('message', (event) => {
  if (event.data === 'forget') event.waitUntil(forget());
  else if (Array.isArray(event.data?.keep))
    event.waitUntil(keepParts(event.data.keep).then(() => event.ports[0]?.postMessage('kept')));
});

/** Parts that a page loaded before this worker had it. */
async function keepParts(paths) {
  const cache = await caches.open(SHELL);
  for (const path of paths) if (!(await cache.match(path))) await cache.add(path).catch(() => undefined);
}

async function forget() {
  await Promise.all([caches.delete(ROWS), caches.delete(STILLS)]);
}

/** Answers by which the server says that this device may not have it any more. */
const WITHDRAWN = new Set([401, 403, 404, 410]);

/**
 * An answer as it is kept: without what the server said of the moment (its clock, its state), which is untrue later. By such a clock
 * takes would be put hours off.
 */
function timeless(response) {
  const headers = new Headers(response.headers);
  headers.delete('x-kavrell-now');
  headers.delete('x-kavrell-epoch');
  return new Response(response.body, { headers });
}

async function fromNetworkFirst(request, cacheName, key) {
  const cache = await caches.open(cacheName);
  try {
    const response = await fetch(request);
    if (response.ok) await cache.put(key, timeless(response.clone()));
    else if (WITHDRAWN.has(response.status)) await cache.delete(key);
    return response;
  } catch (error) {
    const kept = await cache.match(key);
    if (kept) return kept;
    throw error;
  }
}

async function fromCacheFirst(request) {
  const cache = await caches.open(SHELL);
  const kept = await cache.match(request);
  if (kept) return kept;
  const response = await fetch(request);
  if (response.ok) await cache.put(request, response.clone());
  return response;
}

async function stillFromCacheFirst(request) {
  const cache = await caches.open(STILLS);
  const kept = await cache.match(request);
  if (kept) return kept;
  const response = await fetch(request);
  const small = Number(response.headers.get('content-length') ?? Infinity) <= LARGEST_STILL;
  const whole = response.status === 200 && !request.headers.has('range');
  if (whole && small && response.headers.get('content-type')?.startsWith('image/'))
    await cache.put(request, response.clone());
  return response;
}

const STILL = /^\/api\/productions\/[^/]+\/files\/[0-9a-f]{64}$/;
const READ = /^\/api\/(auth\/me|productions|production-heads|productions\/[^/]+\/sheets)$/;
const TABLES = /^(\/api\/productions\/[^/]+\/rows\/)([\w,]+)$/;

/** Rows of several tables, kept table by table: they may be asked for in other company when there is no network. */
async function rowsFromNetworkFirst(event, base, tables) {
  const cache = await caches.open(ROWS);
  try {
    const response = await fetch(event.request);
    if (response.ok) {
      const read = await response.clone().json();
      event.waitUntil(Promise.all(tables.map((t) => cache.put(base + t, new Response(JSON.stringify(read[t]))))));
    } else if (response.status === 401) event.waitUntil(forget());
    return response;
  } catch (error) {
    const kept = await Promise.all(tables.map((t) => cache.match(base + t)));
    if (kept.some((k) => !k)) throw error;
    const texts = await Promise.all(kept.map((k) => k.text()));
    return new Response(`{${tables.map((t, i) => `"${t}":${texts[i]}`).join(',')}}`, {
      headers: { 'content-type': 'application/json' },
    });
  }
}

self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url);
  const [, base, tables] = TABLES.exec(decodeURIComponent(url.pathname)) ?? [];
  if (event.request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (event.request.mode === 'navigate' && url.pathname.startsWith('/s/')) {
    if (/^\/s\/[^/]+$/.test(url.pathname)) event.respondWith(fromNetworkFirst(event.request, SHEETS, url.pathname));
  } else if (event.request.mode === 'navigate' && url.pathname.startsWith('/trust')) return;
  else if (event.request.mode === 'navigate') event.respondWith(fromNetworkFirst(event.request, SHELL, '/'));
  else if (base) event.respondWith(rowsFromNetworkFirst(event, base, tables.split(',')));
  else if (READ.test(url.pathname)) event.respondWith(fromNetworkFirst(event.request, ROWS, url.pathname));
  else if (STILL.test(url.pathname)) event.respondWith(stillFromCacheFirst(event.request));
  else if (url.pathname === '/sheet.js') event.respondWith(fromNetworkFirst(event.request, SHELL, '/sheet.js'));
  else if (url.pathname.startsWith('/assets/')) event.respondWith(fromCacheFirst(event.request));
});
