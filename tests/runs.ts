/** The suite tries a part of what a test is made for; `npm run random` tries several times as many, with new seeds. */
const SHARE = Number(process.env['RIZO_RUNS'] ?? 1 / 3);

/** How many random cases a test tries, of so many in full. */
export const runs = (full: number): number => Math.max(1, Math.round(full * SHARE));
