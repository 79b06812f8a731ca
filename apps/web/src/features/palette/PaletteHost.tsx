import { Suspense, lazy, useEffect } from 'react';
import { isPaletteOpen, itemOfKey, openPalette, useIsPaletteOpen } from './offered';

const Palette = lazy(() => import('./Palette'));

/**
 * Opens the palette on Ctrl K or Cmd K anywhere, and on ? where nothing is being typed; there what is offered with a key of
 * its own is done on that key. The palette is fetched when it is first opened.
 */
export function PaletteHost() {
  const open = useIsPaletteOpen();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement
          ? event.target.closest('input, textarea, select, .cm-editor, [role=dialog]')
          : null;
      const pressed = event.key.toLowerCase();
      const held = event.ctrlKey || event.metaKey || event.altKey;
      if ((event.ctrlKey || event.metaKey) && pressed === 'k') {
        event.preventDefault();
        openPalette(true);
      }
      if (held || typing !== null || isPaletteOpen()) return;
      const own = itemOfKey(pressed);
      if (pressed !== '?' && own === undefined) return;
      event.preventDefault();
      if (own === undefined) openPalette(true);
      else own.act();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return open ? (
    <Suspense fallback={null}>
      <Palette onClose={() => openPalette(false)} />
    </Suspense>
  ) : null;
}
