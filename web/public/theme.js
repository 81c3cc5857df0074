// Before the first paint: the theme last chosen, so that a dark set never sees a white flash.
try {
  const kept = JSON.parse(localStorage.getItem('kavrell-preferences') ?? '{}');
  if (kept.state?.theme === 'daylight') document.documentElement.dataset.theme = 'daylight';
} catch {
  // Storage may be switched off: the dark theme stands.
}
