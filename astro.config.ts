import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'standalone' }),
  integrations: [react()],
  devToolbar: { enabled: false },
  // The middleware checks the origin of every change, not only of forms.
  security: { checkOrigin: false },
  vite: {
    plugins: [tailwindcss()],
    // The reader of workbooks is large; the worker loads it only for a workbook.
    worker: { format: 'es' },
    // Packages with compiled parts or data files of their own are loaded, not bundled.
    ssr: { external: ['@resvg/resvg-js', 'fontkit', 'subset-font', 'pg', 'source-sans', 'source-serif'] },
    build: { chunkSizeWarningLimit: 1500 },
  },
});
