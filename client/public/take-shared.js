// Part of the offline worker: photos that another app shares with Ravlo are put by, and the page takes them from there
// (client/src/packet/sharedFiles.ts, the same name and header).
self.addEventListener('fetch', (event) => {
  const { method, url } = event.request;
  if (method === 'POST' && new URL(url).pathname === '/shared') event.respondWith(putBy(event.request));
});

async function putBy(request) {
  const shared = (await request.formData()).getAll('photos');
  const cache = await caches.open('ravlo-shared');
  const at = Date.now();
  for (const [i, file] of shared.entries()) {
    const headers = { 'Content-Type': file.type, 'Ravlo-Name': encodeURIComponent(file.name) };
    await cache.put(`/shared/${at}-${String(i).padStart(3, '0')}`, new Response(file, { headers }));
  }
  return Response.redirect('/shared', 303);
}
