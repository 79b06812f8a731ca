// Runs before the first paint, so that the page never flashes in the wrong light.
(() => {
  let chosen = null;
  try {
    chosen = localStorage.getItem('grim-lantern/light');
  } catch {
    // The browser's storage is switched off.
  }
  const system = matchMedia('(prefers-color-scheme: light)').matches ? 'day' : 'night';
  document.documentElement.dataset.light = chosen === 'day' || chosen === 'night' ? chosen : system;
})();
