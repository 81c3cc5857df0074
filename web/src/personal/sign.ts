import SignaturePad from 'signature_pad';

/** The field to sign in on a page of consent, for who came by a personal link. The page itself is made by the server. */
const form = document.querySelector<HTMLFormElement>('form[data-sign]');
const canvas = form?.querySelector('canvas');
const button = form?.querySelector<HTMLButtonElement>('button:not([type])');
const strokes = form?.querySelector<HTMLInputElement>('[name=strokes]');

if (form && canvas && button && strokes) {
  const scale = Math.max(1, window.devicePixelRatio);
  canvas.width = canvas.offsetWidth * scale;
  canvas.height = canvas.offsetHeight * scale;
  canvas.getContext('2d')?.scale(scale, scale);
  const pad = new SignaturePad(canvas, { penColor: '#111111', backgroundColor: '#ffffff' });
  pad.addEventListener('endStroke', () => {
    button.disabled = false;
    const { offsetWidth, offsetHeight } = canvas;
    // Four digits are finer than the finger, and keep the form small.
    const share = (n: number, of: number) => Number((n / of).toFixed(4));
    strokes.value = JSON.stringify(
      pad.toData().map((group) => group.points.flatMap((p) => [share(p.x, offsetWidth), share(p.y, offsetHeight)])),
    );
  });
  form.querySelector('[data-again]')?.addEventListener('click', () => {
    pad.clear();
    strokes.value = '';
    button.disabled = true;
  });
  // Sent beside the page: when nobody answers, or it can't be taken, what was drawn and typed stays where it is.
  const words = form.querySelector('[data-words]');
  const say = (text: string) => {
    if (words) words.textContent = text;
  };
  form.addEventListener('submit', (event) => {
    event.preventDefault();
    button.disabled = true;
    say('');
    send(form)
      .then(
        (refusal) => (refusal === null ? location.reload() : say(refusal)),
        () => say('Nobody answers just now: nothing is signed yet. It stays here; press again when there is network.'),
      )
      .finally(() => (button.disabled = false));
  });
}

/** Sends the form; null when it was taken, else the words of the page that refuses it. */
async function send(sent: HTMLFormElement): Promise<string | null> {
  const fields = [...new FormData(sent)].map(([name, value]) => [name, String(value)]);
  const response = await fetch(sent.action, { method: 'POST', body: new URLSearchParams(fields) });
  if (response.ok) return null;
  const page = new DOMParser().parseFromString(await response.text(), 'text/html');
  return page.querySelector('main p')?.textContent ?? 'That was not taken. Open your link again.';
}
