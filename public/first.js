// Before the first paint: the scheme that was chosen, or the device’s. A file of its own, so that no inline script is needed.
try {
  var chosen = localStorage.getItem('mantine-color-scheme-value');
  var dark = chosen === 'dark' || (chosen !== 'light' && matchMedia('(prefers-color-scheme: dark)').matches);
  document.documentElement.setAttribute('data-mantine-color-scheme', dark ? 'dark' : 'light');
} catch {
  document.documentElement.setAttribute('data-mantine-color-scheme', 'light');
}
// And before any module: how this business writes days and figures.
try {
  globalThis.ostendoStyle = JSON.parse(document.documentElement.dataset.style);
} catch {
  // Pages that show none of it say nothing.
}
