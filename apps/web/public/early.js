// Runs before the first paint: the page never flashes in the wrong light.
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
// The view of a job is fetched beside the page itself, not after it.
(() => {
  const view = document.querySelector('meta[name="job-view"]');
  if (view === null || !/^\/jobs\/[^/]+(\/(?!report)|$)/.test(location.pathname)) return;
  const link = document.createElement('link');
  link.rel = 'modulepreload';
  link.href = view.content;
  document.head.append(link);
})();
