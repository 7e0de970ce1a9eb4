import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';

export default defineConfig({
  output: 'server',
  // The launcher’s server looks at each request first and serves the files of the build.
  adapter: node({ mode: 'middleware' }),
  integrations: [react()],
  devToolbar: { enabled: false },
  // The server checks the origin of every change, not only of forms.
  security: { checkOrigin: false },
  vite: {
    plugins: [tailwindcss()],
    // The reader of workbooks is large; the worker loads it only for a workbook.
    worker: { format: 'es' },
    // Packages with compiled parts or data files of their own are loaded, not bundled.
    ssr: {
      external: [
        '@resvg/resvg-js',
        '@myriaddreamin/typst-ts-node-compiler',
        'fontkit',
        'subset-font',
        'pg',
        'source-sans',
        'source-serif',
      ],
    },
    build: { chunkSizeWarningLimit: 1500, reportCompressedSize: false },
  },
});
