// Keeps the walk page usable out of reach: what it is made of is kept, the page itself is fetched anew when it can be.
const store = 'walk-1';
const isPart = (url) => url.pathname.startsWith('/_next/static/');
const isPage = (url) => url.pathname === '/walk' || url.pathname.startsWith('/walk/');

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

async function keep(request, response) {
  if (response.ok) await (await caches.open(store)).put(request, response.clone());
  return response;
}

// what was loaded before this worker was there
self.addEventListener('message', (event) => {
  const urls = Array.isArray(event.data?.keep) ? event.data.keep : [];
  const own = urls
    .map((u) => new URL(u, self.location.origin))
    .filter((u) => u.origin === self.location.origin);
  event.waitUntil(
    Promise.allSettled(
      own.filter((u) => isPart(u) || isPage(u)).map(async (u) => keep(u.href, await fetch(u.href))),
    ),
  );
});

self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (isPart(url))
    event.respondWith(
      caches
        .match(event.request)
        .then((had) => had ?? fetch(event.request).then((r) => keep(event.request, r))),
    );
  else if (event.request.mode === 'navigate' && isPage(url))
    event.respondWith(
      // the page may lie in the browser's own cache for half a day: asked for anew while there is a link
      fetch(url.href, { cache: 'no-cache' })
        .then((r) => keep(url.href, r))
        .catch(async () => (await caches.match(url.href)) ?? Response.error()),
    );
});
