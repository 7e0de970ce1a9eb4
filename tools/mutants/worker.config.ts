import { mutantsPlugin, ONE_BROKEN } from './plugin.ts';

export default { root: process.cwd(), plugins: [mutantsPlugin(ONE_BROKEN)] };
