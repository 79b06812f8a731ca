import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  worker: { format: 'es' },
  // A font as a data URL would be blocked by the content security policy.
  build: { target: 'es2022', assetsInlineLimit: 0, chunkSizeWarningLimit: 1600 },
  server: { proxy: { '/api': 'http://127.0.0.1:7180' } },
});
