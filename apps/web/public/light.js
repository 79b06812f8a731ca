// Runs before the first paint, so that the page never flashes in the wrong light.
(() => {
  const chosen = localStorage.getItem('grim-lantern/light');
  const system = matchMedia('(prefers-color-scheme: light)').matches ? 'day' : 'night';
  document.documentElement.dataset.light = chosen === 'day' || chosen === 'night' ? chosen : system;
})();
