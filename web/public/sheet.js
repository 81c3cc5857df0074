// A personal sheet: kept on the device so that it opens with no network, and “read and understood” goes out when there is one.
// The page reads without this.
const SHEETS = 'kavrell-sheets-1';
const WAITING = `kavrell-understood:${location.pathname}`;
const TOLD = `kavrell-told:${location.pathname}`;

class Refused extends Error {}

async function tell(body) {
  const response = await fetch(`${location.pathname}/understood`, {
    method: 'POST',
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    body,
  });
  if (!response.ok) throw new Refused(String(response.status));
}

/** So often what waits is tried again: not every device says when it has a network. */
const AGAIN_MS = 5000;
let sending = false;
async function sendWaiting() {
  const body = localStorage.getItem(WAITING);
  if (!body || sending) return;
  sending = true;
  try {
    await tell(body);
    localStorage.removeItem(WAITING);
    told(body);
  } catch (error) {
    // Nobody answers: it waits, and is tried again. What was refused is refused the next time too, so that waits for the next visit.
    if (!(error instanceof Refused)) setTimeout(() => void sendWaiting(), AGAIN_MS);
  } finally {
    sending = false;
  }
}

/** The page is read again, with what was said in it. When that has to come from this device, it is the page from before: so it is kept here too. */
function told(body) {
  localStorage.setItem(TOLD, body);
  location.reload();
}

function inPlaceOf(form, name, words) {
  const said = document.createElement('p');
  said.dataset[name] = '';
  said.textContent = words;
  form.replaceWith(said);
}
const waits = (form) =>
  inPlaceOf(form, 'waiting', 'Noted on this device: read and understood. It goes out as soon as there is network.');

const form = document.querySelector('[data-confirm]');
if (form) {
  const body = new URLSearchParams(new FormData(form)).toString();
  if (localStorage.getItem(TOLD) === body) inPlaceOf(form, 'understood', 'You have said: read and understood.');
  else if (localStorage.getItem(WAITING)) waits(form);
  form.addEventListener('submit', (event) => {
    event.preventDefault();
    tell(body).then(
      () => told(body),
      () => {
        localStorage.setItem(WAITING, body);
        waits(form);
        setTimeout(() => void sendWaiting(), AGAIN_MS);
      },
    );
  });
}
// From this device's keeping: since when it may be old is said.
const made = document.querySelector('[data-made-at]')?.dataset.madeAt;
const tellOld = () => {
  const said = document.createElement('p');
  said.dataset.old = '';
  said.setAttribute('role', 'status');
  said.textContent = `No network: this is as it was at ${new Date(Number(made)).toLocaleString()}, and may be old.`;
  document.querySelector('main, body').prepend(said);
};
// Asked past what is kept: a phone on a network without the server says that it is online.
if (made) fetch('/icon.svg', { method: 'HEAD', cache: 'no-store' }).catch(tellOld);
addEventListener('online', () => void sendWaiting());
void sendWaiting();

if ('serviceWorker' in navigator)
  void navigator.serviceWorker.register('/sw.js').then(async () => {
    const cache = await caches.open(SHEETS);
    await cache.add(location.pathname);
  });
