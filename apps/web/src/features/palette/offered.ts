import { useEffect, useSyncExternalStore } from 'react';

/** Something that can be gone to, or done, by its name. */
export interface Offered {
  readonly id: string;
  readonly name: string;
  /** Other words that find it. */
  readonly also?: string;
  /** The key that does the same, where there is one. */
  readonly key?: string;
  readonly act: () => void;
}

export interface OfferedGroup {
  readonly title: string;
  readonly items: readonly Offered[];
}

let shown: readonly OfferedGroup[] = [];
let isOpen = false;
const listeners = new Set<() => void>();
const tell = () => listeners.forEach((each) => each());
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
  };
};

/** Offers something for as long as the place that has it is on the page. */
export function useOffered(group: OfferedGroup): void {
  useEffect(() => {
    shown = [...shown, group];
    tell();
    return () => {
      shown = shown.filter((each) => each !== group);
      tell();
    };
  }, [group]);
}

/** What the places on the page offer, the newest first. */
export const useAllOffered = (): readonly OfferedGroup[] => useSyncExternalStore(subscribe, () => shown);

/** Opens the palette, or closes it. */
export function openPalette(open: boolean): void {
  isOpen = open;
  tell();
}

/** What has a key of its own; of two, what came to the page last. */
export function itemOfKey(pressed: string): Offered | undefined {
  return [...shown]
    .reverse()
    .flatMap(({ items }) => items)
    .find(({ key }) => key?.toLowerCase() === pressed);
}

/** Whether it is open, now. */
export const isPaletteOpen = (): boolean => isOpen;
/** The same, followed. */
export const useIsPaletteOpen = (): boolean => useSyncExternalStore(subscribe, () => isOpen);
