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
  // Without network the signature stays in the page, instead of being lost with it.
  form.addEventListener('submit', (event) => {
    if (navigator.onLine) return;
    event.preventDefault();
    const words = form.querySelector('[data-words]');
    if (words)
      words.textContent = 'There is no network just now. Your signature stays here: press again when there is.';
  });
}
