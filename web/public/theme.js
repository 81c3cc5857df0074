// Before the first paint: the theme last chosen, at first the system’s, so that a dark set never sees a white flash.
try {
  const kept = JSON.parse(localStorage.getItem('kavrell-preferences') ?? '{}').state?.theme ?? 'system';
  const light = matchMedia('(prefers-color-scheme: light)').matches;
  document.documentElement.dataset.theme = kept === 'system' ? (light ? 'daylight' : 'stage') : kept;
} catch {
  // Storage may be switched off: the dark theme stands.
}

// Paper is white, whatever the screen is.
addEventListener('beforeprint', () => {
  const { dataset } = document.documentElement;
  const shown = dataset.theme;
  dataset.theme = 'daylight';
  addEventListener('afterprint', () => (dataset.theme = shown), { once: true });
});
