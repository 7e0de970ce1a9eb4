/** How many random cases a test tries: so many, or `RIZO_RUNS` times as many in a longer run. */
export const runs = (usual: number): number => Math.max(1, Math.round(usual * Number(process.env['RIZO_RUNS'] ?? 1)));
