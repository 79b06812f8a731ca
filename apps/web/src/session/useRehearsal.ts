import { useEffect } from 'react';
import { askCore } from './coreClient';

/** So long after a page has come, ms, what it shows first is done. */
const settled = 1500;

let rehearsed = false;

/** Plans a job that nobody has, once, while nothing is asked: the first real one is then planned several times as fast. */
export function useRehearsal(): void {
  useEffect(() => {
    if (rehearsed) return undefined;
    let wanted = true;
    const run = async () => {
      let more = true;
      while (more && wanted) more = await askCore((core) => core.rehearse());
      rehearsed ||= !more;
    };
    // What fails here fails nobody: the first real question tells of it.
    const timer = setTimeout(() => void run().catch(() => undefined), settled);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, []);
}
