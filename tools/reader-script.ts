/** The script of figures' pages in one piece, as it is embedded in them. */
import { build } from 'vite';

/** Puts `src/page/reader.ts` and what it uses together, without a name that is left global. */
export async function readerScript(): Promise<string> {
  const built = await build({
    configFile: false,
    logLevel: 'error',
    root: new URL('..', import.meta.url).pathname,
    build: {
      write: false,
      minify: 'esbuild',
      target: 'es2022',
      lib: { entry: 'src/page/reader.ts', formats: ['iife'], name: 'reader' },
    },
  });
  const [first] = Array.isArray(built) ? built : [built];
  const chunk = first && 'output' in first ? first.output[0] : undefined;
  if (!chunk) throw new Error('The script of pages could not be put together.');
  return chunk.code.trim();
}

/** The file that holds it. */
export const READER_FILE = new URL('../src/formats/reader.generated.json', import.meta.url);

/** The text of that file. */
export const readerFile = async (): Promise<string> => `${JSON.stringify({ script: await readerScript() }, null, 2)}\n`;
