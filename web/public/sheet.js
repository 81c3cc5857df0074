// A personal sheet: kept on the device so that it opens with no network, and “read and understood” goes out when there is one.
// The page reads without this.
const SHEETS = 'kavrell-sheets-1';
const WAITING = `kavrell-understood:${location.pathname}`;

async function tell(body) {
  const response = await fetch(`${location.pathname}/understood`, {
    method: 'POST',
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    body,
  });
  if (!response.ok) throw new Error(String(response.status));
}

async function sendWaiting() {
  const body = localStorage.getItem(WAITING);
  if (!body || !navigator.onLine) return;
  await tell(body);
  localStorage.removeItem(WAITING);
  location.reload();
}

function waits(form) {
  const words = document.createElement('p');
  words.dataset.waiting = '';
  words.textContent = 'Noted on this device: read and understood. It goes out as soon as there is network.';
  form.replaceWith(words);
}

const form = document.querySelector('[data-confirm]');
if (form) {
  if (localStorage.getItem(WAITING)) waits(form);
  form.addEventListener('submit', (event) => {
    event.preventDefault();
    const body = new URLSearchParams(new FormData(form)).toString();
    tell(body).then(
      () => location.reload(),
      () => {
        localStorage.setItem(WAITING, body);
        waits(form);
      },
    );
  });
}
addEventListener('online', () => void sendWaiting());
void sendWaiting();

if ('serviceWorker' in navigator)
  navigator.serviceWorker.register('/sw.js').then(async () => {
    const cache = await caches.open(SHEETS);
    await cache.add(location.pathname);
  });
