import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import type { Plugin } from 'vite';
import { defineConfig } from 'vite';

/** A view and all that it takes and no view before it took, as one piece: many small ones arrive late. */
const piece = (name: string, root: RegExp, priority: number) => ({ name, test: root, priority });

/** Names the piece that the view of a job is in, where `early.js` finds it. */
const jobView: Plugin = {
  name: 'job-view',
  transformIndexHtml: {
    order: 'post',
    handler(_html, { bundle = {} }) {
      const found = Object.values(bundle).find((each) => each.type === 'chunk' && each.name === 'job');
      if (found === undefined) return [];
      const attrs = { name: 'job-view', content: `/${found.fileName}` };
      return [{ tag: 'meta', attrs, injectTo: 'head-prepend' }];
    },
  },
};

export default defineConfig({
  plugins: [react(), tailwindcss(), jobView],
  worker: { format: 'es' },
  // A font as a data URL would be blocked by the content security policy.
  build: {
    target: 'es2022',
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 1600,
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [piece('first', /\/src\/main\.tsx$/, 2), piece('job', /\/features\/job\/JobPage\.tsx$/, 1)],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:7180' } },
});
