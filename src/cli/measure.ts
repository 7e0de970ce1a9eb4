/** Times one piece of work over many runs. */
export interface Row {
  name: string;
  /** what it should take at most, ms; null for bare work that another row is compared with */
  aim: number | null;
  median: number;
  p95: number;
  runs: number;
}

/** Runs work so many times after some that do not count; `aim` in ms. */
export async function measure(
  name: string,
  aim: number | null,
  runs: number,
  warmUps: number,
  work: () => unknown,
): Promise<Row> {
  for (let turn = 0; turn < warmUps; turn++) await work();
  const times: number[] = [];
  for (let turn = 0; turn < runs; turn++) {
    const start = performance.now();
    const made = work();
    if (made instanceof Promise) await made;
    times.push(performance.now() - start);
  }
  times.sort((a, b) => a - b);
  const at = (share: number) => times[Math.min(times.length - 1, Math.floor(share * times.length))] ?? 0;
  return { name, aim, median: at(0.5), p95: at(0.95), runs };
}
