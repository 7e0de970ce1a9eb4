import product from '../../astro.config.ts';
import { mutantsPlugin, ONE_BROKEN } from './plugin.ts';

export default {
  ...product,
  root: process.cwd(),
  vite: { ...product.vite, plugins: [...(product.vite?.plugins ?? []), mutantsPlugin(ONE_BROKEN)] },
};
